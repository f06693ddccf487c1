"""Units a potter measures in, and their size in the core's own.

Sources: the international yard and pound agreement of 1959 (oz, lb, in, exact); the UK Weights and
Measures Act 1985 (imperial pint and gallon, exact); NIST Handbook 44, appendix C (US measures).
"""

from claycore.errors import UnknownChoice

GRAMS = {"g": 1.0, "kg": 1000.0, "oz": 28.349523125, "lb": 453.59237}

MILLILITRES = {
    "ml": 1.0,
    "l": 1000.0,
    "floz_us": 29.5735295625,
    "floz_imp": 28.4130625,
    "cup_us": 236.5882365,
    "pint_us": 473.176473,
    "pint_imp": 568.26125,
    "qt_us": 946.352946,
    "gal_us": 3785.411784,
}

MILLIMETRES = {"mm": 1.0, "cm": 10.0, "in": 25.4}


def _size(sizes: dict[str, float], field: str, unit: str) -> float:
    try:
        return sizes[unit]
    except KeyError:
        raise UnknownChoice(field, unit, f"The unit must be one of {', '.join(sizes)}.") from None


def grams(value: float, unit: str, field: str = "unit") -> float:
    """A mass in grams. Raises UnknownChoice naming ``field``."""
    return value * _size(GRAMS, field, unit)


def millilitres(value: float, unit: str, field: str = "volume_unit") -> float:
    """A volume in millilitres. Raises UnknownChoice naming ``field``."""
    return value * _size(MILLILITRES, field, unit)


def millimetres(value: float, unit: str, field: str = "unit") -> float:
    """A length in millimetres. Raises UnknownChoice naming ``field``."""
    return value * _size(MILLIMETRES, field, unit)
