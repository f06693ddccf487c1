"""How far a long step has come: reported by the step, asked by the page that waits.

Kept in the cache and not in the database: what a transaction has not finished nobody else would
see, and one that only reads must not write.
"""

import uuid
from collections.abc import Callable, Iterable, Iterator
from contextlib import contextmanager, suppress
from dataclasses import dataclass, replace
from enum import StrEnum
from typing import TypeVar

from django.core.cache import cache

from umberpot.studio.models import Studio

T = TypeVar("T")

ROWS_BETWEEN_REPORTS = 500
FORGOTTEN_AFTER_S = 60 * 60
"""What is left of a step that was killed."""

REMEMBERED_FOR_S = 60
"""That a step has ended, for the page that asks a moment later."""


class Doing(StrEnum):
    """What is done with rows; a step may do one after the other. The word stands on the page."""

    CHECKING = "checked"
    WRITING = "written"
    INDEXING = "made searchable"
    TABLES = "written to spreadsheet tables"


@dataclass(frozen=True)
class Progress:
    """So many of so many rows, and what is done with them."""

    doing: Doing
    done: int
    rows: int
    ended: bool = False

    def __str__(self) -> str:
        return f"{self.done} of {self.rows} rows {self.doing}"


Report = Callable[[int], None]
"""Called with how many rows are done so far."""

Begin = Callable[[Doing, int], Report]
"""Called with what begins and how many rows it has; gives what to call from there on."""


def no_progress(doing: Doing, rows: int) -> Report:
    """For a step that nobody waits for."""
    return lambda done: None


@contextmanager
def reported(studio: Studio, request_key: uuid.UUID) -> Iterator[Begin]:
    """Tells the page of one request how far each part of its step has come, and when it ends."""
    name = _name(studio, request_key)

    def begin(doing: Doing, rows: int) -> Report:
        def report(done: int) -> None:
            _keep(name, Progress(doing, done, rows), FORGOTTEN_AFTER_S)

        report(0)
        return report

    try:
        yield begin
    finally:
        _end(studio, request_key)


class Tally:
    """Counts rows as they go by, from one list to the next, and reports every so many."""

    def __init__(self, report: Report, every: int = 0) -> None:
        self._report = report
        self._every = every or ROWS_BETWEEN_REPORTS
        self._done = 0

    def over(self, rows: Iterable[T]) -> Iterator[T]:
        """The rows as they are, counted."""
        for row in rows:
            self._done += 1
            if self._done % self._every == 0:
                self._report(self._done)
            yield row


def _end(studio: Studio, request_key: uuid.UUID) -> None:
    found = how_far(studio, request_key)
    if found:
        _keep(_name(studio, request_key), replace(found, ended=True), REMEMBERED_FOR_S)


def how_far(studio: Studio, request_key: uuid.UUID) -> Progress | None:
    """A step that is under way or has just ended; None for any other."""
    found: Progress | None = cache.get(_name(studio, request_key))
    return found


def _keep(name: str, found: Progress, seconds: int) -> None:
    with suppress(OSError):  # a full disk is for the step itself to meet
        cache.set(name, found, seconds)


def _name(studio: Studio, request_key: uuid.UUID) -> str:
    return f"progress:{studio.pk}:{request_key}"
