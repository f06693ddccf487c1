"""What the studio tells the places above it, which it does not know."""

from django.dispatch import Signal

secrets_to_renew = Signal()
"""A password was changed, and every other way in is to change with it: ``studio`` and ``by``."""
