"""Many colourants at several strengths in one clay: every one at one strength first, then the rest.

Each mix starts from plain clay and is made into its tiles before the next is begun, so that two
unlabelled lots never lie side by side. What a bag of sample holds says how many of the strengths it
makes. All masses are dry grams. Source: common practice; the arithmetic is mass balance.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from claycore.materials.clay_in_hand import ClayCondition
from claycore.measure import bounds
from claycore.measure.errors import Inconsistent
from claycore.measure.formatting import percentage, plain
from claycore.measure.notices import Notice
from claycore.mixing import weighing
from claycore.mixing.series import (
    COMFORTABLE_BATCH_G,
    LOSS,
    MOST_TILES_EACH,
    NONE_OR_MORE,
    USUAL_LOSS_PCT,
)
from claycore.mixing.series_backwards import rounded_down

MOST_COLOURANTS = 40
MOST_STRENGTHS = 4
"""Strengths of each colourant. Our choice."""

CONTROLS = 2
"""Tiles of plain clay: one with glaze, one without. Common practice."""


@dataclass(frozen=True)
class Bag:
    """A colourant, and how much of it there is; None where there is plenty. Grams."""

    name: str
    powder_g: float | None = None


@dataclass(frozen=True)
class WantedCampaign:
    """A campaign that is wanted. ``pcts`` are in the order they are fired, percent on dry clay."""

    bags: tuple[Bag, ...]
    pcts: tuple[float, ...]
    tile_dry_g: float
    tiles_each: int = 1
    loss_pct: float = USUAL_LOSS_PCT
    scale_step_g: float = 0.01
    has_controls: bool = True

    @property
    def batch_g(self) -> float:
        """One mix, clay and colourant together, dry: its tiles and what is lost."""
        return self.tile_dry_g * self.tiles_each / (1 - self.loss_pct / 100)

    @property
    def controls_g(self) -> float:
        """The plain clay for the controls, dry; 0 where none are wanted."""
        if not self.has_controls:
            return 0.0
        return self.tile_dry_g * CONTROLS / (1 - self.loss_pct / 100)


@dataclass(frozen=True)
class CampaignBatch:
    """One mix of a campaign, dry grams; ``colourant`` is '' for the plain clay of the controls."""

    colourant: str
    pct: float
    clay_g: float
    colourant_g: float


@dataclass(frozen=True)
class Reach:
    """What a bag comes to: the powder of each strength, and the strengths it makes, as wanted.

    ``reached`` are in the order they are fired: the first, then each that what is left still
    makes. ``largest_tile_g`` is the tile, dry, that all strengths could have.
    """

    bag: Bag
    needs_g: tuple[float, ...]
    reached: tuple[float, ...]
    largest_tile_g: float | None

    @property
    def left_g(self) -> float | None:
        """What stays in the bag after the first strength; None where there is plenty."""
        return None if self.bag.powder_g is None else self.bag.powder_g - self.needs_g[0]

    @property
    def missing_g(self) -> float:
        """What lacks for all strengths; 0 where nothing does."""
        if self.bag.powder_g is None:
            return 0.0
        return max(0.0, math.fsum(self.needs_g) - self.bag.powder_g)


@dataclass(frozen=True)
class Campaign:
    """A campaign worked out: the mixes of each strength in the order they are made, and the bags.

    The controls come first, with the first strength.
    """

    rounds: tuple[tuple[CampaignBatch, ...], ...]
    reaches: tuple[Reach, ...]

    @property
    def is_possible(self) -> bool:
        """Whether every bag makes at least the first strength."""
        return all(reach.reached for reach in self.reaches)

    @property
    def clay_g(self) -> float:
        """The plain dry clay of the first strength."""
        return math.fsum(batch.clay_g for batch in self.rounds[0])


def _share(pct: float) -> float:
    return pct / (100 + pct)


def batch(wanted: WantedCampaign, colourant: str, pct: float) -> CampaignBatch:
    """One mix at a strength. Dry grams. Source: arithmetic, percent on dry clay."""
    colourant_g = wanted.batch_g * _share(pct)
    return CampaignBatch(colourant, pct, wanted.batch_g - colourant_g, colourant_g)


def _reach(wanted: WantedCampaign, bag: Bag) -> Reach:
    needs_g = tuple(wanted.batch_g * _share(pct) for pct in wanted.pcts)
    left_g = math.inf if bag.powder_g is None else bag.powder_g * (1 + 1e-12)
    reached: list[float] = []
    for pct, needed_g in zip(wanted.pcts, needs_g, strict=True):
        if needed_g > left_g:
            if not reached:
                break
            continue
        left_g -= needed_g
        reached.append(pct)
    largest_g = None
    if bag.powder_g is not None:
        largest_g = wanted.tile_dry_g * bag.powder_g / math.fsum(needs_g)
    return Reach(bag, needs_g, tuple(reached), largest_g)


def check(wanted: WantedCampaign) -> None:
    """Raises ClayError naming the field that cannot be. Source: what a campaign can be."""
    _check_bags(wanted.bags)
    _check_strengths(wanted.pcts)
    bounds.MASS.check("tile_dry_g", wanted.tile_dry_g)
    LOSS.check("loss_pct", wanted.loss_pct)
    bounds.STEP.check("scale_step_g", wanted.scale_step_g)
    if not 1 <= wanted.tiles_each <= MOST_TILES_EACH:
        raise Inconsistent(
            "tiles_each", wanted.tiles_each, f"Enter 1 to {MOST_TILES_EACH} tiles of each."
        )


def _check_bags(bags: Sequence[Bag]) -> None:
    if not bags:
        raise Inconsistent("stain", 0, "Enter at least one colourant.")
    if len(bags) > MOST_COLOURANTS:
        raise Inconsistent(
            "stain",
            len(bags),
            f"A campaign can have at most {MOST_COLOURANTS} colourants. Split it into two.",
        )
    names = [bag.name.casefold() for bag in bags]
    twice = next((bag.name for bag in bags if names.count(bag.name.casefold()) > 1), "")
    if twice:
        raise Inconsistent("stain", twice, f"{twice} is entered twice. Remove one.")
    for bag in bags:
        if bag.powder_g is not None:
            NONE_OR_MORE.check("stain", bag.powder_g)


def _check_strengths(pcts: Sequence[float]) -> None:
    if not 1 <= len(pcts) <= MOST_STRENGTHS:
        raise Inconsistent(
            "then_pcts", len(pcts), f"Enter at most {MOST_STRENGTHS - 1} further strengths."
        )
    for position, pct in enumerate(pcts):
        field = "then_pcts" if position else "first_pct"
        bounds.PERCENTAGE.check(field, pct)
        if pct <= 0:
            raise Inconsistent(
                field, pct, "Enter a strength above 0 %. Plain clay is made as the control."
            )
        if pct in pcts[:position]:
            raise Inconsistent(field, pct, f"{percentage(pct)} % is entered twice. Remove one.")


def plan(wanted: WantedCampaign) -> Campaign:
    """The campaign: its mixes, strength by strength, and what each bag makes of it.

    Later strengths hold only what the bags still make. Raises ClayError. Source: arithmetic; the
    order is common practice.
    """
    check(wanted)
    reaches = tuple(_reach(wanted, bag) for bag in wanted.bags)
    first, *later = wanted.pcts
    controls = (CampaignBatch("", 0.0, wanted.controls_g, 0.0),) if wanted.has_controls else ()
    rounds = [(*controls, *(batch(wanted, bag.name, first) for bag in wanted.bags))]
    rounds += [
        tuple(batch(wanted, r.bag.name, pct) for r in reaches if pct in r.reached) for pct in later
    ]
    return Campaign(tuple(rounds), reaches)


def largest_tile_g(wanted: WantedCampaign, clay: ClayCondition) -> float:
    """The largest tile, dry, of which every bag makes all strengths, as the scale can weigh it.

    ``wanted.tile_dry_g`` counts for nothing. Grams. Raises Inconsistent at ``stain`` where no bag
    says what is in it. Source: arithmetic.
    """
    check(wanted)
    limits = [reach.largest_tile_g for reach in (_reach(wanted, bag) for bag in wanted.bags)]
    known = [grams for grams in limits if grams is not None]
    if not known or min(known) <= 0:
        raise Inconsistent(
            "stain", 0, "Enter how many grams of each colourant there are, above 0 g."
        )
    return rounded_down(min(known), clay, wanted.scale_step_g)


def warnings(wanted: WantedCampaign, found: Campaign) -> list[Notice]:
    """What stands in the way or deserves a second look: bags that come short, small weighings.

    Source: common practice.
    """
    notices = []
    first = wanted.pcts[0]
    short = [reach.bag for reach in found.reaches if not reach.reached]
    if short:
        needs_g = found.reaches[0].needs_g[0]
        notices.append(
            Notice(
                "short_of_powder",
                f"Too little for {percentage(first)} % ({plain(needs_g, 2)} g each):"
                f" {_listed(short)}. Make the tiles smaller, or leave"
                f" {'it' if len(short) == 1 else 'them'} out.",
            )
        )
    too_fine = [pct for pct in wanted.pcts if not _is_honest(wanted.batch_g * _share(pct), wanted)]
    if too_fine:
        pcts = ", ".join(percentage(pct) for pct in too_fine)
        notices.append(
            Notice(
                "below_the_scale",
                f"The colourant for {pcts} % is too little to weigh in"
                f" {plain(wanted.scale_step_g, 4)} g steps. Make the mixes larger, or use a finer"
                " scale.",
            )
        )
    if wanted.batch_g < COMFORTABLE_BATCH_G:
        notices.append(
            Notice(
                "small_batch",
                f"Mixes of {plain(wanted.batch_g)} g dry are hard to wedge evenly. Make more tiles"
                " of each, or larger ones.",
            )
        )
    return notices


def _is_honest(grams: float, wanted: WantedCampaign) -> bool:
    return weighing.is_honest(grams, wanted.scale_step_g)


def _listed(bags: Sequence[Bag]) -> str:
    return ", ".join(bag.name for bag in bags)
