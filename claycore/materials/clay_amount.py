"""An amount of clay as people state it, in any unit and state, and what it is on the bench."""

from dataclasses import dataclass, replace

from claycore.materials import clay_in_hand, moisture, slip
from claycore.materials.clay_in_hand import ClayCondition, ClayInHand, ClayState
from claycore.measure import units
from claycore.measure.errors import Inconsistent


@dataclass(frozen=True)
class ClayAmount:
    """A mass or, of slip, a volume, with what its state needs to tell its dry clay.

    Plastic clay needs ``water_pct`` (of the wet weight); slip ``solids_pct`` or
    ``specific_gravity``, and ``solid_density`` where that is not clay's usual one.
    """

    state: ClayState
    mass: float | None = None
    unit: str = "g"
    volume: float | None = None
    volume_unit: str = "ml"
    water_pct: float | None = None
    solids_pct: float | None = None
    specific_gravity: float | None = None
    solid_density: float | None = None

    @property
    def density(self) -> float:
        """The density of its dry solid, g/cm³."""
        return self.solid_density or slip.CLAY_SOLID_DENSITY

    @property
    def volume_ml(self) -> float | None:
        """Its volume in millilitres, where that is how it was stated. Raises UnknownChoice."""
        if self.volume is None:
            return None
        return units.millilitres(self.volume, self.volume_unit)

    @property
    def mass_g(self) -> float:
        """Its mass in grams. Raises ClayError naming ``mass`` or ``unit``."""
        if self.mass is None:
            raise Inconsistent("mass", None, "How much clay is it?")
        return units.grams(self.mass, self.unit)

    def in_hand(self) -> ClayInHand:
        """Its dry clay and its water, in grams. Raises ClayError naming what cannot be.

        Source: the states' own functions (moisture, slip).
        """
        if self.state == ClayState.SLIP:
            return self._slip()
        if self.state == ClayState.DRY:
            return clay_in_hand.dry_clay(self.mass_g)
        if self.water_pct is None:
            raise Inconsistent("water_pct", None, "Enter the water content.")
        return moisture.plastic_clay(self.mass_g, self.water_pct)

    def condition(self) -> ClayCondition:
        """The state and its dry fraction, with no amount stated. Raises ClayError as in_hand does.

        Source: the states' own functions (moisture, slip).
        """
        return replace(self, mass=100.0, unit="g", volume=None).in_hand().condition

    def _slip(self) -> ClayInHand:
        gravity, solids, volume_ml = self.specific_gravity, self.solids_pct, self.volume_ml
        if gravity is None and solids is None:
            raise Inconsistent(
                "solids_pct", None, "Give the slip's solids or its specific gravity."
            )
        if volume_ml is not None:
            if gravity is None and solids is not None:
                gravity = slip.specific_gravity(solids, self.density)
            return slip.slip_by_volume(volume_ml, gravity or 0.0, self.density)
        if solids is None and gravity is not None:
            solids = slip.solids_pct(gravity, self.density)
        return slip.slip_by_mass(self.mass_g, solids or 0.0)
