"""The calculators of Mix, one a file: its form, its typed answer, its page."""
