"""What bars tell of a clay: tests, figures, verdicts, limits, line blends."""
