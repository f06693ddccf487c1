"""Water absorption, porosity and density of a fired piece.

Sources: ASTM C373 and ASTM C20 for the definitions. How the pores are filled:
:mod:`claycore.testing.soaking`.
"""

import math
from dataclasses import dataclass
from enum import StrEnum

from claycore.measure import bounds
from claycore.measure.errors import Inconsistent
from claycore.measure.uncertainty import (
    COVERAGE,
    Estimate,
    Measured,
    percent_decrease,
    propagated,
    rectangular_std,
)


class AgainstLimit(StrEnum):
    """Where a whole interval lies against a limit."""

    WITHIN = "within"
    OVER = "over"
    NOT_DECIDED = "not_decided"


@dataclass(frozen=True)
class Absorption:
    """Percent absorption, and what weighing the piece hung in water adds.

    ``bulk_density`` and ``apparent_specific_gravity`` are in g/cm³ and a pure number, water taken
    as 1 g/cm³; None where the piece was not weighed hung. ``saturation`` is the coefficient of a
    boil over which the same piece's cold soak stands; None for any other.
    """

    absorption: Estimate
    apparent_porosity: Estimate | None = None
    bulk_density: Estimate | None = None
    apparent_specific_gravity: Estimate | None = None
    saturation: Estimate | None = None


def percent(dry: Measured, wet: Measured) -> Estimate:
    """``A = 100 · (M − D) / D``. Masses and steps in one unit.

    Raises Inconsistent when the piece came out lighter than it went in by more than the scale can
    explain: an error in the record, not a negative absorption. Source: ASTM C373.
    """
    bounds.MASS.check("dry", dry.value)
    bounds.MASS.check("wet", wet.value)
    bounds.STEP.check("scale_step", dry.step)
    bounds.STEP.check("scale_step", wet.step)
    fall = percent_decrease(dry, wet)
    estimate = Estimate(-fall.value, fall.u95)
    if estimate.high < 0:
        raise Inconsistent(
            "wet",
            wet.value,
            "The soaked weight is less than the dry weight by more than the scale can"
            " explain. One of them is wrong: check both.",
        )
    return estimate


def absorption(dry: Measured, wet: Measured, suspended: Measured | None = None) -> Absorption:
    """Absorption, and with the mass hung in water also porosity, density and specific gravity.

    All masses and steps in one unit. Raises ClayError naming the mass that cannot be. Source:
    ASTM C373 and C20.
    """
    estimate = percent(dry, wet)
    if suspended is None:
        return Absorption(estimate)
    bounds.MASS.check("suspended", suspended.value)
    if suspended.value >= min(dry.value, wet.value):
        raise Inconsistent(
            "suspended",
            suspended.value,
            "The suspended weight must be less than the dry weight. Check both.",
        )
    volume = wet.value - suspended.value
    solid = dry.value - suspended.value
    soaked_up = wet.value - dry.value
    return Absorption(
        estimate,
        apparent_porosity=propagated(
            100 * soaked_up / volume,
            100 / volume * dry.u,
            100 * solid / volume**2 * wet.u,
            100 * soaked_up / volume**2 * suspended.u,
        ),
        bulk_density=propagated(
            dry.value / volume,
            dry.u / volume,
            dry.value / volume**2 * wet.u,
            dry.value / volume**2 * suspended.u,
        ),
        apparent_specific_gravity=propagated(
            dry.value / solid,
            suspended.value / solid**2 * dry.u,
            dry.value / solid**2 * suspended.u,
        ),
    )


def saturation_coefficient(dry: Measured, cold: Measured, boiled: Measured) -> Estimate | None:
    """Water taken up by the 24 h cold soak over that of the 5 h boil. Source: ASTM C67.

    None where the boil took up nothing that the scale can tell from none: a ratio of noise.
    """
    if percent(dry, boiled).low <= 0:
        return None
    in_cold, in_boil = cold.value - dry.value, boiled.value - dry.value
    return propagated(
        in_cold / in_boil,
        cold.u / in_boil,
        in_cold / in_boil**2 * boiled.u,
        (in_cold - in_boil) / in_boil**2 * dry.u,
    )


def against_limit(estimate: Estimate, limit_pct: float) -> AgainstLimit:
    """WITHIN only if the whole interval is, OVER only if none of it is, else NOT_DECIDED.

    Source: our choice: an interval that straddles a limit decides nothing.
    """
    if estimate.high <= limit_pct:
        return AgainstLimit.WITHIN
    return AgainstLimit.OVER if estimate.low > limit_pct else AgainstLimit.NOT_DECIDED


def mass_that_would_decide(
    absorption_pct: float, limit_pct: float, scale_step_g: float
) -> float | None:
    """The dry grams at which this scale could tell this absorption from the limit.

    None where they are equal: no piece could. Source: JCGM 100:2008, 4.3.7, solved for the mass.
    """
    apart = abs(absorption_pct - limit_pct)
    if apart == 0:
        return None
    wet_over_dry = 1 + absorption_pct / 100
    return COVERAGE * 100 * rectangular_std(scale_step_g) * math.hypot(1, wet_over_dry) / apart
