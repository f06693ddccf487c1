"""Compare trials, and the same recipe over the years."""
