"""A firing while it runs: how it stands to its plan, and what is amiss.

Source: arithmetic; the limits are our own choice.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise

import numpy as np

from claycore.firing import heat_work
from claycore.firing.heat_work import Reached
from claycore.firing.logs import Point
from claycore.firing.schedules import FiringCurve

RATE_OVER_H = 0.25
"""The rate that is shown is that of so many last hours."""

STALLED_BEHIND_C = 25.0
STALLED_SHARE = 0.25
"""A climb has stalled when it is so far behind, at less than that share of the planned rate."""

OVER_PEAK_C = 10.0
"""So far above the hottest of the plan it is an overshoot."""

SILENT_H = 0.1
"""So long without a reading the connection is taken for lost."""


class Amiss(StrEnum):
    """What can be wrong with a firing that runs."""

    SILENT = "silent"
    STALLED = "stalled"
    OVERSHOOT = "overshoot"


@dataclass(frozen=True)
class FiringStatus:
    """Where a firing stands: °C and °C an hour, the cone down so far, hours to the end.

    ``behind_c`` is how far it is under its plan, negative where it is above. ``ends_at_h`` is in
    hours since the start; None once the plan is through.
    """

    hours: float
    celsius: float
    rate: float
    planned_c: float
    reached: Reached
    ends_at_h: float | None
    amiss: tuple[Amiss, ...]

    @property
    def behind_c(self) -> float:
        return self.planned_c - self.celsius


def standing(points: Sequence[Point], plan: FiringCurve, now_h: float) -> FiringStatus | None:
    """How a firing stands after ``now_h`` hours; None before the first reading.

    ``points`` are of (hours, °C) since the start. Raises ClayError naming ``curve`` for a log that
    is none. Source: as said at the head of this file.
    """
    if not points:
        return None
    hours, celsius = points[-1]
    planned = _planned(plan, hours)
    rate = _rate(points)
    return FiringStatus(
        hours,
        celsius,
        rate,
        planned,
        heat_work.cone_of(points) if len(points) > 1 else Reached(None, None),
        _end(points, plan, hours, celsius),
        tuple(_amiss(points, plan, now_h, rate, planned)),
    )


def _planned(plan: FiringCurve, hours: float) -> float:
    at, temperatures = zip(*plan.points, strict=True)
    return float(np.interp(hours, at, temperatures))


def _planned_rate(plan: FiringCurve, celsius: float) -> float:
    """How fast the plan goes where it first passes a temperature; 0 where it never does."""
    return next(
        (
            (high - low) / (ended - began)
            for (began, low), (ended, high) in pairwise(plan.points)
            if low <= celsius < high
        ),
        0.0,
    )


def _rate(points: Sequence[Point]) -> float:
    hours, celsius = points[-1]
    earlier = next(
        (point for point in reversed(points) if point[0] <= hours - RATE_OVER_H), points[0]
    )
    return (celsius - earlier[1]) / (hours - earlier[0]) if hours > earlier[0] else 0.0


def _end(points: Sequence[Point], plan: FiringCurve, hours: float, celsius: float) -> float | None:
    """When the plan will be through, if from here on it is followed: later by what it lags."""
    if _has_peaked(points, plan):
        return max(plan.hours, hours) if hours < plan.hours else None
    reached_at = _reached_at(plan, celsius)
    return hours + plan.hours - reached_at if reached_at is not None else plan.hours


def _has_peaked(points: Sequence[Point], plan: FiringCurve) -> bool:
    return max(celsius for _, celsius in points) >= plan.peak_c - OVER_PEAK_C


def _reached_at(plan: FiringCurve, celsius: float) -> float | None:
    """When the plan first gets to a temperature."""
    for (began, low), (ended, high) in pairwise(plan.points):
        if low <= celsius < high:
            return began + (ended - began) * (celsius - low) / (high - low)
    return None


def _amiss(
    points: Sequence[Point], plan: FiringCurve, now_h: float, rate: float, planned: float
) -> list[Amiss]:
    hours, celsius = points[-1]
    found = []
    if now_h - hours > SILENT_H:
        found.append(Amiss.SILENT)
    slow = rate < STALLED_SHARE * _planned_rate(plan, celsius)
    # A plan may end at its peak; what cools after that is no climb.
    if slow and planned - celsius > STALLED_BEHIND_C and not _has_peaked(points, plan):
        found.append(Amiss.STALLED)
    if celsius > plan.peak_c + OVER_PEAK_C:
        found.append(Amiss.OVERSHOOT)
    return found
