"""A stain as a ladder: its fired tiles by strength, for each clay, cone and glaze."""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.colour.difference import PLAINLY_DIFFERENT
from claycore.colour.equal_tiles import Noise, Visible, mean_colour
from claycore.colour.next_tiles import Goal
from claycore.colour.notation import Lab
from claycore.colour.series import SeriesOutcome, SeriesReading, SeriesStep, read_series
from claycore.measure.formatting import percentage, plain
from umberpot.colours import sentences
from umberpot.colours.fired import (
    Conditions,
    FiredColour,
    fired_apart,
    fired_colours,
    grouped,
    labs,
)
from umberpot.colours.making import which_next
from umberpot.colours.noise import noise_for, studio_record
from umberpot.shelf.models import Material
from umberpot.shelf.services import grams_on_hand
from umberpot.tiles.models import Tile
from umberpot.ui.wall import Swatch, WallRow, touching

MOST_READ = 400
"""The latest tiles of a stain that its ladders are made of."""

MOST_LADDERS = 8
NEARLY_AS_STRONG = 1.15
"""Up to so many times a percentage is nearly the same strength. Our choice."""

MOST_STRENGTHS = 4
"""Of so many tested strengths it is said how far what is left goes."""


@dataclass(frozen=True)
class Ladder:
    """The strengths of a stain under some conditions: beside each other, and what they say.

    A strength that was only fired under other conditions has its place, and no colour.
    """

    stain: str
    conditions: Conditions
    row: WallRow
    reading: SeriesReading
    fired_apart: str = ""
    """Which of the strengths that decide came from different firings, in words."""

    @property
    def next_url(self) -> str:
        """Which strength to fire next: how much is enough, as long as that is open."""
        is_open = self.reading.outcome in (SeriesOutcome.NOT_DECIDED, SeriesOutcome.NOT_REACHED)
        goal = Goal.ENOUGH if is_open else Goal.KNOW
        return which_next(goal, self.conditions, colourant=self.stain)

    @property
    def odd(self) -> SeriesStep | None:
        """A step between nearly the same strengths that is plain to see: not strength made it."""
        return next(
            (
                step
                for step in self.reading.steps
                if step.to_pct <= NEARLY_AS_STRONG * step.from_pct
                and step.apart.visible is Visible.DIFFERENT
                and step.apart.delta_e > PLAINLY_DIFFERENT
            ),
            None,
        )

    @property
    def summary(self) -> str:
        """How wide it ranges, and from where on more of it gains nothing."""
        if self.odd:
            return (
                f"{percentage(self.odd.from_pct)} % and {percentage(self.odd.to_pct)} % are nearly"
                f" the same strength and look different (ΔE {self.odd.apart.delta_e:.0f}): a batch,"
                " a weighing or a firing differs, not the strength. Make both again."
            )
        if self.reading.outcome is SeriesOutcome.ONE_STRENGTH:
            return self.reading.reason
        said = f"Palest to strongest: ΔE {self.reading.spread:.0f}. {self.reading.reason}"
        return f"{said} {self.fired_apart}".rstrip()


@dataclass(frozen=True)
class StainLadders:
    """All that a stain fired to, clay by clay, and how far what is left of it goes."""

    ladders: Sequence[Ladder]
    goes_far: str


def ladders_of(stain: Material) -> StainLadders:
    """The ladders of a stain. As many queries for many tiles as for one."""
    tiles = Tile.objects.filter(studio=stain.studio_id, mix__parts__material=stain).kept()
    latest = tiles.distinct().order_by("-pk").with_history()[:MOST_READ]
    alone = [
        one
        for one in fired_colours(latest)
        if list(one.pcts) == [stain.name] and one.conditions.cone
    ]
    if not alone:
        return StainLadders([], "")
    noise = noise_for(alone, studio_record(stain.studio))
    strengths = sorted({one.pcts[stain.name] for one in alone})
    by_conditions = grouped(alone, lambda one: one.conditions)
    found = [
        ladder(stain.name, by_conditions[conditions], strengths, noise)
        for conditions in sorted(by_conditions, key=lambda one: one.order)
    ]
    return StainLadders(found[:MOST_LADDERS], _goes_far(stain, strengths))


def ladder(
    stain: str, fired: Sequence[FiredColour], strengths: Sequence[float], noise: Noise
) -> Ladder:
    """The ladder of tiles of one stain alone, fired alike; at least one."""
    conditions = fired[0].conditions
    by_pct = grouped(fired, lambda one: one.pcts[stain])
    reading = read_series({pct: labs(same) for pct, same in by_pct.items()}, noise)
    steps = [_step(pct, by_pct.get(pct, ()), pct not in reading.disagree) for pct in strengths]
    row = touching(steps, f"By strength in {conditions.words}")
    apart = sentences.fired_apart(fired_apart(by_pct, reading.rests_on))
    return Ladder(stain, conditions, row, reading, apart)


def _step(pct: float, fired: Sequence[FiredColour], agree: bool) -> Swatch:
    """One strength: the mean of its tiles where they agree, and where the latest of them is."""
    over = f"{percentage(pct)} %"
    if not fired:
        return Swatch(over, None, under="not fired")
    latest = max(fired, key=lambda one: one.tile)
    more = f" +{len(fired) - 1}" if len(fired) > 1 else ""
    if not agree:
        return Swatch(over, None, under="do not agree", href=latest.href)
    mean: Lab = mean_colour(labs(fired))
    return Swatch(over, mean, under=f"{latest.code}{more}", href=latest.href)


def _goes_far(stain: Material, strengths: Sequence[float]) -> str:
    """How much dry clay what is left of it colours, at strengths that were tested."""
    left = grams_on_hand(stain)
    if left <= 0:
        return ""
    asked = [pct for pct in strengths if pct > 0][-MOST_STRENGTHS:]
    parts = [f"{_mass(left / pct * 100)} of dry clay at {percentage(pct)} %" for pct in asked]
    return f"{plain(left, 1)} g left: enough for {', or '.join(parts)}."


def _mass(grams: float) -> str:
    return f"{plain(grams / 1000, 1)} kg" if grams >= 1000 else f"{plain(grams, 0)} g"
