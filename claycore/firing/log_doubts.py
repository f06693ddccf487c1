"""What of a log is no temperature of the kiln: jumps, dead readings, gaps, another channel.

What cannot be true is left out where the rest still tells what the ware felt; where it does not,
the log cannot tell. Source: common practice; the figures are our own choice, said at each.
"""

from bisect import bisect_left, bisect_right
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise
from statistics import median

import numpy as np

from claycore.firing.logs import Point
from claycore.measure.formatting import hours_and_minutes, plain

FASTEST_C_H = 1200.0
"""No kiln of a pottery heats faster than a raku kiln. From memory."""

FASTEST_FALL_C_H = 6000.0
"""A kiln that is opened hot to cool it may fall by 50 °C a minute, no kiln by twice that. From
memory."""

SLOWEST_OF_FAST_C_H = 600.0
TIMES_ITS_STEEPEST = 3.0
"""A kiln that is known may be so many times as steep as ever before, and 600 °C/h in any case: who
fired slowly so far may fire fast."""

JUMP_C = 100.0
"""A faster change than a kiln's counts from so many °C on: less is noise."""

DEAD_H = 0.2
"""A reading that never changes for so long, up to a jump or after one, is a dead one."""

STUCK_H = 2.0
"""A reading that stands still for so long at its hottest is no hold that a kiln keeps."""

GAP_H = 1.0
GAP_TIMES = 8.0
"""A pause counts when longer than an hour, and eight times what is usual in the log."""

NEAR_THE_PEAK_C = 150.0
"""What is missing counts so near the hottest: that is where cones go down."""

WARM_C = 150.0
"""A file whose column never gets so warm is of no firing; a kiln that was cut off may be cold."""

MOST_STRETCHES = 200
"""A log that jumps more often has no course to be found in it."""


class LogDoubt(StrEnum):
    """What is amiss with a stretch of a log."""

    JUMP = "jump"
    STUCK = "stuck"
    GAP = "gap"
    COLD = "cold"


LOG_DOUBT_WORDS = {
    LogDoubt.JUMP: "it jumps faster than the kiln can",
    LogDoubt.STUCK: "its hottest reading stands still for hours",
    LogDoubt.GAP: "it has a gap at the peak",
    LogDoubt.COLD: f"it never gets above {plain(WARM_C, 0)} °C, so it may be the wrong column",
}


@dataclass(frozen=True)
class DoubtfulStretch:
    """A stretch of a log: what is amiss with it, from when to when in hours, and its points.

    ``first`` and ``last`` count the log's points from 0.
    """

    doubt: LogDoubt
    first: int
    last: int
    from_h: float
    to_h: float
    matters: bool

    def where(self, rows: Sequence[int] | None = None) -> str:
        """Its rows, where ``rows`` has the number of each point's; else when it was."""
        if rows is None:
            return f"{hours_and_minutes(self.from_h)} to {hours_and_minutes(self.to_h)}"
        first, last = rows[self.first], rows[self.last]
        return f"row {first}" if first == last else f"rows {first} to {last}"


@dataclass(frozen=True)
class Examined:
    """The points of a log that can be true, and what is amiss with the others."""

    points: Sequence[Point]
    doubtful: Sequence[DoubtfulStretch]

    @property
    def can_tell(self) -> bool:
        """Whether the log tells what the ware felt."""
        return not any(one.matters for one in self.doubtful)

    @property
    def doubts(self) -> tuple[LogDoubt, ...]:
        """Why it cannot tell, each once."""
        return tuple(dict.fromkeys(one.doubt for one in self.doubtful if one.matters))

    def sentences(self, rows: Sequence[int] | None = None) -> list[str]:
        """What is amiss, in words, with its rows or times."""
        return [
            f"{LOG_DOUBT_WORDS[one.doubt]} ({one.where(rows)})"
            if one.matters
            else f"what jumps faster than the kiln can is left out ({one.where(rows)})"
            for one in self.doubtful
        ]


def fastest_of(logs: Sequence[Sequence[Point]]) -> float:
    """How fast a kiln may rise, °C/h, by the logs of its last firings; else as any kiln may.

    The middle one of their steepest quarters of an hour decides: one of them may be broken itself.
    Source: our choice.
    """
    steepest = [steep for log in logs if (steep := _steepest(log))]
    if not steepest:
        return FASTEST_C_H
    return min(FASTEST_C_H, max(SLOWEST_OF_FAST_C_H, TIMES_ITS_STEEPEST * median(steepest)))


def _steepest(log: Sequence[Point]) -> float:
    """The fastest rise over at least a quarter of an hour, °C/h."""
    rates, start = [0.0], 0
    for hours, celsius in log:
        while hours - log[start][0] >= 0.25:
            began, at = log[start]
            rates.append((celsius - at) / (hours - began))
            start += 1
    return max(rates)


def examine(
    log: Sequence[Point],
    gaps: Sequence[tuple[float, float]] | None = None,
    fastest_c_h: float = FASTEST_C_H,
) -> Examined:
    """What of a log can be true, by how fast its kiln can rise.

    ``log`` is of (hours, °C), two points at least. ``gaps`` are the pauses of one that came from a
    file and was thinned, from when to when; None where every reading is there, so that they can be
    seen.
    Source: as said at the head of this file.
    """
    stretches = _stretches(log, fastest_c_h)
    sound = _course(log, stretches, fastest_c_h)
    kept = [place for first, last in sound for place in range(first, last + 1)]
    points = [log[place] for place in kept]
    peak = max(celsius for _, celsius in points)
    doubtful = [
        *_left_out(log, stretches, sound, peak),
        *_pauses(log, _gaps(log) if gaps is None else gaps, peak),
    ]
    whole = (0, len(log) - 1, log[0][0], log[-1][0])
    if _is_stuck(points):
        doubtful.append(DoubtfulStretch(LogDoubt.STUCK, *whole, matters=True))
    elif gaps is not None and peak < WARM_C:
        doubtful.append(DoubtfulStretch(LogDoubt.COLD, *whole, matters=True))
    return Examined(points, doubtful)


_Stretch = tuple[int, int]
"""The first and the last point of a stretch."""


def _jumps(one: Point, other: Point, fastest_c_h: float) -> bool:
    hours, change = other[0] - one[0], other[1] - one[1]
    return abs(change) > JUMP_C and not -FASTEST_FALL_C_H * hours <= change <= fastest_c_h * hours


def _stretches(log: Sequence[Point], fastest_c_h: float) -> list[_Stretch]:
    """The log cut at its jumps, and before and after dead readings that end or begin at one."""
    cuts = {0, len(log)}
    for place, (one, other) in enumerate(pairwise(log), 1):
        if _jumps(one, other, fastest_c_h):
            cuts |= {place, _dead_since(log, place - 1), _dead_until(log, place) + 1}
    return [(first, end - 1) for first, end in pairwise(sorted(cuts))]


def _dead_since(log: Sequence[Point], place: int) -> int:
    """The first of the points that all say what this one says, where they last; else the next."""
    first = place
    while first > 0 and log[first - 1][1] == log[place][1]:
        first -= 1
    return first if log[place][0] - log[first][0] >= DEAD_H else place + 1


def _dead_until(log: Sequence[Point], place: int) -> int:
    """The last of the points that say what this one says, where they last; else the one before."""
    last = place
    while last + 1 < len(log) and log[last + 1][1] == log[place][1]:
        last += 1
    return last if log[last][0] - log[place][0] >= DEAD_H else place - 1


def _is_dead(log: Sequence[Point], stretch: _Stretch) -> bool:
    first, last = stretch
    lasted = log[last][0] - log[first][0] >= DEAD_H
    return lasted and all(log[place][1] == log[first][1] for place in range(first, last + 1))


def _course(
    log: Sequence[Point], stretches: Sequence[_Stretch], fastest_c_h: float
) -> list[_Stretch]:
    """The stretches that one kiln can have gone through one after the other, the longest in all."""
    if len(stretches) == 1:
        return list(stretches)
    alive = [one for one in stretches if not _is_dead(log, one)] or list(stretches[:1])
    # The best course that ends with each stretch: the hours in it, and the one before in it.
    best: list[tuple[float, int | None]] = []
    for place, (first, last) in enumerate(alive[:MOST_STRETCHES]):
        before = [
            (best[earlier][0], earlier)
            for earlier in range(place)
            if not _jumps(log[alive[earlier][1]], log[first], fastest_c_h)
        ]
        hours, earlier = max(before, default=(0.0, None))
        best.append((hours + log[last][0] - log[first][0], earlier))
    at: int | None = max(range(len(best)), key=lambda place: best[place][0])
    found = []
    while at is not None:
        found.append(alive[at])
        at = best[at][1]
    return found[::-1]


def _left_out(
    log: Sequence[Point], stretches: Sequence[_Stretch], sound: Sequence[_Stretch], peak: float
) -> Iterator[DoubtfulStretch]:
    """What lies between, before and after the sound stretches."""
    within = [stretch for stretch in stretches if stretch not in sound]
    for first, last in _joined(within):
        beside = [log[place][1] for place in (first - 1, last + 1) if 0 <= place < len(log)]
        matters = max(beside, default=peak) > peak - NEAR_THE_PEAK_C
        yield DoubtfulStretch(LogDoubt.JUMP, first, last, log[first][0], log[last][0], matters)


def _joined(stretches: Sequence[_Stretch]) -> list[_Stretch]:
    """Stretches that follow on one another, as one."""
    found: list[_Stretch] = []
    for first, last in stretches:
        if found and found[-1][1] + 1 == first:
            found[-1] = (found[-1][0], last)
        else:
            found.append((first, last))
    return found


def _is_stuck(points: Sequence[Point]) -> bool:
    """Whether the hottest reading never changes for hours: a thermocouple or controller is dead."""
    peak = max(celsius for _, celsius in points)
    at_peak = [hours for hours, celsius in points if celsius == peak]
    return len(at_peak) > 1 and at_peak[-1] - at_peak[0] > STUCK_H


def _gaps(log: Sequence[Point]) -> list[tuple[float, float]]:
    steps = [other[0] - one[0] for one, other in pairwise(log)]
    if len(steps) < 3:
        return []
    least = max(GAP_H, GAP_TIMES * median(steps))
    return [(one[0], other[0]) for one, other in pairwise(log) if other[0] - one[0] > least]


def _pauses(
    log: Sequence[Point], gaps: Sequence[tuple[float, float]], peak: float
) -> Iterator[DoubtfulStretch]:
    """The gaps that count: longer than an hour, and near the peak."""
    hours, celsius = zip(*log, strict=True)
    for from_h, to_h in gaps:
        first = max(0, bisect_right(hours, from_h) - 1)
        last = min(bisect_left(hours, to_h), len(log) - 1)
        hottest = max(np.interp([from_h, to_h], hours, celsius))
        if to_h - from_h >= GAP_H and hottest > peak - NEAR_THE_PEAK_C:
            yield DoubtfulStretch(LogDoubt.GAP, first, last, from_h, to_h, matters=True)
