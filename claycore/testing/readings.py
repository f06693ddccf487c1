"""What is read off a test piece: each quantity with its unit and when it is read.

Sources: ASTM C326 for lengths, C373 for masses; sag and thickness are common practice.
"""

from dataclasses import dataclass
from enum import StrEnum

from claycore.measure import bounds
from claycore.measure.bounds import Bound


class Quantity(StrEnum):
    """A quantity that is read off a piece, by the code it is kept under."""

    LENGTH_WET = "length_wet"
    MASS_WET = "mass_wet"
    LENGTH_DRY = "length_dry"
    MASS_DRY = "mass_dry"
    LENGTH_FIRED = "length_fired"
    MASS_FIRED = "mass_fired"
    MASS_SOAKED = "mass_soaked"
    MASS_HUNG = "mass_hung"
    SAG = "sag"
    THICKNESS = "thickness"


@dataclass(frozen=True)
class ReadingKind:
    """A quantity with all that belongs to it.

    ``column`` is its title where the stage is known. ``fired`` says that it is read after a firing.
    ``by_method`` says that it belongs to a way of soaking. ``needed`` is False for what a piece can
    do without before it goes on. ``bound`` is what it may be.
    """

    quantity: Quantity
    title: str
    column: str
    unit: str
    bound: Bound
    fired: bool = False
    by_method: bool = False
    needed: bool = True

    @property
    def is_mass(self) -> bool:
        return self.unit == "g"


def _mass(quantity: Quantity, title: str, column: str, **more: bool) -> ReadingKind:
    return ReadingKind(quantity, title, column, "g", bounds.MASS, **more)


def _length(quantity: Quantity, title: str, column: str, **more: bool) -> ReadingKind:
    return ReadingKind(quantity, title, column, "mm", bounds.LENGTH, **more)


READINGS: dict[str, ReadingKind] = {
    kind.quantity: kind
    for kind in (
        _length(Quantity.LENGTH_WET, "wet length", "Wet length"),
        _mass(Quantity.MASS_WET, "wet weight", "Wet weight"),
        _length(Quantity.LENGTH_DRY, "bone-dry length", "Bone-dry length"),
        _mass(Quantity.MASS_DRY, "bone-dry weight", "Bone-dry weight"),
        _length(Quantity.LENGTH_FIRED, "fired length", "Fired length", fired=True),
        _mass(Quantity.MASS_FIRED, "fired weight, dry", "Fired weight, dry", fired=True),
        _mass(Quantity.MASS_SOAKED, "soaked weight", "Soaked weight", fired=True, by_method=True),
        _mass(
            Quantity.MASS_HUNG,
            "suspended weight",
            "Suspended weight",
            fired=True,
            by_method=True,
            needed=False,
        ),
        _length(Quantity.THICKNESS, "thickness", "Thickness", fired=True),
        ReadingKind(Quantity.SAG, "sag", "Sag", "mm", bounds.SAG, fired=True),
    )
}
"""Every quantity, in the order they are read."""


def choices() -> list[tuple[str, str]]:
    """Every quantity's code and title, as a column of the database offers them.

    Source: the entries of READINGS.
    """
    return [(kind.quantity.value, kind.title) for kind in READINGS.values()]
