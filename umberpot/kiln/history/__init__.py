"""Firings found again, and laid beside each other."""
