"""Logs of firings: followed live from a kiln's controller, or read from a file."""
