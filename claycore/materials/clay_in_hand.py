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
class ClayCondition:
    """The state clay is in, and the dry grams in each gram of it (0 to 1), of whatever amount.

    What is made of it keeps both: water goes in with the powder.
    """

    state: ClayState
    dry_fraction: float

    @property
    def water_pct(self) -> float:
        """Water, percent of the wet weight, without the dust of the sum that found it."""
        return round(100 - 100 * self.dry_fraction, 9)

    def as_weighed_g(self, dry_g: float) -> float:
        """What so many dry grams weigh on the scale. Grams. Source: arithmetic."""
        return dry_g / self.dry_fraction

    def dry_g(self, as_weighed_g: float) -> float:
        """The dry grams in what was weighed. Grams. Source: arithmetic."""
        return as_weighed_g * self.dry_fraction

    def water_with_g(self, powder_g: float) -> float:
        """The water that keeps the clay as wet as it is when dry powder goes in.

        Grams. Source: arithmetic: the powder gets as much water as as much dry clay has.
        """
        return self.as_weighed_g(powder_g) - powder_g


DRY = ClayCondition(ClayState.DRY, 1.0)
"""Clay without water in it."""


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

    @property
    def condition(self) -> ClayCondition:
        """How it lies there, whatever the amount."""
        return ClayCondition(self.state, self.dry_fraction)


def dry_clay(mass_g: float) -> ClayInHand:
    """Clay weighed dry.

    Raises OutOfBounds naming ``mass``. Source: by definition: no water in it.
    """
    return ClayInHand(ClayState.DRY, bounds.MASS.check("mass", mass_g), 0.0)
