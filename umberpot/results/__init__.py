"""What tiles and bars say: verdicts, charts, lists, reports."""
