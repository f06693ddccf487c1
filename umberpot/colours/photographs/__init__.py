"""Fired colour off photographs: taken in, marked, read, recorded."""
