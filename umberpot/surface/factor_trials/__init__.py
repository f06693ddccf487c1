"""Trials of factors: planned, rated, and held against what was expected."""
