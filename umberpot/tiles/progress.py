"""Where a tile stands, and what is to be done with it next."""

from dataclasses import dataclass

from umberpot.kiln.models import Firing
from umberpot.tiles.models import ColourReading, Reading, Step, Tile


@dataclass(frozen=True)
class Standing:
    """A tile's current readings by quantity, its colour, and the step that comes next.

    The fired readings and the colour are those after the last firing.
    """

    tile: Tile
    firing: Firing | None
    readings: dict[str, Reading]
    colour: ColourReading | None
    step: Step

    @property
    def step_words(self) -> str:
        return str(self.step.label)

    def value(self, quantity: str) -> float | None:
        """The current figure of a quantity, None where there is none."""
        reading = self.readings.get(quantity)
        return reading.value if reading else None


def _next_step(
    firing: Firing | None, readings: dict[str, Reading], colour: ColourReading | None
) -> Step:
    if firing is None:
        return (
            Step.FIRE
            if Reading.LENGTH_DRY in readings or Reading.MASS_DRY in readings
            else Step.DRY
        )
    if Reading.LENGTH_FIRED not in readings or Reading.MASS_FIRED not in readings:
        return Step.MEASURE
    if Reading.MASS_SOAKED not in readings:
        return Step.SOAK
    return Step.READ if colour else Step.COLOUR


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
    step = _next_step(firing, readings, colour) if tile.shaped_at else Step.MAKE
    return Standing(tile, firing, readings, colour, step)
