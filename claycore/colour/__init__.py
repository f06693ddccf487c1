"""Fired colour: CIELAB under D65 and the 2° observer."""
