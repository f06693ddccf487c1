"""Units a potter measures in, and their size in the core's own.

A new unit is one entry of UNITS. Sources: the international yard and pound agreement of 1959 (oz,
lb, in, exact); the UK Weights and Measures Act 1985 (imperial pint and gallon, exact); NIST
Handbook 44, appendix C (US measures).
"""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum

from claycore.measure.errors import UnknownChoice


class Measure(StrEnum):
    """What a unit measures, and so what its size is in: grams, millilitres or millimetres."""

    MASS = "mass"
    VOLUME = "volume"
    LENGTH = "length"


@dataclass(frozen=True)
class Unit:
    """A unit: its code in an address, its size in the core's own unit, what a page calls it."""

    code: str
    measure: Measure
    size: float
    title: str


UNITS = {
    unit.code: unit
    for unit in (
        Unit("g", Measure.MASS, 1.0, "g"),
        Unit("kg", Measure.MASS, 1000.0, "kg"),
        Unit("oz", Measure.MASS, 28.349523125, "oz"),
        Unit("lb", Measure.MASS, 453.59237, "lb"),
        Unit("ml", Measure.VOLUME, 1.0, "mL"),
        Unit("l", Measure.VOLUME, 1000.0, "L"),
        Unit("floz_us", Measure.VOLUME, 29.5735295625, "fl oz (US)"),
        Unit("floz_imp", Measure.VOLUME, 28.4130625, "fl oz (imperial)"),
        Unit("cup_us", Measure.VOLUME, 236.5882365, "cup (US)"),
        Unit("pint_us", Measure.VOLUME, 473.176473, "pint (US)"),
        Unit("pint_imp", Measure.VOLUME, 568.26125, "pint (imperial)"),
        Unit("qt_us", Measure.VOLUME, 946.352946, "quart (US)"),
        Unit("gal_us", Measure.VOLUME, 3785.411784, "gallon (US)"),
        Unit("mm", Measure.LENGTH, 1.0, "mm"),
        Unit("cm", Measure.LENGTH, 10.0, "cm"),
        Unit("in", Measure.LENGTH, 25.4, "in"),
    )
}
"""Every unit, by its code."""


class UnitSystem(StrEnum):
    """Which units somebody measures in."""

    METRIC = "metric"
    US = "us"
    IMPERIAL = "imperial"


@dataclass(frozen=True)
class System:
    """A way of measuring: its title, and the unit in place of each metric one, by their codes."""

    title: str
    instead_of: Mapping[str, str]


SYSTEMS: dict[UnitSystem, System] = {
    UnitSystem.METRIC: System("g, kg, mL, mm", {}),
    UnitSystem.US: System(
        "oz, lb, US fl oz, inches",
        {"g": "oz", "kg": "lb", "ml": "floz_us", "l": "qt_us", "mm": "in"},
    ),
    UnitSystem.IMPERIAL: System(
        "oz, lb, imperial pints, inches",
        {"g": "oz", "kg": "lb", "ml": "floz_imp", "l": "pint_imp", "mm": "in"},
    ),
}
"""Every way of measuring, by its code. Our choice of what stands for what."""


def system_choices() -> list[tuple[str, str]]:
    """The ways of measuring, as a form offers them. Source: the entries of SYSTEMS."""
    return [(code.value, system.title) for code, system in SYSTEMS.items()]


def sizes(measure: Measure) -> dict[str, float]:
    """The size of each unit of a measure, by its code.

    Source: the entries of UNITS, a source beside each.
    """
    return {unit.code: unit.size for unit in UNITS.values() if unit.measure == measure}


def choices(*measures: Measure) -> list[tuple[str, str]]:
    """The units of these measures, one measure after another, as a form offers them.

    Source: the entries of UNITS.
    """
    return [(u.code, u.title) for m in measures for u in UNITS.values() if u.measure == m]


def size_of(unit: str, measure: Measure, field: str) -> float:
    """A unit's size in the core's own. Raises UnknownChoice naming ``field``.

    Source: the entries of UNITS, a source beside each.
    """
    known = sizes(measure)
    if unit not in known:
        raise UnknownChoice(field, unit, f"The unit must be one of {', '.join(known)}.")
    return known[unit]


def grams(value: float, unit: str, field: str = "unit") -> float:
    """A mass in grams. Raises UnknownChoice naming ``field``. Source: the entries of UNITS."""
    return value * size_of(unit, Measure.MASS, field)


def millilitres(value: float, unit: str, field: str = "volume_unit") -> float:
    """A volume in millilitres. Raises UnknownChoice naming ``field``.

    Source: the entries of UNITS.
    """
    return value * size_of(unit, Measure.VOLUME, field)


def millimetres(value: float, unit: str, field: str = "unit") -> float:
    """A length in millimetres. Raises UnknownChoice naming ``field``.

    Source: the entries of UNITS.
    """
    return value * size_of(unit, Measure.LENGTH, field)


FAHRENHEIT_IN_A_CELSIUS = 1.8
"""How many degrees Fahrenheit a difference of one degree Celsius is."""


def celsius(fahrenheit: float) -> float:
    """A temperature of °F in °C. Source: the definition of the degree Fahrenheit."""
    return (fahrenheit - 32) / FAHRENHEIT_IN_A_CELSIUS


def fahrenheit(celsius: float) -> float:
    """A temperature of °C in °F. Source: the definition of the degree Fahrenheit."""
    return celsius * FAHRENHEIT_IN_A_CELSIUS + 32
