"""Fired colours off an instrument: typed, pasted or from a file."""
