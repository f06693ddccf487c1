"""Pyrometric cones, from coolest to hottest, and where they bend at a rate.

A cone measures heat work, not temperature: the faster the last 100 °C, the hotter it bends.
Temperatures are for self-supporting cones. Source: the cone makers' published charts, from memory.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

from claycore.measure.bounds import Bound
from claycore.measure.errors import UnknownChoice

LAST_STRETCH_C = 100.0
"""The rate over this last stretch decides where a cone bends. Source: the published charts."""

CHARTED_RATES = (15.0, 60.0, 150.0)
"""The rates of the chart's columns, °C an hour over the last stretch."""

USUAL_RATE = 60.0
"""The rate that is meant where none is named. Common practice."""

RATE = Bound(0, 2000, "Rate must be more than 0 and at most 2000 °C per hour.")
TEMPERATURE = Bound(0, 1600, "Temperature must be more than 0 and at most 1600 °C.")

_CHART = """
022 – 586 590, 021 – 600 617, 020 – 626 638, 019 656 678 695, 018 686 715 734, 017 705 738 763,
016 742 772 796, 015 750 791 818, 014 757 807 838, 013 807 837 861, 012 843 861 882,
011 857 875 894, 010 891 903 915, 09 907 920 930, 08 922 942 956, 07 962 976 987, 06 981 998 1013,
05.5 1004 1015 1025, 05 1021 1031 1044, 04 1046 1063 1077, 03 1071 1086 1104, 02 1078 1102 1122,
01 1093 1119 1138, 1 1109 1137 1154, 2 1112 1142 1164, 3 1115 1152 1170, 4 1141 1162 1183,
5 1159 1186 1207, 5.5 1167 1203 1225, 6 1185 1222 1243, 7 1201 1239 1257, 8 1211 1249 1271,
9 1224 1260 1280, 10 1251 1285 1305, 11 1272 1294 1315, 12 1285 1306 1326, 13 1310 1331 1348,
14 1351 1365 1384
"""


def _read_chart() -> dict[str, tuple[int | None, int, int]]:
    chart: dict[str, tuple[int | None, int, int]] = {}
    for row in _CHART.replace("\n", " ").split(","):
        name, slow, usual, fast = row.split()
        chart[name] = (None if slow == "–" else int(slow), int(usual), int(fast))
    return chart


_TEMPERATURES = _read_chart()
"""Of each cone the temperatures at the charted rates; None where the chart has none."""

CONES = tuple(_TEMPERATURES)
"""Every cone's name, coolest first: 022 is the coolest, and 01 is cooler than 1."""


def check(name: str, field: str = "cone") -> str:
    """Give a cone's name back, or raise UnknownChoice naming ``field``.

    Source: the cones of this module's table.
    """
    if name not in _TEMPERATURES:
        raise UnknownChoice(field, name, "Enter a cone from 022 to 01, from 1 to 14, 05.5 or 5.5.")
    return name


def temperature_c(name: str) -> int:
    """About where the cone bends when the last 100 °C go at 60 °C an hour.

    In °C. Source: the cone makers' published charts, from memory.
    """
    return _TEMPERATURES[check(name)][1]


@dataclass(frozen=True)
class Bends:
    """Where a cone bends at a rate, °C; ``charted`` says that the rate lies within the chart's."""

    temperature_c: float
    charted: bool


def charted(name: str) -> list[tuple[float, int]]:
    """The chart's row of a cone as (rate, temperature), slowest first.

    In °C an hour and °C. Source: the cone makers' published charts, from memory.
    """
    row = zip(CHARTED_RATES, _TEMPERATURES[check(name)], strict=True)
    return [(rate, temperature) for rate, temperature in row if temperature is not None]


def bends_at(name: str, rate: float = USUAL_RATE) -> Bends:
    """Where a cone bends when the last 100 °C go at a rate, in °C and °C an hour.

    Between the charted rates it is interpolated on the logarithm of the rate; outside, the nearest
    stretch is continued, and ``charted`` is False. Raises ClayError naming ``cone`` or ``rate``.
    Source: the cone makers' published charts, from memory; the interpolation is common practice.
    """
    RATE.check("rate", rate)
    row = charted(name)
    low, high = _stretch(row, rate)
    share = math.log(rate / low[0]) / math.log(high[0] / low[0])
    temperature = low[1] + share * (high[1] - low[1])
    return Bends(temperature, row[0][0] <= rate <= row[-1][0])


def _stretch(
    row: Sequence[tuple[float, int]], rate: float
) -> tuple[tuple[float, int], tuple[float, int]]:
    """The two neighbours of a row that the rate lies between, or the nearest two."""
    stretches = list(pairwise(row))
    return next((pair for pair in stretches if rate <= pair[1][0]), stretches[-1])


@dataclass(frozen=True)
class Between:
    """The hottest cone that is down at a temperature and rate, and the next; None past the ends."""

    lower: str | None
    upper: str | None
    charted: bool


def between(temperature: float, rate: float = USUAL_RATE) -> Between:
    """Between which cones a temperature lies, at the rate of the last 100 °C.

    In °C and °C an hour. Raises ClayError naming ``temperature`` or ``rate``. Source: as
    ``bends_at``.
    """
    TEMPERATURE.check("temperature", temperature)
    down = [name for name in CONES if bends_at(name, rate).temperature_c <= temperature + 1e-9]
    lower = max(down, key=order, default=None)
    place = order(lower) + 1 if lower else 0
    upper = CONES[place] if place < len(CONES) else None
    asked = [name for name in (lower, upper) if name]
    return Between(lower, upper, all(bends_at(name, rate).charted for name in asked))


def order(name: str) -> int:
    """The cone's place from coolest (0) to hottest, for sorting.

    Source: the order of this module's table.
    """
    return CONES.index(check(name))


def mistaken_for(name: str) -> str | None:
    """The cone that a slip of the pen makes of this one: 6 for 06 and 06 for 6; None where none.

    Raises ClayError naming ``cone``. Source: common practice.
    """
    other = check(name).removeprefix("0") if name.startswith("0") else f"0{name}"
    return other if other in _TEMPERATURES else None


def needed_for(temperature: float) -> str | None:
    """The coolest cone that bends at or above this temperature in °C; None over the hottest.

    Source: the cone makers' published charts, from memory.
    """
    return next((name for name in CONES if temperature_c(name) >= temperature), None)
