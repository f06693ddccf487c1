"""A firing schedule: segments of a rate, a target and a hold, and the curve they make.

Source: common practice, and arithmetic.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.firing.cones import TEMPERATURE
from claycore.measure.bounds import Bound
from claycore.measure.errors import Inconsistent
from claycore.measure.formatting import plain

MOST_SEGMENTS = 20
START_C = 20.0
"""What a kiln begins at where nobody says. Common practice."""

START = Bound(-30, 1400, "Start must be from −30 to 1400 °C.", low_allowed=True, high_allowed=True)
RATE = Bound(-2000, 2000, "Rate must be from −2000 to 2000 °C per hour.", low_allowed=True)
HOLD = Bound(0, 6000, "Hold must be from 0 to 6000 minutes.", low_allowed=True, high_allowed=True)


@dataclass(frozen=True)
class Segment:
    """At a rate, °C an hour (negative to cool), to a target, °C, and a hold there, minutes."""

    rate: float
    target_c: float
    hold_min: float = 0.0


@dataclass(frozen=True)
class FiringCurve:
    """A schedule as points of (hours, °C), straight between them."""

    points: tuple[tuple[float, float], ...]

    @property
    def hours(self) -> float:
        """How long it takes."""
        return self.points[-1][0]

    @property
    def peak_c(self) -> float:
        """The hottest it gets."""
        return max(temperature for _, temperature in self.points)


def curve_of(segments: Sequence[Segment], start_c: float = START_C) -> FiringCurve:
    """The curve of a schedule from a starting temperature.

    °C, °C an hour and minutes. Raises ClayError naming ``segment`` or ``start_c``, also for a rate
    that goes away from its target, or 0 where there is a way to go. Source: arithmetic.
    """
    if not 1 <= len(segments) <= MOST_SEGMENTS:
        raise Inconsistent("segment", len(segments), f"Enter 1 to {MOST_SEGMENTS} segments.")
    points = [(0.0, START.check("start_c", start_c))]
    for number, segment in enumerate(segments, 1):
        hours, now_c = points[-1]
        _check(segment)
        hours += _hours_to(segment, now_c, number)
        if hours > points[-1][0]:
            points.append((hours, segment.target_c))
        if segment.hold_min > 0:
            points.append((hours + segment.hold_min / 60, segment.target_c))
    if len(points) == 1:
        raise Inconsistent("segment", None, "This takes no time. Enter a target or a hold.")
    return FiringCurve(tuple(points))


def _check(segment: Segment) -> None:
    RATE.check("segment", segment.rate)
    TEMPERATURE.check("segment", segment.target_c)
    HOLD.check("segment", segment.hold_min)


def _hours_to(segment: Segment, now_c: float, number: int) -> float:
    way_c = segment.target_c - now_c
    if way_c == 0:
        return 0.0
    if segment.rate == 0 or (segment.rate > 0) != (way_c > 0):
        asked = "a rate above 0" if way_c > 0 else "a negative rate"
        raise Inconsistent(
            "segment",
            segment.rate,
            f"Segment {number} goes from {plain(now_c)} to {plain(segment.target_c)} °C:"
            f" enter {asked}.",
        )
    return way_c / segment.rate
