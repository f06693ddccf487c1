"""What the studio tells the places above it, which it does not know."""

from django.dispatch import Signal

rows_written = Signal()
"""Many rows were made or changed in one statement, which Django's own signals do not tell: ``keys``
of the model that sends. ``everything`` says that all rows of a studio are sent, model by model, so
that nobody needs to follow from one to another. Sent within the transaction."""

rows_gathered = Signal()
"""A whole change is about to end: ``rows`` are the keys it wrote, by model. Sent within it."""

secrets_to_renew = Signal()
"""A password was changed, and every other way in is to change with it: ``studio`` and ``by``."""
