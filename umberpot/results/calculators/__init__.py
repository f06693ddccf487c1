"""The calculators of Results, one a file."""
