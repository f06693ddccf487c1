"""What Tiles tells those above it."""

from django.dispatch import Signal

tiles_changed = Signal()
"""Sent with ``tiles``: something was read off them, seen on them or done with them."""
