"""The year and a half behind the invented workshop: its stains, its trials, what they came out."""
