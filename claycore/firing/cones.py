"""Pyrometric cones, from coolest to hottest.

A cone measures heat work, not temperature. Temperatures are for self-supporting cones at 60 °C an
hour over the last 100 °C. Source: the cone makers' published charts, from memory.
"""

from claycore.measure.errors import UnknownChoice

_AT_60_C_PER_HOUR = (
    "022 586, 021 600, 020 626, 019 678, 018 715, 017 738, 016 772, 015 791, 014 807, 013 837,"
    " 012 861, 011 875, 010 903, 09 920, 08 942, 07 976, 06 998, 05.5 1015, 05 1031, 04 1063,"
    " 03 1086, 02 1102, 01 1119, 1 1137, 2 1142, 3 1152, 4 1162, 5 1186, 5.5 1203, 6 1222, 7 1239,"
    " 8 1249, 9 1260, 10 1285, 11 1294, 12 1306, 13 1331, 14 1365"
)

_TEMPERATURES: dict[str, int] = {}
for _row in _AT_60_C_PER_HOUR.split(", "):
    _name, _temperature = _row.split()
    _TEMPERATURES[_name] = int(_temperature)

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
    return _TEMPERATURES[check(name)]


def order(name: str) -> int:
    """The cone's place from coolest (0) to hottest, for sorting.

    Source: the order of this module's table.
    """
    return CONES.index(check(name))


def reached_by(temperature: float) -> str | None:
    """The hottest cone that bends at or below this temperature in °C; None under the coolest.

    Source: the cone makers' published charts, from memory.
    """
    reached = [name for name, at in _TEMPERATURES.items() if at <= temperature]
    return reached[-1] if reached else None


def needed_for(temperature: float) -> str | None:
    """The coolest cone that bends at or above this temperature in °C; None over the hottest.

    Source: the cone makers' published charts, from memory.
    """
    return next((name for name, at in _TEMPERATURES.items() if at >= temperature), None)
