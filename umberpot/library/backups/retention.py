"""Which backups are kept: those of the last days, and ever fewer of the time before.

Pure Python; times are all in one zone.
"""

from collections.abc import Callable, Iterable
from datetime import datetime

DAYS, WEEKS, MONTHS = 7, 8, 12


def to_keep(times: Iterable[datetime]) -> set[datetime]:
    """The newest of each of the last 7 days, 8 weeks and 12 months that have one."""
    newest_first = sorted(times, reverse=True)
    kept: set[datetime] = set()
    for count, period in (
        (DAYS, lambda at: at.date()),
        (WEEKS, lambda at: at.isocalendar()[:2]),
        (MONTHS, lambda at: (at.year, at.month)),
    ):
        kept |= _newest_of_each(newest_first, period, count)
    return kept


def _newest_of_each(
    newest_first: list[datetime], period: Callable[[datetime], object], count: int
) -> set[datetime]:
    newest: dict[object, datetime] = {}
    for at in newest_first:
        newest.setdefault(period(at), at)
    return set(list(newest.values())[:count])
