"""Fired colours of the studio's tiles, and what they say."""
