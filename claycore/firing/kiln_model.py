"""What a schedule takes of an electric kiln: energy, and whether its power is enough.

A kiln is a store of heat that leaks: ``P = C · dT/dt + a · (T − room)``. Both C and a are taken in
proportion to the power on the rating plate, which makers choose to the size of the kiln; so the
answer is an estimate, good for comparing schedules. Source: the balance is textbook; the two
proportions are typical of studio kilns, from memory.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

from claycore.measure.bounds import Bound

ROOM_C = 20.0

STORE_H_PER_C = 0.0021
"""kWh stored a degree for every kW of power: about 2.6 h at full power to reach 1240 °C without
losses."""

LOSS_SHARE = 0.5
"""The share of its power that a kiln loses at LOSS_AT_C."""

LOSS_AT_C = 1240.0

POWER = Bound(0, 1000, "Power must be more than 0 and at most 1000 kW.")

Point = tuple[float, float]
"""A point of a curve: hours since the start, and °C."""


@dataclass(frozen=True)
class Energy:
    """What a curve takes, kWh; and the first stretch that needs more power than there is.

    ``too_fast_from_c`` is where that stretch begins to ask too much, ``possible_rate`` what the
    kiln can do there, °C an hour; both None where the power is enough.
    """

    kwh: float
    too_fast_from_c: float | None
    possible_rate: float | None


def energy_of(curve: Sequence[Point], power_kw: float) -> Energy:
    """The energy of a firing that follows a curve, as far as the power goes.

    ``curve`` is of (hours, °C). In kWh, °C and °C an hour. Raises ClayError naming ``power_kw``.
    Source: as said at the head of this file.
    """
    POWER.check("power_kw", power_kw)
    kwh, too_fast = 0.0, None
    for (began, from_c), (ended, to_c) in pairwise(curve):
        hours = ended - began
        if hours <= 0:
            continue
        rate = (to_c - from_c) / hours
        kwh += _stretch(power_kw, hours, rate, from_c, to_c)
        if too_fast is None and rate > 0 and rate > possible_rate(power_kw, to_c):
            too_fast = max(from_c, _hottest_at(rate))
    return Energy(kwh, too_fast, None if too_fast is None else possible_rate(power_kw, too_fast))


def _stretch(power_kw: float, hours: float, rate: float, from_c: float, to_c: float) -> float:
    """kWh of a straight stretch; falling faster than the kiln loses heat takes none."""
    began, ended = (_power(power_kw, rate, temperature) for temperature in (from_c, to_c))
    began, ended = (min(power, power_kw) for power in (began, ended))
    if began >= 0 and ended >= 0:
        return hours * (began + ended) / 2
    if began <= 0 and ended <= 0:
        return 0.0
    above = max(began, ended)
    return hours * above / (above - min(began, ended)) * above / 2


def _power(power_kw: float, rate: float, temperature: float) -> float:
    """kW that a rate asks for at a temperature."""
    return power_kw * (STORE_H_PER_C * rate + _loss_share(temperature))


def _loss_share(temperature: float) -> float:
    return LOSS_SHARE * (temperature - ROOM_C) / (LOSS_AT_C - ROOM_C)


def possible_rate(power_kw: float, temperature: float) -> float:
    """How fast a kiln can climb at a temperature, in °C an hour; the same for any power.

    Raises nothing. Source: as said at the head of this file.
    """
    return max(0.0, (1 - _loss_share(temperature)) / STORE_H_PER_C)


def _hottest_at(rate: float) -> float:
    """The temperature up to which a rate is possible."""
    share = 1 - STORE_H_PER_C * rate
    return ROOM_C + share * (LOSS_AT_C - ROOM_C) / LOSS_SHARE
