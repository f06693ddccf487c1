"""Where a tile stands, and what is to be done with it next."""

from collections.abc import Iterable
from dataclasses import dataclass
from typing import TypeVar

from django.urls import reverse

from claycore.firing import cones
from claycore.firing.drafts import FiringStage, stage_for
from claycore.testing import soaking
from claycore.testing.bar_roles import role_of
from claycore.testing.readings import Quantity
from claycore.testing.surface_remarks import SURFACE_REMARKS
from umberpot.firings.models import Firing
from umberpot.tiles.models import ColourReading, ColourWords, Reading, Step, Tile

Noted = TypeVar("Noted", ColourReading, ColourWords)


_STAGES = {
    Step.DRY: "dry",
    Step.FIRE: "fire",
    Step.MEASURE: "fired",
    Step.SOAK: "fired",
    Step.COLOUR: "fired",
}


@dataclass(frozen=True)
class TileProgress:
    """A tile's current readings by quantity, its colour, also in words, and what comes next.

    ``bare_colour`` is that of its bare half, where it has one; ``surface`` has codes of
    claycore.testing.surface_remarks. The fired readings and the colours
    are those after the last firing; soaked and hung masses those of the soak to judge by.
    """

    tile: Tile
    firing: Firing | None
    readings: dict[str, Reading]
    colour: ColourReading | None
    words: str
    step: Step
    bare_colour: ColourReading | None = None
    surface: tuple[str, ...] = ()

    @property
    def step_words(self) -> str:
        return str(self.step.label)

    @property
    def stage(self) -> str:
        """The part of its record where what comes next is noted; '' where that is elsewhere."""
        return _STAGES.get(self.step, "")

    def get_next_url(self) -> str:
        """Where what comes next is done."""
        if self.step == Step.MAKE and self.tile.trial.plan_id:
            return reverse("tiles:plan", args=[self.tile.trial.plan_id])
        if self.step == Step.READ:
            return reverse("results:tile", args=[self.tile.code])
        return reverse("tiles:record", args=[self.tile.code])

    def __str__(self) -> str:
        return self.tile.code

    def get_absolute_url(self) -> str:
        """Where its figures are entered."""
        return self.tile.get_absolute_url()

    def value(self, quantity: str) -> float | None:
        """The current figure of a quantity, None where there is none."""
        reading = self.readings.get(quantity)
        return reading.value if reading else None


def _next_step(
    tile: Tile,
    firing: Firing | None,
    readings: dict[str, Reading],
    colour_is_noted: bool,
) -> Step:
    if firing is None:
        dry = Quantity.LENGTH_DRY in readings or Quantity.MASS_DRY in readings
        return Step.FIRE if dry else Step.DRY
    if tile.goes_on_after(firing):
        return Step.FIRE
    missing = [k for k in role_of(tile.role).needed_fired() if k.quantity not in readings]
    if missing:
        return Step.SOAK if all(kind.by_method for kind in missing) else Step.MEASURE
    if tile.cones_after(firing):
        return Step.FIRE
    return Step.READ if colour_is_noted or tile.is_bar else Step.COLOUR


def _surest_soak_last(reading: Reading) -> int:
    return -soaking.method(reading.method).rank if reading.method else 0


def progress_of(tile: Tile) -> TileProgress:
    """Where a tile fetched ``with_history`` stands; makes no query of its own."""
    firing = tile.last_firing
    wanted = (None, firing.pk if firing else None)
    readings = {
        reading.quantity: reading
        for reading in sorted(tile.readings.all(), key=_surest_soak_last)
        if reading.is_current and reading.firing_id in wanted
    }
    colour, bare = _colours_of(tile, firing)
    said = _of_firing(tile.colour_words.all(), firing)
    step = Step.MAKE
    if tile.shaped_at:
        is_noted = bool(said or (colour and (bare or not halves_differ(tile))))
        step = _next_step(tile, firing, readings, is_noted)
    words = said.words if said else ""
    surface = _surface_of(tile, firing)
    return TileProgress(tile, firing, readings, colour, words, step, bare, surface)


def progress_to_draw(tile: Tile) -> TileProgress:
    """A tile fetched ``with_looks`` as far as it is drawn: its readings and words are left out.

    Its step is the one that was noted with its last reading.
    """
    firing = tile.last_firing
    colour, bare = _colours_of(tile, firing)
    return TileProgress(tile, firing, {}, colour, "", Step(tile.step), bare)


def _colours_of(
    tile: Tile, firing: Firing | None
) -> tuple[ColourReading | None, ColourReading | None]:
    """Its colour after a firing, and that of its bare half."""
    colours = tile.colours.all()
    return (
        _of_firing((one for one in colours if not one.of_bare_half), firing),
        _of_firing((one for one in colours if one.of_bare_half), firing),
    )


def _surface_of(tile: Tile, firing: Firing | None) -> tuple[str, ...]:
    """What is seen on the surface after the firing, in the order of the set list."""
    seen = {
        remark.code
        for remark in tile.remarks.all()
        if remark.withdrawn_at is None and firing and remark.firing_id == firing.pk
    }
    return tuple(str(code) for code in SURFACE_REMARKS if code in seen)


def halves_differ(tile: Tile) -> bool:
    """Whether its halves have colours of their own by now: not yet after a bisque on the way."""
    if not (tile.bare_half and tile.firings):
        return False
    *before, last = tile.firings
    if not last.cone:
        return True
    is_on_the_way = cones.order(last.cone) < cones.order(tile.cone)
    is_bisque = stage_for(last.cone, bool(before), is_glazed=False) is FiringStage.BISQUE
    return not (is_bisque and is_on_the_way)


def _of_firing(noted: Iterable[Noted], firing: Firing | None) -> Noted | None:
    """The current one of what was noted after a firing."""
    return next(
        (one for one in noted if one.is_current and firing and one.firing_id == firing.pk), None
    )
