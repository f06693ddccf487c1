"""Ready-made schedules to begin from: by what is fired, to which cone, in what kind of kiln.

The peak is where the heat work of the whole draft, its hold included, just brings the cone down.
Source: the rates and holds are common practice, from memory; the peak is our own heat work.
"""

import math
from dataclasses import dataclass
from enum import StrEnum

from claycore.firing import cones, heat_work
from claycore.firing.schedules import Segment, curve_of
from claycore.measure.errors import Inconsistent

DRYING_C = 100.0
SLOW_UNTIL_C = 600.0
LAST_STRETCH = 100.0
"""Degrees under the peak from which a glaze firing goes slower."""

DRYING_HOLD_MIN = 120.0
"""Until the ware is dry, where nobody knows better. Common practice: more for thick ware."""

FUEL_SLOWDOWN = 0.8
"""A kiln fired by hand climbs less steadily, so its drafts go slower. Our choice."""


HOTTEST_BISQUE = "01"
"""Raw ware that goes hotter is fired once. Common practice: bisque is near cone 04."""


class FiringStage(StrEnum):
    """What a firing is for."""

    BISQUE = "bisque"
    GLAZE = "glaze"
    SINGLE = "single"


STAGE_NAMES = {
    FiringStage.BISQUE: "Bisque",
    FiringStage.GLAZE: "Glaze",
    FiringStage.SINGLE: "Single firing",
}

STAGE_WORDS = {
    FiringStage.BISQUE: "Bisque",
    FiringStage.GLAZE: "Glaze or test, ware fired before",
    FiringStage.SINGLE: "Single firing of raw ware",
}


def stage_for(cone: str, is_fired: bool, is_glazed: bool) -> FiringStage:
    """What a firing is for a piece: for raw ware a bisque while that is cool enough.

    Raises ClayError naming ``cone``. Source: common practice.
    """
    if is_fired:
        return FiringStage.GLAZE
    is_cool = cones.order(cone) <= cones.order(HOTTEST_BISQUE)
    return FiringStage.BISQUE if is_cool and not is_glazed else FiringStage.SINGLE


@dataclass(frozen=True)
class _Draft:
    """Rates in °C an hour: to drying, to 600 °C, on to the last stretch, through it; hold, min."""

    drying: float
    slow: float
    middle: float
    last: float
    hold_min: float


_DRAFTS = {
    FiringStage.BISQUE: _Draft(60, 100, 150, 150, 0),
    FiringStage.GLAZE: _Draft(0, 150, 200, 70, 10),
    FiringStage.SINGLE: _Draft(60, 100, 150, 70, 10),
}


def draft(stage: FiringStage, cone: str, by_fuel: bool = False) -> list[Segment]:
    """The segments of a draft, in °C an hour, °C and minutes.

    Raises ClayError naming ``cone``, also for one that is down before the slow part ends. Source:
    as said at the head of this file.
    """
    target = cones.bends_at(cones.check(cone)).temperature_c
    if target < SLOW_UNTIL_C + LAST_STRETCH:
        raise Inconsistent("cone", cone, "There is no draft for so cool a cone. Enter segments.")
    low, high = target - 120, min(cones.TEMPERATURE.high, target + 80)
    while high - low > 0.5:
        peak = (low + high) / 2
        done = heat_work.work(curve_of(_segments(stage, peak, by_fuel)).points, cone) >= 1
        low, high = (low, peak) if done else (peak, high)
    return _segments(stage, float(math.ceil(high)), by_fuel)


def _segments(stage: FiringStage, peak: float, by_fuel: bool) -> list[Segment]:
    rates, slower = _DRAFTS[stage], FUEL_SLOWDOWN if by_fuel else 1.0
    segments = []
    if rates.drying:
        segments.append(Segment(rates.drying * slower, DRYING_C, DRYING_HOLD_MIN))
    segments.append(Segment(rates.slow * slower, SLOW_UNTIL_C))
    if rates.middle != rates.last:
        segments.append(Segment(rates.middle * slower, peak - LAST_STRETCH))
    segments.append(Segment(rates.last * slower, peak, rates.hold_min))
    return segments
