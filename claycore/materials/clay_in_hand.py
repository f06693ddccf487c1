"""Clay as it lies on the bench: its dry grams and the water that is in it."""

from dataclasses import dataclass
from enum import StrEnum

from claycore.measure import bounds


class ClayState(StrEnum):
    """How clay lies on the bench."""

    DRY = "dry"
    PLASTIC = "plastic"
    SLIP = "slip"


STATES = (ClayState.DRY, ClayState.PLASTIC, ClayState.SLIP)


@dataclass(frozen=True)
class ClayInHand:
    """An amount of clay in a state, in grams of dry clay and grams of water."""

    state: ClayState
    dry_g: float
    water_g: float

    @property
    def mass_g(self) -> float:
        """What it weighs as it is."""
        return self.dry_g + self.water_g

    @property
    def dry_fraction(self) -> float:
        """Dry grams in each gram as it is, from 0 to 1."""
        return self.dry_g / self.mass_g


def dry_clay(mass_g: float) -> ClayInHand:
    """Clay weighed dry.

    Raises OutOfBounds naming ``mass``. Source: by definition: no water in it.
    """
    return ClayInHand(ClayState.DRY, bounds.MASS.check("mass", mass_g), 0.0)
