"""What the bars of a clay say, judged, drawn, searched and taken away."""
