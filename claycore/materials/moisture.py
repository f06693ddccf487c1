"""Water in plastic clay.

Water content is on the wet basis: water divided by the mass of the clay as it is. The water of
plasticity of a clay test is on the dry basis (water divided by dry clay); the two are not the same
number. Source: common practice, and arithmetic.
"""

from claycore.materials.clay_in_hand import ClayInHand, ClayState
from claycore.measure import bounds
from claycore.measure.errors import Inconsistent
from claycore.measure.formatting import plain
from claycore.measure.notices import Notice
from claycore.measure.uncertainty import Estimate, Measured, percent_decrease

USUAL_WATER_PCT = (18.0, 25.0)
"""Water in throwing clay, wet basis. Source: common practice."""

USUAL_PLASTIC_WATER_PCT = sum(USUAL_WATER_PCT) / 2
"""What is taken of plastic clay that nobody measured: the middle of the usual. Common practice."""

POSSIBLE_WATER_PCT = (13.0, 30.0)
"""Outside this, plastic clay is leather-hard or sludge, or the figure is on the dry basis.

Source: common practice, from memory.
"""


def plastic_clay(mass_g: float, water_pct: float) -> ClayInHand:
    """Plastic clay weighed as it is: ``dry = wet · (1 − W)``.

    Raises OutOfBounds naming ``mass`` or ``water``. Source: arithmetic, water on the wet basis.
    """
    bounds.MASS.check("mass", mass_g)
    bounds.WATER.check("water_pct", water_pct)
    return ClayInHand(ClayState.PLASTIC, mass_g * (100 - water_pct) / 100, mass_g * water_pct / 100)


def plastic_mass(dry_g: float, water_pct: float) -> float:
    """How much plastic clay holds these dry grams; the inverse of :func:`plastic_clay`.

    Grams. Source: arithmetic, water on the wet basis.
    """
    return 100 * dry_g / (100 - bounds.WATER.check("water_pct", water_pct))


def water_to_add(powder_g: float, clay: ClayInHand) -> float:
    """Water that keeps plastic clay as soft as it was: ``W / (1 − W) · m_powder``.

    Grams. Source: arithmetic, water on the wet basis.
    """
    return powder_g * clay.water_g / clay.dry_g


def wet_basis(dry_basis_pct: float) -> float:
    """Water on the dry basis (water / dry clay) as water content on the wet basis.

    Both in percent. Source: arithmetic: ``w / (1 + w)``.
    """
    return 100 * dry_basis_pct / (100 + dry_basis_pct)


UNMEASURED_WITHIN_PCT = (USUAL_WATER_PCT[1] - USUAL_WATER_PCT[0]) / 2
"""How far an unmeasured water content is easily off, in points: half the usual range.

Source: arithmetic on the usual range, which is common practice.
"""


def measured(wet_g: float, dry_g: float, step_g: float) -> Estimate:
    """Water content, percent of the wet mass, of a pinch weighed wet and then bone dry.

    The scale's step gives its u95 (JCGM 100:2008, 4.3.7). Raises ClayError at ``wet`` or ``dry``.
    Source: arithmetic; JCGM 100:2008, 4.3.7 for the step.
    """
    bounds.MASS.check("wet", wet_g)
    bounds.MASS.check("dry", dry_g)
    if dry_g >= wet_g:
        raise Inconsistent(
            "dry", dry_g, "The dry weight must be less than the wet weight. Check both."
        )
    bounds.STEP.check("scale_step", step_g)
    return percent_decrease(Measured(wet_g, step_g), Measured(dry_g, step_g))


def on_dry_basis_pct(wet_g: float, dry_g: float) -> float:
    """The water of a pinch in percent of its dry clay. Source: arithmetic."""
    return 100 * (wet_g - dry_g) / dry_g


COARSE_PCT = 1.0
"""A water content worse than ± this is worth a bigger pinch. Common practice, from memory."""


def measurement_warnings(found: Estimate) -> list[Notice]:
    """What deserves a word about a water content that was measured. Source: common practice."""
    if found.u95 <= COARSE_PCT:
        return []
    return [
        Notice(
            "coarse",
            f"± {plain(found.u95, 1)} percentage points is a wide range. Weigh a larger"
            " sample or use a finer scale.",
        )
    ]


def water_of_plasticity(wet: Measured, dry: Measured) -> Estimate:
    """Water of a just workable clay on the **dry** basis: ``100 · (wet − dry) / dry``.

    Source: ASTM C326. Raises Inconsistent at ``dry`` where drying did not make it lighter.
    """
    if dry.value >= wet.value:
        raise Inconsistent(
            "dry", dry.value, "The dry weight must be less than the wet weight. Check both."
        )
    gained = percent_decrease(dry, wet)
    return Estimate(-gained.value, gained.u95)


def really_made(pct: float, water_pct: float, really_water_pct: float) -> float:
    """What a dose of ``pct`` for clay of ``water_pct`` makes if its water is really another.

    Percent on dry clay. Source: arithmetic, water on the wet basis.
    """
    return pct * (100 - water_pct) / (100 - really_water_pct)
