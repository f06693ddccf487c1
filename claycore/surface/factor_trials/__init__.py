"""Trials of factors: what everyone says about a surface, put to a test that can say no."""
