"""Firings."""
