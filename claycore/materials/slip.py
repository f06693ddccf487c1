"""Dry clay in slip, from its solids or from its specific gravity.

Source: Brongniart's formula, as in every potter's handbook. Solid density 2.6 for clay is from
memory; 2.5 is also used.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.materials.clay_in_hand import ClayInHand, ClayState
from claycore.measure import bounds
from claycore.measure.errors import Inconsistent, OutOfBounds

CLAY_SOLID_DENSITY = 2.6

USUAL_BLENDING_SOLIDS_PCT = 45.0
"""Dry clay in slip of clay and water alone: it pours at 40 to 50 %. Common practice, from memory.

Casting slip, thinned with a deflocculant, holds about 70 %; without one that is a paste.
"""


USUAL_GRAVITIES: dict[str, tuple[float, float]] = {
    "joining": (1.5, 1.7),
    "trailing": (1.4, 1.6),
    "brushing": (1.4, 1.5),
    "pouring and dipping, leather-hard": (1.3, 1.45),
    "engobe on bisque": (1.3, 1.45),
    "casting, deflocculated": (1.75, 1.8),
}
"""Specific gravities that slips for each use commonly have. Common practice, from memory."""


def dry_grams_per_ml(specific_gravity: float, solid_density: float = CLAY_SOLID_DENSITY) -> float:
    """Brongniart's formula: dry grams in a millilitre of slip, ``(ρ − 1) · G / (G − 1)``.

    Raises OutOfBounds naming ``specific_gravity``. Source: Brongniart's formula.
    """
    bounds.SOLID_DENSITY.check("solid_density", solid_density)
    bounds.SPECIFIC_GRAVITY.check("specific_gravity", specific_gravity)
    if specific_gravity >= solid_density:
        raise OutOfBounds("specific_gravity", specific_gravity, bounds.SPECIFIC_GRAVITY.sentence)
    return (specific_gravity - 1) * solid_density / (solid_density - 1)


def solids_pct(specific_gravity: float, solid_density: float = CLAY_SOLID_DENSITY) -> float:
    """Dry grams in 100 g of slip of this specific gravity.

    Percent of the slip's mass. Source: Brongniart's formula.
    """
    return 100 * dry_grams_per_ml(specific_gravity, solid_density) / specific_gravity


def specific_gravity(solids: float, solid_density: float = CLAY_SOLID_DENSITY) -> float:
    """The specific gravity of slip with ``solids`` percent solids; inverts :func:`solids_pct`.

    No unit. Source: Brongniart's formula, solved for the gravity.
    """
    bounds.SOLID_DENSITY.check("solid_density", solid_density)
    share = bounds.SOLIDS.check("solids_pct", solids) / 100
    return 1 / (share / solid_density + 1 - share)


def slip_by_mass(mass_g: float, solids: float) -> ClayInHand:
    """Slip weighed as it is, of known solids (percent of its mass).

    Grams. Raises OutOfBounds naming what cannot be. Source: arithmetic.
    """
    bounds.MASS.check("mass", mass_g)
    bounds.SOLIDS.check("solids_pct", solids)
    return ClayInHand(ClayState.SLIP, mass_g * solids / 100, mass_g * (100 - solids) / 100)


def slip_by_volume(
    volume_ml: float, gravity: float, solid_density: float = CLAY_SOLID_DENSITY
) -> ClayInHand:
    """Slip measured in a jug, of known specific gravity.

    Millilitres. Raises OutOfBounds naming what cannot be. Source: Brongniart's formula.
    """
    bounds.VOLUME.check("volume", volume_ml)
    dry_g = volume_ml * dry_grams_per_ml(gravity, solid_density)
    water_g = volume_ml * (solid_density - gravity) / (solid_density - 1)
    return ClayInHand(ClayState.SLIP, dry_g, water_g)


def gravity_of(mass_g: float, volume_ml: float, solid_density: float = CLAY_SOLID_DENSITY) -> float:
    """Specific gravity of slip of which a known volume was weighed, without its vessel.

    Raises Inconsistent at ``sample_mass`` where it would be lighter than water or as heavy as the
    solid. Grams and millilitres. Source: by definition: mass over the mass of as much water.
    """
    gravity = bounds.MASS.check("sample_mass", mass_g) / bounds.VOLUME.check(
        "sample_volume", volume_ml
    )
    if not 1 < gravity < solid_density:
        raise Inconsistent(
            "sample_mass",
            mass_g,
            f"This gives {gravity:.3g} g per mL, but slip must be between 1 (water) and"
            f" {solid_density:g} (dry clay). Check the units, and whether the jug's"
            " weight is included.",
        )
    return gravity


@dataclass(frozen=True)
class MixedWater:
    """What brings slip to a wanted specific gravity: water or dry clay, never both."""

    add_water_g: float
    add_dry_clay_g: float
    after: ClayInHand


def water_with(dry_g: float, gravity: float, solid_density: float = CLAY_SOLID_DENSITY) -> float:
    """Water that makes slip of this specific gravity of ``dry_g`` of dry clay.

    Grams. Source: Brongniart's formula.
    """
    solids = solids_pct(gravity, solid_density)
    return bounds.MASS.check("mass", dry_g) * (100 - solids) / solids


def density_of_solids(parts: Sequence[tuple[float, float]]) -> float:
    """The density of dry matter of several kinds together: ``Σm / Σ(m / G)``.

    ``parts`` are masses in one unit and densities in g/cm³. Source: volumes add up.
    """
    return sum(mass for mass, _ in parts) / sum(mass / density for mass, density in parts)


def bring_to(
    slip: ClayInHand,
    gravity: float,
    solid_density: float = CLAY_SOLID_DENSITY,
    powder_pct: float = 0.0,
) -> MixedWater:
    """Thins slip with water, or thickens it with dry clay, to a specific gravity.

    The gravity is that of the finished slip: ``powder_pct`` of powder on its dry clay is in it by
    then, and ``solid_density`` is that of both together. ``after`` is the clay and water of it.
    Raises OutOfBounds naming ``target_gravity`` for one that no slip has. Grams. Source:
    Brongniart's formula.
    """
    bounds.SPECIFIC_GRAVITY.check("target_gravity", gravity)
    if gravity >= solid_density:
        raise OutOfBounds("target_gravity", gravity, bounds.SPECIFIC_GRAVITY.sentence)
    with_powder = 1 + powder_pct / 100
    water_g = water_with(slip.dry_g * with_powder, gravity, solid_density)
    if water_g >= slip.water_g:
        return MixedWater(
            water_g - slip.water_g, 0.0, ClayInHand(ClayState.SLIP, slip.dry_g, water_g)
        )
    solids = solids_pct(gravity, solid_density)
    # Slip that has this gravity already may come out a rounding error short.
    dry_g = max(slip.water_g * solids / (100 - solids) / with_powder, slip.dry_g)
    return MixedWater(0.0, dry_g - slip.dry_g, ClayInHand(ClayState.SLIP, dry_g, slip.water_g))
