"""Dry clay in slip, from its solids or from its specific gravity.

Source: Brongniart's formula, as in every potter's handbook. Solid density 2.6 for clay is from
memory; 2.5 is also used.
"""

from claycore import bounds
from claycore.clay_in_hand import SLIP, ClayInHand
from claycore.errors import OutOfBounds

CLAY_SOLID_DENSITY = 2.6


def dry_grams_per_ml(specific_gravity: float, solid_density: float = CLAY_SOLID_DENSITY) -> float:
    """Brongniart's formula: dry grams in a millilitre of slip, ``(ρ − 1) · G / (G − 1)``."""
    bounds.SOLID_DENSITY.check("solid_density", solid_density)
    bounds.SPECIFIC_GRAVITY.check("specific_gravity", specific_gravity)
    if specific_gravity >= solid_density:
        raise OutOfBounds("specific_gravity", specific_gravity, bounds.SPECIFIC_GRAVITY.sentence)
    return (specific_gravity - 1) * solid_density / (solid_density - 1)


def solids_pct(specific_gravity: float, solid_density: float = CLAY_SOLID_DENSITY) -> float:
    """Dry grams in 100 g of slip of this specific gravity."""
    return 100 * dry_grams_per_ml(specific_gravity, solid_density) / specific_gravity


def specific_gravity(solids: float, solid_density: float = CLAY_SOLID_DENSITY) -> float:
    """The specific gravity of slip with ``solids`` percent solids; inverts :func:`solids_pct`."""
    bounds.SOLID_DENSITY.check("solid_density", solid_density)
    share = bounds.SOLIDS.check("solids_pct", solids) / 100
    return 1 / (share / solid_density + 1 - share)


def slip_by_mass(mass_g: float, solids: float) -> ClayInHand:
    """Slip weighed as it is, of known solids (percent of its mass)."""
    bounds.MASS.check("mass", mass_g)
    bounds.SOLIDS.check("solids_pct", solids)
    return ClayInHand(SLIP, mass_g * solids / 100, mass_g * (100 - solids) / 100)


def slip_by_volume(
    volume_ml: float, gravity: float, solid_density: float = CLAY_SOLID_DENSITY
) -> ClayInHand:
    """Slip measured in a jug, of known specific gravity."""
    bounds.VOLUME.check("volume", volume_ml)
    dry_g = volume_ml * dry_grams_per_ml(gravity, solid_density)
    water_g = volume_ml * (solid_density - gravity) / (solid_density - 1)
    return ClayInHand(SLIP, dry_g, water_g)
