"""Grams of colourant for clay in any state.

Everything is calculated on the dry grams in the clay, which is where most mistakes are made.
Source: common practice.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.materials import moisture
from claycore.materials.clay_in_hand import ClayInHand, ClayState
from claycore.materials.composition import Addition, as_on_dry_clay, share_of_total
from claycore.measure.errors import Inconsistent


@dataclass(frozen=True)
class DosedAddition:
    """A colourant, its mass, and its percentage in both conventions."""

    name: str
    mass_g: float
    pct_on_dry_clay: float
    share_of_total_pct: float


@dataclass(frozen=True)
class Dose:
    """Clay in hand and what goes into it.

    ``water_to_add_g`` is the water that powder would steal from a plastic body; 0 for dry clay and
    slip.
    """

    clay: ClayInHand
    additions: tuple[DosedAddition, ...]
    water_to_add_g: float

    @property
    def powder_g(self) -> float:
        """All colourants together."""
        return sum(addition.mass_g for addition in self.additions)

    @property
    def dry_total_g(self) -> float:
        """Dry clay and colourants together."""
        return self.clay.dry_g + self.powder_g

    @property
    def total_g(self) -> float:
        """All of it as it is: clay with its water, colourants, and the water to add."""
        return self.clay.mass_g + self.powder_g + self.water_to_add_g


def clay_for_powder_g(powder_g: float, pct_on_dry_clay: float) -> float:
    """The dry clay that so much powder colours at a strength. Grams.

    Raises Inconsistent at ``add`` for 0 %, which no powder runs out at. Source: arithmetic.
    """
    if pct_on_dry_clay <= 0:
        raise Inconsistent("add", pct_on_dry_clay, "Enter a strength above 0 %.")
    return 100 * powder_g / pct_on_dry_clay


def dose(clay: ClayInHand, additions: Sequence[Addition], convention: str) -> Dose:
    """The grams of each addition for this clay.

    Raises ClayError naming ``add`` or ``convention``. Source: common practice, and arithmetic on
    dry clay.
    """
    pcts = as_on_dry_clay(additions, convention, clay.dry_fraction)
    dosed = tuple(
        DosedAddition(addition.name, clay.dry_g * pct / 100, pct, share)
        for addition, pct, share in zip(additions, pcts, share_of_total(pcts), strict=True)
    )
    powder_g = sum(addition.mass_g for addition in dosed)
    stolen_g = moisture.water_to_add(powder_g, clay) if clay.state == ClayState.PLASTIC else 0.0
    return Dose(clay, dosed, stolen_g)
