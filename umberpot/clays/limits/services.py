"""The studio's own figures in place of the common ones."""

from claycore.judging import limits
from claycore.judging.firing_range import INDEX_UNIT
from claycore.judging.limits import Limit, Limits
from umberpot.studio.models import Studio

RULES = {
    "drying_least_pct": "Drying shrinkage, at least",
    "drying_most_pct": "Drying shrinkage, at most",
    "total_most_pct": "Total shrinkage, at most",
    "smooth_least_pct": "Smooth share by feel, at least",
    "as_dug_least_pct": "Dug clay in the blend, at least",
    "index_stands": "Pyroplastic index, stable up to",
    "index_slumps": "Pyroplastic index, slumps above",
    "sag_most_pct": "Bend bar sag of the span, at most",
    "saturation_most": "Saturation coefficient, at most",
    "brick_boil_most_pct": "Absorption of a boiled brick, at most",
}
"""The rules' figures that a studio may change, by their names in claycore.judging.limits.Limits."""

UNITS = {
    "index_stands": INDEX_UNIT,
    "index_slumps": INDEX_UNIT,
    "saturation_most": "",
}
"""Units of those that are not in percent."""


def absorption_key(ware: str, school: str) -> str:
    """The name under which a studio keeps its own limit of absorption."""
    return f"{ware}_{school}"


def absorption_limit(studio: Studio, ware: str, school: str) -> Limit:
    """The studio's own limit for a ware under a school, or the school's. Raises UnknownChoice."""
    usual = limits.limit(ware, school)
    own = studio.own_limits.get(absorption_key(ware, school))
    return Limit(ware, school, own, is_own=True) if own is not None else usual


def limits_of(studio: Studio, ware: str, school: str) -> Limits:
    """Every figure that a clay is judged by in this studio. Raises UnknownChoice."""
    own = {name: studio.own_limits[name] for name in RULES if name in studio.own_limits}
    return Limits(
        absorption_limit(studio, ware, school),
        absorption_limit(studio, ware, limits.School.STRICT),
        own=frozenset(own),
        **own,
    )
