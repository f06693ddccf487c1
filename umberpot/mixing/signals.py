"""What Mix tells those above it."""

from django.dispatch import Signal

mix_weighed = Signal()
"""Sent with ``mix``: all of it is weighed, or a figure of one that was is another."""
