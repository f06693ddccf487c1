"""Who is in a studio, as what, and how others come in."""
