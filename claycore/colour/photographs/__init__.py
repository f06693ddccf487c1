"""Fired colour read from a photograph with a reference in it."""
