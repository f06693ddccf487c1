"""The calculators of Surface, one a file."""
