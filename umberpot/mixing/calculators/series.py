"""Series: ``/mix/series/``, several strengths from little powder."""

from dataclasses import dataclass, replace
from typing import Any

from django import forms
from django.http import HttpRequest, QueryDict

from claycore.materials.clay_in_hand import ClayCondition, ClayState
from claycore.measure import bounds
from claycore.measure.bounds import Bound
from claycore.measure.errors import ClayError
from claycore.measure.formatting import counted, percentage, plain, to_step, total_shown
from claycore.mixing import series, series_backwards, series_on_the_scale
from claycore.mixing.dose_checks import water_warnings
from claycore.mixing.series import PlannedBatch, SeriesPlan, WantedSeries
from claycore.mixing.series_on_the_scale import Ingredient, ToWeigh, to_weigh
from claycore.mixing.weighing import out_of_its_bag
from umberpot.mixing.calculators.base import MixCalculator
from umberpot.mixing.calculators.clay import ClayConditionForm, StateSwitch, with_fields
from umberpot.mixing.calculators.fields import KnowsScale, empty_bag_field
from umberpot.shelf.services import counted_stock_of
from umberpot.ui.calculators import Answer, wants_json
from umberpot.ui.fields.counts import CountField
from umberpot.ui.fields.measures import LONGEST_TEXT, STILL_NEEDED, MeasureField
from umberpot.ui.fields.not_applying import does_not_apply
from umberpot.ui.fields.number_lists import in_words
from umberpot.ui.fields.percentages import PercentagesField
from umberpot.ui.fields.ticks import TickField
from umberpot.ui.mix_bar import BarSegment, SegmentKind

TILES = Bound(
    1,
    series.MOST_TILES_EACH,
    f"Enter 1 to {series.MOST_TILES_EACH} tiles of each strength.",
    low_allowed=True,
)


@dataclass(frozen=True)
class SeriesInputs:
    """A series that is wanted, and what it is made of by name ('' where that was left empty)."""

    wanted: WantedSeries
    tiles_each: int
    clay: ClayCondition
    clay_name: str
    colourant: str
    largest: bool
    water_measured: bool

    @property
    def tile_dry_g(self) -> float:
        """One tile, dry."""
        return self.wanted.tiles_g / self.tiles_each


class SeriesForm(KnowsScale, ClayConditionForm[SeriesInputs]):
    """Percentages, what the tiles take, and what there is to make them with.

    A tile is stated as it is weighed (``tile_g``), dry (``tile_dry_g``), or as ``largest``. Besides
    the contract: ``colourant`` and ``clay`` (names), ``round_start_g``.
    """

    default_scale_step_g = 0.01
    amounts = ("tile_g",)
    state_left_out = ClayState.DRY
    field_order = ("clay", "state")

    clay = forms.CharField(max_length=LONGEST_TEXT, required=False, label="Clay")
    colourant = forms.CharField(max_length=LONGEST_TEXT, required=False, label="Colourant")
    pcts = PercentagesField(label="Strengths, on dry clay")
    tile_g = MeasureField(bounds.MASS, required=False, label="Weight of a tile")
    tile_dry_g = MeasureField(bounds.MASS, required=False, label="Dry weight of a tile")
    largest = TickField(label="As large as the colourant allows")
    tiles_each = CountField(TILES, required=False, label="Tiles of each strength")
    powder_g = MeasureField(series.NONE_OR_MORE, required=False, label="Colourant on hand")
    bag_g = empty_bag_field()
    loss_pct = MeasureField(series.LOSS, required=False, label="Mixing loss")
    smallest_batch_g = MeasureField(series.NONE_OR_MORE, required=False, label="Smallest mix, dry")
    round_start_g = MeasureField(series.NONE_OR_MORE, required=False, label="Round first weight to")
    scale_step_g = MeasureField(bounds.STEP, required=False, label="Scale reads to")

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean()
        if cleaned.get("largest"):
            does_not_apply(self, cleaned, "tile_g", "tile_dry_g")
            self.require("powder_g", "Enter the colourant on hand.")
        elif self.was_filled("tile_g") and self.was_filled("tile_dry_g"):
            self.add_error("tile_g", "Enter the weight of a tile once: as weighed, or dry.")
        elif not self.was_filled("tile_g"):
            self.require("tile_dry_g", STILL_NEEDED)
        return cleaned

    def inputs(self) -> SeriesInputs:
        typed, clay = self.cleaned_data, self.condition()
        tiles_each = int(typed["tiles_each"] or 1)
        loss_pct = typed["loss_pct"]
        wanted = WantedSeries(
            typed["pcts"],
            1.0,
            self._powder_g(),
            series.USUAL_LOSS_PCT if loss_pct is None else loss_pct,
            typed["smallest_batch_g"] or 0.0,
            self.scale_step,
            typed["round_start_g"] or 0.0,
        )
        tile_dry_g = self._tile_dry_g(wanted, tiles_each, clay)
        return SeriesInputs(
            replace(wanted, tiles_g=tile_dry_g * tiles_each),
            tiles_each,
            clay,
            typed["clay"],
            typed["colourant"],
            typed["largest"],
            self.water_measured,
        )

    def _powder_g(self) -> float | None:
        """The colourant on hand, without the bag it was weighed in. Raises ClayError."""
        typed = self.cleaned_data
        if typed["powder_g"] is None:
            return None
        return out_of_its_bag(typed["powder_g"], typed["bag_g"] or 0.0)

    def _tile_dry_g(self, wanted: WantedSeries, tiles_each: int, clay: ClayCondition) -> float:
        typed = self.cleaned_data
        if typed["largest"]:
            return series_backwards.largest_on_the_scale(wanted, tiles_each, clay)
        dry_g: float | None = typed["tile_dry_g"]
        return clay.dry_g(typed["tile_g"]) if dry_g is None else dry_g


@dataclass(frozen=True)
class LeftoverAnswer:
    """What is left of one strength."""

    pct: float
    mass_g: float


@dataclass(frozen=True)
class WeighAnswer:
    """One thing to put on the scale: grams there, and the dry grams in it."""

    what: str
    mass_g: float
    dry_g: float


@dataclass(frozen=True)
class PlanAnswer:
    """One way to make the series; all but ``clay_as_weighed_g`` and ``weigh`` in dry grams."""

    strategy: str
    start_pct: float
    feasible: bool
    missing: list[str]
    colourant_g: float
    clay_g: float
    rounds: int
    weighings: int
    smallest_weighing_g: float
    leftovers: list[LeftoverAnswer]
    steps: list[str]
    clay_as_weighed_g: float
    weigh: list[WeighAnswer]


@dataclass(frozen=True, kw_only=True)
class SeriesAnswer(Answer):
    """The contract of ``/mix/series/``; ``recommended`` is an index of ``plans``."""

    tile_dry_g: float
    plans: list[PlanAnswer]
    recommended: int
    reason: str


class SeriesView(MixCalculator[SeriesInputs, list[SeriesPlan]]):
    """Several strengths from little powder."""

    form_class = SeriesForm
    page = "mixing/calculators/series.html"
    fragment = "mixing/calculators/_series_answer.html"
    initial = {
        "state": ClayState.PLASTIC,
        "pcts": "3, 6, 9",
        "tile_g": "30",
        "tiles_each": "1",
        "loss_pct": "5",
        "smallest_batch_g": "30",
    }

    def asked(self, request: HttpRequest) -> QueryDict:
        """The largest tiles are of what the shelf has, where nobody says how much there is."""
        query = super().asked(request)
        wants_largest = query.get("largest") and not query.get("powder_g", "").strip()
        on_shelf = None if wants_json(request) else self._on_shelf(request, None)
        if not wants_largest or on_shelf is None:
            return query
        colourant = on_shelf.colourant(query.get("colourant", ""))
        grams = counted_stock_of([colourant])[colourant.pk] if colourant else None
        if not grams:
            return query
        found = {"powder_g": plain(grams, 2)}
        before = self.switch or StateSwitch({})
        self.switch = replace(before, fields={**before.fields, **found})
        return with_fields(query, found)

    def solve(self, inputs: SeriesInputs) -> list[SeriesPlan]:
        return series.plans(inputs.wanted)

    def takes(self, inputs: SeriesInputs, result: list[SeriesPlan]) -> dict[str, float]:
        plan = result[series.recommend(result)[0]]
        return {inputs.clay_name: plan.clay_g, inputs.colourant: plan.colourant_g}

    def colourants(self, inputs: SeriesInputs, result: list[SeriesPlan]) -> list[str]:
        return [inputs.colourant] if inputs.colourant else []

    def answer(self, inputs: SeriesInputs, result: list[SeriesPlan]) -> SeriesAnswer:
        recommended, reason = series.recommend(result)
        return SeriesAnswer(
            tile_dry_g=inputs.tile_dry_g,
            plans=[_plan_answer(inputs, plan) for plan in result],
            recommended=recommended,
            reason=reason,
            warnings=[
                *series.warnings(inputs.wanted, result[recommended]),
                *water_warnings(inputs.clay, measured=inputs.water_measured),
            ],
        )

    def shown(self, inputs: SeriesInputs, result: list[SeriesPlan]) -> dict[str, Any]:
        """The plans side by side, the recommended first; ways that are the same stand once."""
        recommended, _ = series.recommend(result)
        first = result[recommended]
        distinct: list[SeriesPlan] = [first]
        for plan in result:
            if all(plan.batches != other.batches for other in distinct):
                distinct.append(plan)
        return {
            "plans": [_card(inputs, plan, plan is first) for plan in distinct],
            "understood": in_words(inputs.wanted.pcts, "%"),
            "tile": _tile_words(inputs),
            "powder": _powder_words(inputs),
        }


def _plan_answer(inputs: SeriesInputs, plan: SeriesPlan) -> PlanAnswer:
    step_g = inputs.wanted.scale_step_g
    return PlanAnswer(
        strategy=plan.strategy,
        start_pct=plan.start_pct,
        feasible=plan.feasible,
        missing=list(plan.missing),
        colourant_g=plan.colourant_g,
        clay_g=plan.clay_g,
        rounds=plan.rounds,
        weighings=plan.weighings,
        smallest_weighing_g=plan.smallest_weighing_g,
        leftovers=[LeftoverAnswer(pct, grams) for pct, grams in plan.leftovers],
        steps=series_on_the_scale.steps(plan, inputs.clay, step_g, inputs.tiles_each),
        clay_as_weighed_g=inputs.clay.as_weighed_g(plan.clay_g),
        weigh=[
            WeighAnswer(part.named(inputs.clay.state), part.mass_g, part.dry_g)
            for batch in plan.batches
            for part in to_weigh(plan, batch, inputs.clay)
        ],
    )


def _tile_words(inputs: SeriesInputs) -> str:
    """What one tile weighs as it is made, and dry where that is another figure."""
    step_g = inputs.wanted.scale_step_g
    dry = f"{to_step(inputs.tile_dry_g, step_g)}\u00a0g dry"
    if inputs.clay.state == ClayState.DRY:
        return dry
    as_weighed = to_step(inputs.clay.as_weighed_g(inputs.tile_dry_g), step_g)
    words = "of slip" if inputs.clay.state == ClayState.SLIP else "plastic"
    return f"{as_weighed}\u00a0g {words}, {dry}"


def _powder_words(inputs: SeriesInputs) -> str:
    """What the colourant on hand allows; '' where nobody said how much there is."""
    wanted, clay, step_g = inputs.wanted, inputs.clay, inputs.wanted.scale_step_g
    if not wanted.powder_g or inputs.largest:
        return ""
    try:
        rounded_g = series_backwards.largest_on_the_scale(wanted, inputs.tiles_each, clay)
    except ClayError as error:
        return str(error)
    as_weighed = to_step(clay.as_weighed_g(rounded_g), step_g)
    most = series_backwards.most_tiles_each(wanted, inputs.tile_dry_g)
    powder = f"{plain(wanted.powder_g)}\u00a0g of colourant"
    tiles = f"{counted(most, 'tile')} of this size" if most else "no tile of this size"
    each = "one tile" if inputs.tiles_each == 1 else f"{inputs.tiles_each} tiles"
    return f"{powder} gives {tiles} at each strength, or {each} of up to {as_weighed}\u00a0g each."


def _css(plan: SeriesPlan, is_first: bool) -> list[str]:
    shown = {"plan-first": is_first, "plan-not": not plan.feasible}
    return [name for name, holds in shown.items() if holds]


def _card(inputs: SeriesInputs, plan: SeriesPlan, is_first: bool) -> dict[str, Any]:
    largest = max(batch.total_g for batch in plan.batches)
    step_g, clay = inputs.wanted.scale_step_g, inputs.clay
    batches = [_batch(inputs, plan, batch, largest) for batch in plan.batches]
    return {
        "plan": plan,
        "recommended": is_first,
        "css": " ".join(_css(plan, is_first)),
        "title": series.STRATEGIES[plan.strategy],
        "powder": _total(batches, Ingredient.COLOURANT),
        "clay": _total(batches, Ingredient.CLAY),
        "clay_words": series_on_the_scale.CLAY_WORDS[clay.state],
        "dry_clay": "" if clay.state == ClayState.DRY else to_step(plan.clay_g, step_g),
        "smallest": to_step(plan.smallest_weighing_g, step_g),
        "leftovers": [
            f"{to_step(clay.as_weighed_g(grams), step_g)} g at {percentage(pct)} %"
            for pct, grams in plan.leftovers
        ],
        "batches": batches,
    }


def _total(batches: list[dict[str, Any]], ingredient: Ingredient) -> str:
    """All of one ingredient, as the weighings that are shown add up."""
    return total_shown(
        [
            text
            for batch in batches
            for part, text in batch["weighed"]
            if part.ingredient == ingredient
        ]
    )


_SEGMENTS = {
    Ingredient.MIX: SegmentKind.TAKEN,
    Ingredient.CLAY: SegmentKind.CLAY,
    Ingredient.COLOURANT: SegmentKind.COLOURANT,
}


def _batch(
    inputs: SeriesInputs, plan: SeriesPlan, batch: PlannedBatch, largest: float
) -> dict[str, Any]:
    """One batch as a bar drawn to the plan's largest, dry: taken mix, clay, colourant."""
    step_g, state = inputs.wanted.scale_step_g, inputs.clay.state
    parts = to_weigh(plan, batch, inputs.clay)
    said = series_on_the_scale.shown(parts, step_g)
    weighed: list[tuple[ToWeigh, str]] = list(zip(parts, said.grams, strict=True))
    return {
        "pct": percentage(batch.pct),
        "total": said.total,
        "width": f"{100 * batch.total_g / largest:.2f}",
        "weighed": weighed,
        "segments": [
            BarSegment(
                part.named(state),
                part.dry_g,
                100 * part.dry_g / batch.total_g,
                _SEGMENTS[part.ingredient],
            )
            for part in parts
            if part.dry_g > 0
        ],
        "lines": [
            {
                "grams": text,
                "about": part.ingredient == Ingredient.WATER,
                "words": part.named(state),
                "dry": to_step(part.dry_g, step_g)
                if state != ClayState.DRY and part.ingredient in (Ingredient.MIX, Ingredient.CLAY)
                else "",
            }
            for part, text in weighed
        ],
    }
