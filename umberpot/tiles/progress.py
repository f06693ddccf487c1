"""Where a tile stands, and what is to be done with it next."""

from dataclasses import dataclass

from umberpot.kiln.models import Firing
from umberpot.tiles.models import ColourReading, Reading, Tile

DRY = "dry"
FIRE = "fire"
MEASURE = "measure"
SOAK = "soak"
COLOUR = "colour"
READ = "read"

STEPS = {
    DRY: "Let dry, then measure and weigh",
    FIRE: "Fire",
    MEASURE: "Measure and weigh fired",
    SOAK: "Soak and weigh",
    COLOUR: "Note the colour",
    READ: "Ready to read",
}


@dataclass(frozen=True)
class Standing:
    """A tile's current readings by quantity, its colour, and the step that comes next.

    The fired readings and the colour are those after the last firing.
    """

    tile: Tile
    firing: Firing | None
    readings: dict[str, Reading]
    colour: ColourReading | None
    step: str

    @property
    def step_words(self) -> str:
        return STEPS[self.step]

    def value(self, quantity: str) -> float | None:
        """The current figure of a quantity, None where there is none."""
        reading = self.readings.get(quantity)
        return reading.value if reading else None


def _next_step(
    firing: Firing | None, readings: dict[str, Reading], colour: ColourReading | None
) -> str:
    if firing is None:
        return FIRE if Reading.LENGTH_DRY in readings or Reading.MASS_DRY in readings else DRY
    if Reading.LENGTH_FIRED not in readings or Reading.MASS_FIRED not in readings:
        return MEASURE
    if Reading.MASS_SOAKED not in readings:
        return SOAK
    return READ if colour else COLOUR


def standing(tile: Tile) -> Standing:
    """Where a tile fetched ``with_history`` stands; makes no query of its own."""
    firing = tile.last_firing
    wanted = (None, firing.pk if firing else None)
    readings = {
        reading.quantity: reading
        for reading in tile.readings.all()
        if reading.is_current and reading.firing_id in wanted
    }
    colour = next(
        (
            colour
            for colour in tile.colours.all()
            if colour.is_current and firing and colour.firing_id == firing.pk
        ),
        None,
    )
    return Standing(tile, firing, readings, colour, _next_step(firing, readings, colour))
