"""Trials beside each other, and the same recipe over the years."""
