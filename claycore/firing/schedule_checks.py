"""What is wrong with a schedule for what is loaded: each check said with its figures.

Source: common practice; the quartz inversion at 573 °C is in any ceramics text.
"""

import math
from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise

from claycore.firing import cones, heat_work
from claycore.firing.schedules import FiringCurve
from claycore.measure.formatting import plain

DRYING_TOP_C = 120.0
"""Water boils out of ware up to here."""

DRYING_RATE = 80.0
"""°C an hour that raw ware stands until then, without a hold. Common practice."""

DRYING_HOLD_H = 1.0
"""A hold under DRYING_TOP_C that lets it go faster. Common practice."""

QUARTZ_C = (540.0, 600.0)
"""The stretch around the quartz inversion. Common practice."""

QUARTZ_RATE_RAW = 130.0
QUARTZ_RATE_FIRED = 200.0
"""°C an hour through it, up or down. Common practice."""


BEYOND = 0.4
"""From this share of the way to the next cone on it goes about half a cone beyond. Our choice."""

DUST = 1e-6
"""What floating point may add to a rate or a stretch."""


class Check(StrEnum):
    """What a schedule is checked for."""

    DRYING = "drying"
    QUARTZ = "quartz"
    CONE = "cone"
    MATERIAL = "material"
    POWER = "power"


@dataclass(frozen=True)
class ScheduleFinding:
    """Something to change or to know, in a sentence."""

    check: Check
    summary: str


@dataclass(frozen=True)
class Limited:
    """Something in the load with a top of its own: what it is, and the hottest cone it stands."""

    name: str
    top_cone: str


@dataclass(frozen=True)
class LoadToFire:
    """What is to be fired: to which cone, whether any of it is raw, and what has its own top."""

    cone: str | None = None
    is_raw: bool = True
    limited: tuple[Limited, ...] = ()


def findings(curve: FiringCurve, loaded: LoadToFire) -> list[ScheduleFinding]:
    """All that is wrong with a curve for a load; nothing where nothing is.

    Rates in °C an hour. Raises ClayError naming ``curve`` or ``cone``. Source: as said at the head
    of this file.
    """
    return [
        *_drying(curve, loaded),
        *_quartz(curve, loaded),
        *_cone(curve, loaded),
        *_materials(curve, loaded),
    ]


def _stretches(curve: FiringCurve) -> Iterator[tuple[float, float, float]]:
    """(from °C, to °C, hours) of each stretch that takes time."""
    for (began, from_c), (ended, to_c) in pairwise(curve.points):
        if ended > began:
            yield from_c, to_c, ended - began


def _drying(curve: FiringCurve, loaded: LoadToFire) -> Iterator[ScheduleFinding]:
    if not loaded.is_raw:
        return
    held = 0.0
    for from_c, to_c, hours in _stretches(curve):
        if from_c >= DRYING_TOP_C:
            return
        if abs(to_c - from_c) < 1e-9:
            held += hours
            continue
        rate = (to_c - from_c) / hours
        if rate > DRYING_RATE and to_c > 100 and held < DRYING_HOLD_H:
            yield ScheduleFinding(
                Check.DRYING,
                f"Raw ware goes through 100 °C at {plain(rate, 0)} °C per hour: damp ware can"
                f" explode. Stay under {plain(DRYING_RATE)} °C per hour up to"
                f" {plain(DRYING_TOP_C)} °C, or hold for an hour below 100 °C.",
            )
            return


def _quartz(curve: FiringCurve, loaded: LoadToFire) -> Iterator[ScheduleFinding]:
    low, high = QUARTZ_C
    most = QUARTZ_RATE_RAW if loaded.is_raw else QUARTZ_RATE_FIRED
    for from_c, to_c, hours in _stretches(curve):
        inside = min(max(from_c, to_c), high) - max(min(from_c, to_c), low)
        rate = abs(to_c - from_c) / hours
        if inside > DUST and rate > most + DUST:
            way = "up" if to_c > from_c else "down"
            yield ScheduleFinding(
                Check.QUARTZ,
                f"It goes {way} through 573 °C, where quartz changes its size, at"
                f" {plain(rate, 0)} °C per hour: pieces can crack. Stay under"
                f" {plain(most)} °C per hour from {plain(low)} to {plain(high)} °C.",
            )


def _cone(curve: FiringCurve, loaded: LoadToFire) -> Iterator[ScheduleFinding]:
    if loaded.cone is None:
        return
    reached = heat_work.cone_of(curve.points).down
    surplus_c = heat_work.surplus_c(curve.points, loaded.cone)
    peak = f"a peak of about {math.ceil(curve.peak_c - surplus_c)} °C"
    can_be_fitted = abs(surplus_c) < heat_work.MOST_SURPLUS_C - 1
    if reached is None or cones.order(reached) < cones.order(loaded.cone):
        brings = f"It brings down cone {reached}" if reached else "It brings down no cone"
        fits = f" At these rates it takes {peak}." if can_be_fitted else ""
        yield ScheduleFinding(Check.CONE, f"{brings}: the load needs cone {loaded.cone}.{fits}")
        return
    enough = f" At these rates {peak} is enough; the witness cone decides." if can_be_fitted else ""
    if reached != loaded.cone:
        beyond = f"It goes beyond cone {loaded.cone}: cone {reached} comes down as well."
        yield ScheduleFinding(Check.CONE, f"{beyond}{enough}")
    elif surplus_c >= BEYOND * _to_the_next(loaded.cone):
        held = ", as its hold counts too" if _holds_at_the_top(curve) else ""
        beyond = f"It goes about half a cone beyond cone {loaded.cone}{held}."
        yield ScheduleFinding(Check.CONE, f"{beyond}{enough}")


def _to_the_next(cone: str) -> float:
    """Degrees from where a cone bends to where the next whole one does; endless past the last."""
    hotter = cones.CONES[cones.order(cone) + 1 :]
    after = next((one for one in hotter if "." not in one), None)
    return cones.temperature_c(after) - cones.temperature_c(cone) if after else math.inf


def _holds_at_the_top(curve: FiringCurve) -> bool:
    return any(from_c == to_c == curve.peak_c for from_c, to_c, _ in _stretches(curve))


def _materials(curve: FiringCurve, loaded: LoadToFire) -> Iterator[ScheduleFinding]:
    reached = heat_work.cone_of(curve.points).down
    for one in loaded.limited:
        if reached and cones.order(reached) > cones.order(one.top_cone):
            yield ScheduleFinding(
                Check.MATERIAL,
                f"{one.name} is only for cone {one.top_cone} and cooler, as far as you entered;"
                f" this reaches cone {reached}.",
            )


def too_powerful(from_c: float, possible_rate: float) -> ScheduleFinding:
    """The finding that a kiln cannot follow, from °C on, with the °C an hour it can do there.

    Raises nothing. Source: :mod:`claycore.firing.kiln_model`.
    """
    here, rate = plain(round(from_c, -1)), plain(round(possible_rate, -1))
    return ScheduleFinding(
        Check.POWER,
        f"From about {here} °C the kiln is likely to fall behind: there it climbs at most {rate} °C"
        " per hour, by a rough estimate.",
    )
