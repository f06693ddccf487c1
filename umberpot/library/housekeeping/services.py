"""Thinning at night: each in small steps, so that nobody who writes waits for it."""

from collections.abc import Callable
from datetime import datetime, timedelta

from axes.models import AccessAttempt, AccessFailureLog, AccessLog
from django.contrib.sessions.models import Session
from django.db import connection, models, transaction
from django.db.models import Exists, OuterRef

from umberpot.library.housekeeping import room
from umberpot.studio.journal.models import JournalEntry
from umberpot.ui import disk

REMOVED_KEPT_FOR = timedelta(days=30)
"""A row that was removed, its picture too, can be brought back for a day; then it is kept no more
than so long."""

SIGN_INS_KEPT_FOR = timedelta(days=90)
JOURNAL_KEPT_FOR = (400, 200, 100, 50)
"""Days. The first holds; a journal that is larger than its most is thinned by the next ones."""

LARGEST_JOURNAL = 200_000_000
"""Bytes of the data file."""

AT_A_TIME = 2_000
"""Rows in one transaction."""

ROWS_LOOKED_AT = 400
"""Of each index: enough to know its order of size. Source: SQLite's manual, PRAGMA optimize."""

WORTH_COMPACTING = 0.2
"""The share of the data file that is free inside it."""

SMALLEST_TO_COMPACT = 20_000_000


def tidy(now: datetime) -> None:
    """All that is done at night, after the backup."""
    forget_what_was_removed(now)
    thin_journal(now)
    forget_sign_ins(now)
    compact()
    learn_sizes()


def forget_what_was_removed(now: datetime) -> int:
    """Empties what the journal holds of rows that were removed long ago; that they were, stays."""
    gone = JournalEntry.objects.filter(
        action=JournalEntry.Action.DELETE,
        timestamp__lt=now - REMOVED_KEPT_FOR,
        serialized_data__isnull=False,
    )
    return _in_steps(gone, lambda some: some.update(serialized_data=None))


def thin_journal(now: datetime) -> int:
    """Takes out old entries, but for the last one of each row; gives how many."""
    taken = 0
    for days in JOURNAL_KEPT_FOR:
        taken += _in_steps(_not_the_last_before(now - timedelta(days=days)), _delete)
        if room.bytes_of(JournalEntry._meta.db_table) <= LARGEST_JOURNAL:
            break
    return taken


def _not_the_last_before(moment: datetime) -> models.QuerySet[JournalEntry]:
    later = JournalEntry.objects.filter(
        content_type=OuterRef("content_type"),
        object_id=OuterRef("object_id"),
        pk__gt=OuterRef("pk"),
    )
    return JournalEntry.objects.filter(Exists(later), timestamp__lt=moment)


def forget_sign_ins(now: datetime) -> None:
    """Takes out sessions that have ended, and who signed in, or failed to, long ago."""
    _in_steps(Session.objects.filter(expire_date__lt=now), _delete)
    for log in (AccessAttempt, AccessFailureLog, AccessLog):
        _in_steps(log.objects.filter(attempt_time__lt=now - SIGN_INS_KEPT_FOR), _delete)


def _delete(rows: models.QuerySet) -> object:
    return rows.delete()


def _in_steps(rows: models.QuerySet, do: Callable[[models.QuerySet], object]) -> int:
    """Does it to so many rows at a time, each time in a transaction of its own."""
    done = 0
    while keys := list(rows.order_by("pk").values_list("pk", flat=True)[:AT_A_TIME]):
        with transaction.atomic():
            do(rows.model._base_manager.filter(pk__in=keys))
        done += len(keys)
    return done


def learn_sizes() -> None:
    """Has SQLite look how many rows there are of what, by which it chooses how to look for them.

    Without that it takes a studio's tiles for as few as a trial's.
    """
    with connection.cursor() as cursor:
        cursor.execute(f"PRAGMA analysis_limit = {ROWS_LOOKED_AT}")
        cursor.execute("ANALYZE")


def compact() -> bool:
    """Gives room inside the data file back to the disk, where it is worth it and there is room."""
    with connection.cursor() as cursor:
        pages, free, size = (
            cursor.execute(f"PRAGMA {what}").fetchone()[0]
            for what in ("page_count", "freelist_count", "page_size")
        )
        is_worth_it = pages * size >= SMALLEST_TO_COMPACT and free >= WORTH_COMPACTING * pages
        if not is_worth_it or disk.free_bytes() < 2 * pages * size:
            return False
        cursor.execute("VACUUM")
    return True
