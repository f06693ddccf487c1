"""Campaign: ``/mix/campaign/``, many colourants at several strengths in one clay."""

from dataclasses import dataclass, replace
from typing import Any

from django import forms
from django.http import HttpRequest, QueryDict
from django.urls import reverse

from claycore.materials.clay_in_hand import ClayCondition, ClayInHand, ClayState
from claycore.materials.composition import Addition, Convention
from claycore.measure import bounds
from claycore.measure.formatting import counted, percentage, to_step
from claycore.mixing import campaign, series
from claycore.mixing.campaign import (
    MOST_COLOURANTS,
    Bag,
    Campaign,
    CampaignBatch,
    Reach,
    WantedCampaign,
)
from claycore.mixing.dose import Dose, dose
from claycore.mixing.dose_checks import water_warnings
from claycore.mixing.series_on_the_scale import CLAY_WORDS
from claycore.mixing.weighing import out_of_its_bag
from umberpot.mixing.calculators.additions import UNNAMED
from umberpot.mixing.calculators.bags import BagsField, as_line
from umberpot.mixing.calculators.base import MixCalculator
from umberpot.mixing.calculators.clay import ClayConditionForm
from umberpot.mixing.calculators.fields import KnowsScale, empty_bag_field
from umberpot.mixing.calculators.series import TILES
from umberpot.shelf.services import counted_stock_of
from umberpot.ui.calculators import Answer, CalculatorForm
from umberpot.ui.fields.counts import CountField
from umberpot.ui.fields.measures import LONGEST_TEXT, STILL_NEEDED, MeasureField
from umberpot.ui.fields.not_applying import does_not_apply
from umberpot.ui.fields.percentages import PercentagesField
from umberpot.ui.fields.ticks import TickField


@dataclass(frozen=True)
class CampaignInputs:
    """A campaign that is wanted, and the clay it is made of ('' where that was not named)."""

    wanted: WantedCampaign
    clay: ClayCondition
    clay_name: str
    water_measured: bool

    def dose_of(self, batch: CampaignBatch) -> Dose:
        """A mix as it is weighed, in the state the clay is in; of plain clay too."""
        clay_g = batch.clay_g
        lies = ClayInHand(self.clay.state, clay_g, self.clay.as_weighed_g(clay_g) - clay_g)
        addition = Addition(batch.colourant or UNNAMED, batch.pct)
        return dose(lies, [addition], Convention.ON_DRY_CLAY)


class CampaignForm(KnowsScale, ClayConditionForm[CampaignInputs]):
    """The colourants and what is in their bags, the strengths, and what the tiles take."""

    default_scale_step_g = 0.01
    amounts = ("tile_g",)
    state_left_out = ClayState.DRY
    field_order = ("clay", "state")

    clay = forms.CharField(max_length=LONGEST_TEXT, required=False, label="Clay")
    stain = BagsField(label="Colourants")
    bag_g = empty_bag_field()
    first_pct = MeasureField(bounds.PERCENTAGE, label="First strength")
    then_pcts = PercentagesField(required=False, label="Later strengths")
    tile_g = MeasureField(bounds.MASS, required=False, label="Weight of a tile")
    tile_dry_g = MeasureField(bounds.MASS, required=False, label="Dry weight of a tile")
    largest = TickField(label="As large as every bag allows")
    tiles_each = CountField(TILES, required=False, label="Tiles of each mix")
    controls = TickField(label="Plain tiles as controls, one glazed and one not")
    loss_pct = MeasureField(series.LOSS, required=False, label="Mixing loss")
    scale_step_g = MeasureField(bounds.STEP, required=False, label="Scale reads to")

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean()
        if cleaned.get("largest"):
            does_not_apply(self, cleaned, "tile_g", "tile_dry_g")
        elif self.was_filled("tile_g") and self.was_filled("tile_dry_g"):
            self.add_error("tile_g", "Enter the weight of a tile once: as weighed, or dry.")
        elif not self.was_filled("tile_g") and not self.was_filled("tile_dry_g"):
            self.require("tile_g", STILL_NEEDED)
        return cleaned

    def inputs(self) -> CampaignInputs:
        typed, clay = self.cleaned_data, self.condition()
        loss_pct = typed["loss_pct"]
        wanted = WantedCampaign(
            tuple(_without_bag(bag, typed["bag_g"] or 0.0) for bag in typed["stain"]),
            (typed["first_pct"], *(typed["then_pcts"] or ())),
            1.0,
            int(typed["tiles_each"] or 1),
            series.USUAL_LOSS_PCT if loss_pct is None else loss_pct,
            self.scale_step,
            typed["controls"],
        )
        if typed["largest"]:
            tile_dry_g = campaign.largest_tile_g(wanted, clay)
        elif typed["tile_dry_g"] is not None:
            tile_dry_g = typed["tile_dry_g"]
        else:
            tile_dry_g = clay.dry_g(typed["tile_g"])
        wanted = replace(wanted, tile_dry_g=tile_dry_g)
        return CampaignInputs(wanted, clay, typed["clay"], self.water_measured)


def _without_bag(bag: Bag, bag_g: float) -> Bag:
    """A colourant that was weighed in its bag. Raises Inconsistent where the bag weighs more."""
    if bag.powder_g is None:
        return bag
    return replace(bag, powder_g=out_of_its_bag(bag.powder_g, bag_g, bag.name))


@dataclass(frozen=True)
class MixAnswer:
    """One mix: ``name`` is '' for plain clay. ``clay_as_weighed_g`` in the clay's state."""

    name: str
    pct: float
    clay_as_weighed_g: float
    dry_clay_g: float
    colourant_g: float
    water_to_add_g: float


@dataclass(frozen=True)
class RoundAnswer:
    """All mixes of one strength, in the order they are made."""

    pct: float
    mixes: list[MixAnswer]


@dataclass(frozen=True)
class BagAnswer:
    """A colourant: what there is of it (null: plenty), and the strengths that it makes."""

    name: str
    powder_g: float | None
    needs_g: list[float]
    reached_pcts: list[float]
    missing_g: float


@dataclass(frozen=True, kw_only=True)
class CampaignAnswer(Answer):
    """What ``/mix/campaign/`` answers; masses are dry unless their names say otherwise."""

    tile_dry_g: float
    possible: bool
    rounds: list[RoundAnswer]
    colourants: list[BagAnswer]


class CampaignView(MixCalculator[CampaignInputs, Campaign]):
    """Many colourants at several strengths in one clay."""

    form_class = CampaignForm
    page = "mixing/calculators/campaign.html"
    fragment = "mixing/calculators/_campaign_answer.html"
    initial = {
        "state": ClayState.PLASTIC,
        "first_pct": "7",
        "then_pcts": "3.5, 12",
        "tile_g": "30",
        "tiles_each": "1",
        "controls": "1",
        "loss_pct": "5",
    }

    def solve(self, inputs: CampaignInputs) -> Campaign:
        return campaign.plan(inputs.wanted)

    def takes(self, inputs: CampaignInputs, result: Campaign) -> dict[str, float]:
        powder = {batch.colourant: batch.colourant_g for batch in result.rounds[0]}
        return {**powder, inputs.clay_name: result.clay_g}

    def colourants(self, inputs: CampaignInputs, result: Campaign) -> list[str]:
        return [bag.name for bag in inputs.wanted.bags]

    def answer(self, inputs: CampaignInputs, result: Campaign) -> CampaignAnswer:
        wanted = inputs.wanted
        return CampaignAnswer(
            tile_dry_g=wanted.tile_dry_g,
            possible=result.is_possible,
            rounds=[
                RoundAnswer(pct, [_mix_answer(inputs, batch) for batch in batches])
                for pct, batches in zip(wanted.pcts, result.rounds, strict=True)
            ],
            colourants=[
                BagAnswer(
                    reach.bag.name,
                    reach.bag.powder_g,
                    list(reach.needs_g),
                    list(reach.reached),
                    reach.missing_g,
                )
                for reach in result.reaches
            ],
            warnings=[
                *campaign.warnings(wanted, result),
                *water_warnings(inputs.clay, measured=inputs.water_measured),
            ],
        )

    def shown(self, inputs: CampaignInputs, result: Campaign) -> dict[str, Any]:
        wanted, step_g = inputs.wanted, inputs.wanted.scale_step_g
        first = result.rounds[0]
        coloured = inputs.dose_of(campaign.batch(wanted, UNNAMED, wanted.pcts[0]))
        tiles = len(wanted.bags) * wanted.tiles_each
        controls = campaign.CONTROLS if wanted.has_controls else 0
        return {
            "headline": _headline(wanted, tiles, controls),
            "tile": _tile_words(inputs),
            "pcts": [percentage(pct) for pct in wanted.pcts],
            "rows": [_row(reach, wanted) for reach in result.reaches],
            "clay": to_step(coloured.clay.mass_g, step_g),
            "clay_words": CLAY_WORDS[inputs.clay.state],
            "dry_clay": to_step(coloured.clay.dry_g, step_g) if coloured.clay.water_g else "",
            "colourant": to_step(first[-1].colourant_g, step_g),
            "water": coloured.water_to_add_g,
            "control_clay": to_step(inputs.clay.as_weighed_g(wanted.controls_g), step_g),
            "all_clay": inputs.clay.as_weighed_g(result.clay_g),
            "first": percentage(wanted.pcts[0]),
            "later": [percentage(pct) for pct in wanted.pcts[1:]],
            "most": MOST_COLOURANTS,
        }

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        context = super().page_context(request, form)
        if request.user.is_authenticated:
            context["shelf_query"] = self._whole_shelf(request, form)
        return context

    def _whole_shelf(self, request: HttpRequest, form: CalculatorForm) -> str:
        """The address of this campaign with every stain of the shelf that something is left of."""
        on_shelf = self._on_shelf(request, None)
        stains = [m for m in on_shelf.materials if m.kind == "stain"] if on_shelf else []
        stock = counted_stock_of(stains)
        bags = [Bag(m.name, stock.get(m.pk)) for m in stains if stock.get(m.pk) != 0]
        query = QueryDict(mutable=True)
        pairs = form.query_pairs() if form.is_bound else [*self.initial.items()]
        for name, value in pairs:
            if name != "stain":
                query.appendlist(name, value)
        query.setlist("stain", [as_line(bag) for bag in bags[:MOST_COLOURANTS]])
        return f"{reverse('mixing:campaign')}?{query.urlencode()}" if bags else ""


def _mix_answer(inputs: CampaignInputs, batch: CampaignBatch) -> MixAnswer:
    found = inputs.dose_of(batch)
    return MixAnswer(
        batch.colourant,
        batch.pct,
        found.clay.mass_g,
        found.clay.dry_g,
        batch.colourant_g,
        found.water_to_add_g,
    )


def _headline(wanted: WantedCampaign, tiles: int, controls: int) -> str:
    count = len(wanted.bags)
    colourants = counted(count, "colourant")
    plain_tiles = f" and {controls} plain ones" if controls else ""
    return (
        f"{colourants} at {percentage(wanted.pcts[0])}\u00a0% first:"
        f" {counted(tiles, 'tile')}{plain_tiles}."
    )


def _tile_words(inputs: CampaignInputs) -> str:
    step_g, grams = inputs.wanted.scale_step_g, inputs.wanted.tile_dry_g
    dry = f"{to_step(grams, step_g)}\u00a0g dry"
    if inputs.clay.state == ClayState.DRY:
        return dry
    return f"{to_step(inputs.clay.as_weighed_g(grams), step_g)}\u00a0g, {dry}"


def _row(reach: Reach, wanted: WantedCampaign) -> dict[str, Any]:
    """A colourant: what it has, what each strength takes, and whether it gets there."""
    step_g = wanted.scale_step_g
    has = "" if reach.bag.powder_g is None else to_step(reach.bag.powder_g, step_g)
    return {
        "name": reach.bag.name,
        "has": has,
        "cells": [
            (to_step(grams, step_g), pct in reach.reached)
            for pct, grams in zip(wanted.pcts, reach.needs_g, strict=True)
        ],
        "missing": to_step(reach.missing_g, step_g) if reach.missing_g > 0 else "",
    }
