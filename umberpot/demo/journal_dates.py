"""The journal of a story that is told in one go, dated as it would have been."""

from collections.abc import Iterator
from contextlib import contextmanager
from datetime import timedelta

from django.db.models import Max
from django.utils import timezone

from umberpot.studio.journal.models import JournalEntry


@contextmanager
def dated(days_ago: int) -> Iterator[None]:
    """What is written meanwhile stands in the journal as of so many days ago."""
    before = JournalEntry.objects.aggregate(last=Max("pk"))["last"] or 0
    yield
    then = timezone.now() - timedelta(days=days_ago)
    JournalEntry.objects.filter(pk__gt=before).update(timestamp=then)
