"""Temperature logs: read row by row, cleaned, thinned; nothing is held that is not needed.

A log may be of any length, so everything here takes an iterator and gives one. Source: common
practice; the thinning is the swinging door of process historians (from memory).
"""

from collections import Counter
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field
from enum import StrEnum
from typing import NamedTuple, TypeVar

from claycore.measure.errors import Inconsistent
from claycore.measure.formatting import counted, plain

Point = tuple[float, float]
"""Hours since the start, and °C."""

P = TypeVar("P", Point, "Logged")

GAP_H = 0.5
"""A pause in a log that is worth telling. Our choice."""

CLOCK_CHANGE_H = 1.0
"""What a clock goes back by when summer time ends."""

CLOCK_SLACK_H = 0.25
"""The next row comes so soon after the change, or the clock was not what was put back."""

HOTTEST_C = 1450.0
"""No kiln of a pottery is hotter: a log in °C that says so is in °F. Common practice."""

COLDEST_C = -40.0

SPIKE_C = 150.0
"""A reading that leaps so far from both its neighbours is the thermocouple's. Our choice."""

TOLERANCE_C = 0.75
"""How far a thinned log may be from the whole one."""

MOST_POINTS = 20_000
"""Points that a thinned log is held to: beyond them it is no firing's."""


class Trouble(StrEnum):
    """What was amiss with a log; each row is counted under one."""

    UNREADABLE = "unreadable"
    DUPLICATE = "duplicate"
    BACKWARDS = "backwards"
    CLOCK = "clock"
    GAP = "gap"
    SPIKE = "spike"


TROUBLE_WORDS = {
    Trouble.UNREADABLE: "{rows} without a reading, left out",
    Trouble.DUPLICATE: "{rows} at a time that was there already, left out",
    Trouble.BACKWARDS: "{rows} with a time that runs backwards, left out",
    Trouble.CLOCK: "the clock was put back an hour: the times after it are moved on",
    Trouble.GAP: "{count} longer than half an hour without a reading",
    Trouble.SPIKE: "{rows} that leap away from both neighbours, left out",
}


MOST_GAPS = 200


class Logged(NamedTuple):
    """A point of a log, and the row of its file that it stood in."""

    hours: float
    celsius: float
    row: int


@dataclass
class Cleaner:
    """Takes the rows of a log one by one and gives those that can be true.

    ``troubles`` counts what was amiss, and ``gaps`` are the pauses, from when to when, as many as
    are worth telling. ``row`` is the row of the file at hand: who gives the rows counts it. Times
    in hours from any beginning, temperatures in °C; None for what could not be read.
    """

    troubles: Counter[Trouble] = field(default_factory=Counter)
    gaps: list[tuple[float, float]] = field(default_factory=list)
    peak_c: float = COLDEST_C
    row: int = 0
    _began: float | None = None
    _moved_on: float = 0.0
    _last: float = 0.0

    def clean(self, rows: Iterable[tuple[float | None, float | None]]) -> Iterator[Logged]:
        """The points of a log, their hours from 0 and never running backwards."""
        yield from self._without_spikes(self._in_order(rows))

    def _in_order(self, rows: Iterable[tuple[float | None, float | None]]) -> Iterator[Logged]:
        for hours, celsius in rows:
            if hours is None or celsius is None:
                self.troubles[Trouble.UNREADABLE] += 1
                continue
            at = self._placed(hours)
            if at is not None:
                yield Logged(at, celsius, self.row)

    def _placed(self, hours: float) -> float | None:
        """Hours from the start; None for a row that cannot be placed."""
        if self._began is None:
            self._began = hours
            return 0.0
        at = hours - self._began + self._moved_on
        if at == self._last:
            self.troubles[Trouble.DUPLICATE] += 1
            return None
        if at < self._last:
            back = self._last - at
            if not CLOCK_CHANGE_H - CLOCK_SLACK_H <= back < CLOCK_CHANGE_H:
                self.troubles[Trouble.BACKWARDS] += 1
                return None
            self.troubles[Trouble.CLOCK] += 1
            self._moved_on += CLOCK_CHANGE_H
            at += CLOCK_CHANGE_H
        if at - self._last > GAP_H:
            self.troubles[Trouble.GAP] += 1
            if len(self.gaps) < MOST_GAPS:
                self.gaps.append((self._last, at))
        self._last = at
        return at

    def _without_spikes(self, points: Iterable[Logged]) -> Iterator[Logged]:
        before: Logged | None = None
        held: Logged | None = None
        for point in points:
            if held is not None:
                if _leaps(before, held, point):
                    self.troubles[Trouble.SPIKE] += 1
                else:
                    yield self._seen(held)
                    before = held
            held = point
        if held is not None:
            yield self._seen(held)

    def _seen(self, point: Logged) -> Logged:
        self.peak_c = max(self.peak_c, point[1])
        return point

    @property
    def sentences(self) -> list[str]:
        """What was amiss, in words."""
        return [
            TROUBLE_WORDS[trouble].format(
                rows=counted(count, "row"),
                count=counted(count, "gap"),
            )
            for trouble in Trouble
            if (count := self.troubles[trouble])
        ]


def _leaps(before: Logged | None, middle: Logged, after: Logged) -> bool:
    """Whether the middle one of three leaps away from both others, the same way."""
    if not middle[1] >= COLDEST_C:
        return True
    if before is None:
        return False
    up, down = middle[1] - before[1], middle[1] - after[1]
    return min(abs(up), abs(down)) > SPIKE_C and (up > 0) == (down > 0)


def thinned(points: Iterable[P], tolerance: float = TOLERANCE_C) -> Iterator[P]:
    """A log with the points left out that lie on a line between others, within °C.

    Raises nothing. Source: the swinging door, from memory.
    """
    kept: P | None = None
    last: P | None = None
    low, high = float("-inf"), float("inf")
    for point in points:
        if kept is None:
            kept = point
            yield point
            continue
        hours = point[0] - kept[0]
        slope = (point[1] - kept[1]) / hours
        if last is not None and not low <= slope <= high:
            kept = last
            yield last
            hours = point[0] - kept[0]
            low, high = float("-inf"), float("inf")
        low = max(low, (point[1] - tolerance - kept[1]) / hours)
        high = min(high, (point[1] + tolerance - kept[1]) / hours)
        last = point
    if last is not None:
        yield last


def check_degrees(peak_c: float) -> None:
    """Raises ClayError naming ``degrees`` where a log in °C must be in °F.

    In °C. Source: common practice.
    """
    if peak_c > HOTTEST_C:
        raise Inconsistent(
            "degrees",
            peak_c,
            f"The log goes up to {plain(peak_c, 0)} °C, hotter than pottery kilns get. Is it in"
            " °F?",
        )
