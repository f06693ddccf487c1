"""Series: ``/mix/series/``, several strengths from little powder."""

from dataclasses import dataclass
from typing import Any

from django import forms

from claycore.measure import bounds
from claycore.measure.bounds import Bound
from claycore.measure.formatting import masses, percentage, plain, to_step
from claycore.mixing import series
from claycore.mixing.series import Plan, PlannedBatch, Wanted
from umberpot.mixing.calculators.base import MixCalculator
from umberpot.mixing.calculators.fields import KnowsScale
from umberpot.ui.calculators import Answer, CalculatorForm
from umberpot.ui.fields.counts import CountField
from umberpot.ui.fields.measures import LONGEST_TEXT, MeasureField
from umberpot.ui.fields.number_lists import in_words
from umberpot.ui.fields.percentages import PercentagesField
from umberpot.ui.mix_bar import Segment, SegmentKind

TILES = Bound(
    1,
    series.MOST_TILES_EACH,
    f"Enter 1 to {series.MOST_TILES_EACH} tiles of each strength.",
    low_allowed=True,
)


@dataclass(frozen=True)
class SeriesInputs:
    """A series that is wanted, and what it is made of by name ('' where that was left empty)."""

    wanted: Wanted
    tiles_each: int
    clay_name: str
    colourant: str


class SeriesForm(KnowsScale, CalculatorForm[SeriesInputs]):
    """Percentages, what the tiles take, and what there is to make them with.

    Besides the contract: ``colourant`` and ``clay`` (names), ``round_start_g``.
    """

    default_scale_step_g = 0.01

    clay = forms.CharField(max_length=LONGEST_TEXT, required=False, label="Clay")
    colourant = forms.CharField(max_length=LONGEST_TEXT, required=False, label="Colourant")
    pcts = PercentagesField(label="Strengths, on dry clay")
    tile_dry_g = MeasureField(bounds.MASS, label="Dry weight of a tile")
    tiles_each = CountField(TILES, required=False, label="Tiles of each strength")
    powder_g = MeasureField(series.NONE_OR_MORE, required=False, label="Colourant on hand")
    loss_pct = MeasureField(series.LOSS, required=False, label="Mixing loss")
    smallest_batch_g = MeasureField(series.NONE_OR_MORE, required=False, label="Smallest mix, dry")
    round_start_g = MeasureField(
        series.NONE_OR_MORE, required=False, label="Round first clay weight up to"
    )
    scale_step_g = MeasureField(bounds.STEP, required=False, label="Scale step")

    def inputs(self) -> SeriesInputs:
        typed = self.cleaned_data
        tiles_each = int(typed["tiles_each"] or 1)
        loss_pct = typed["loss_pct"]
        wanted = Wanted(
            typed["pcts"],
            typed["tile_dry_g"] * tiles_each,
            typed["powder_g"],
            series.USUAL_LOSS_PCT if loss_pct is None else loss_pct,
            typed["smallest_batch_g"] or 0.0,
            self.scale_step,
            typed["round_start_g"] or 0.0,
        )
        return SeriesInputs(wanted, tiles_each, typed["clay"], typed["colourant"])


@dataclass(frozen=True)
class LeftoverAnswer:
    """What is left of one strength."""

    pct: float
    mass_g: float


@dataclass(frozen=True)
class PlanAnswer:
    """One way to make the series."""

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


@dataclass(frozen=True, kw_only=True)
class SeriesAnswer(Answer):
    """The contract of ``/mix/series/``; ``recommended`` is an index of ``plans``."""

    plans: list[PlanAnswer]
    recommended: int
    reason: str


class SeriesView(MixCalculator[SeriesInputs, list[Plan]]):
    """Several strengths from little powder."""

    form_class = SeriesForm
    page = "mixing/calculators/series.html"
    fragment = "mixing/calculators/_series_answer.html"
    initial = {
        "pcts": "3, 6, 9",
        "tile_dry_g": "24",
        "tiles_each": "1",
        "loss_pct": "5",
        "smallest_batch_g": "30",
    }

    def solve(self, inputs: SeriesInputs) -> list[Plan]:
        return series.plans(inputs.wanted)

    def takes(self, inputs: SeriesInputs, result: list[Plan]) -> dict[str, float]:
        plan = result[series.recommend(result)[0]]
        return {inputs.clay_name: plan.clay_g, inputs.colourant: plan.colourant_g}

    def colourants(self, inputs: SeriesInputs, result: list[Plan]) -> list[str]:
        return [inputs.colourant] if inputs.colourant else []

    def answer(self, inputs: SeriesInputs, result: list[Plan]) -> SeriesAnswer:
        recommended, reason = series.recommend(result)
        return SeriesAnswer(
            plans=[_plan_answer(inputs, plan) for plan in result],
            recommended=recommended,
            reason=reason,
            warnings=series.warnings(inputs.wanted, result[recommended]),
        )

    def shown(self, inputs: SeriesInputs, result: list[Plan]) -> dict[str, Any]:
        """The plans side by side, the recommended first; ways that are the same stand once."""
        recommended, _ = series.recommend(result)
        first = result[recommended]
        distinct: list[Plan] = [first]
        for plan in result:
            if all(plan.batches != other.batches for other in distinct):
                distinct.append(plan)
        step_g = inputs.wanted.scale_step_g
        return {
            "plans": [_card(plan, plan is first, step_g) for plan in distinct],
            "understood": in_words(inputs.wanted.pcts, "%"),
        }


def _plan_answer(inputs: SeriesInputs, plan: Plan) -> PlanAnswer:
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
        steps=series.steps(plan, inputs.wanted.scale_step_g, inputs.tiles_each),
    )


def _css(plan: Plan, is_first: bool) -> list[str]:
    return ["plan-first"] * is_first + ["plan-not"] * (not plan.feasible)


def _card(plan: Plan, is_first: bool, step_g: float) -> dict[str, Any]:
    largest = max(batch.total_g for batch in plan.batches)
    return {
        "plan": plan,
        "recommended": is_first,
        "css": " ".join(_css(plan, is_first)),
        "title": series.STRATEGIES[plan.strategy],
        "powder": to_step(plan.colourant_g, step_g),
        "clay": plain(plan.clay_g, 1),
        "smallest": to_step(plan.smallest_weighing_g, step_g),
        "leftovers": [
            f"{to_step(grams, step_g)} g at {percentage(pct)} %" for pct, grams in plan.leftovers
        ],
        "batches": [_batch(plan, batch, largest, step_g) for batch in plan.batches],
    }


def _batch(plan: Plan, batch: PlannedBatch, largest: float, step_g: float) -> dict[str, Any]:
    """One batch as a bar drawn to the plan's largest: taken mix, clay, powder."""
    source = None if batch.source is None else plan.batches[batch.source]
    rows = [
        (f"{percentage(source.pct)} %" if source else "", batch.take_g, SegmentKind.TAKEN),
        ("clay", batch.add_clay_g, SegmentKind.CLAY),
        ("powder", batch.add_colourant_g, SegmentKind.COLOURANT),
    ]
    rows = [row for row in rows if row[1] > 0]
    parts, total = masses([grams for _, grams, _ in rows], step_g)
    return {
        "pct": percentage(batch.pct),
        "total": total,
        "width": f"{100 * batch.total_g / largest:.2f}",
        "segments": [
            Segment(name, grams, 100 * grams / batch.total_g, kind) for name, grams, kind in rows
        ],
        "made_of": ", ".join(
            f"{part} g {'of the ' if kind == SegmentKind.TAKEN else ''}{name}"
            for (name, _, kind), part in zip(rows, parts, strict=True)
        ),
    }
