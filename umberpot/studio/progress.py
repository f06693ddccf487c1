"""How far an import has come: said by the import, asked by the page that waits."""

import uuid
from collections.abc import Callable
from datetime import timedelta

from django.utils import timezone

from umberpot.studio.models import ImportProgress, Studio

Report = Callable[[int], None]
"""Told how many rows are read so far."""

FORGOTTEN_AFTER = timedelta(hours=1)
"""What is left of an import that was killed goes with the next one."""


def begin(studio: Studio, request_key: uuid.UUID, rows: int) -> Report:
    """Starts telling how far an import of so many rows has come; gives what is to be told."""
    mine = ImportProgress.objects.of(studio)
    mine.filter(started_at__lt=timezone.now() - FORGOTTEN_AFTER).delete()
    mine.update_or_create(
        request_key=request_key, defaults={"studio": studio, "rows": rows, "read": 0}
    )

    def report(read: int) -> None:
        mine.filter(request_key=request_key).update(read=read)

    return report


def end(studio: Studio, request_key: uuid.UUID) -> None:
    """The import is done, or refused."""
    ImportProgress.objects.of(studio).filter(request_key=request_key).delete()


def how_far(studio: Studio, request_key: uuid.UUID) -> ImportProgress | None:
    """An import that is under way; None for one that is not."""
    return ImportProgress.objects.of(studio).filter(request_key=request_key).first()
