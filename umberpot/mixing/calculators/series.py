"""A series of strengths: the query string of ``/mix/series/``."""

from typing import Any

from django import forms

from claycore.measure import bounds
from claycore.measure.bounds import Bound
from claycore.measure.formatting import percentage, plain, to_step
from claycore.mixing import series
from claycore.mixing.series import Plan, PlannedBatch, Wanted
from umberpot.mixing.calculators.scale_step import KnowsScale
from umberpot.ui.calculators import CalculatorForm, as_json, blaming_fields
from umberpot.ui.fields.counts import CountField
from umberpot.ui.fields.measures import LONGEST_TEXT, MeasureField
from umberpot.ui.fields.percentages import PercentagesField
from umberpot.ui.mix_bar import Segment, SegmentKind

TILES = Bound(
    1,
    series.MOST_TILES_EACH,
    f"Ask for 1 to {series.MOST_TILES_EACH} tiles of each strength.",
    low_allowed=True,
)


class SeriesForm(KnowsScale, CalculatorForm):
    """Percentages, what the tiles take, and what there is to make them with.

    Besides the contract: ``colourant`` and ``clay`` (names), ``round_start_g``.
    """

    default_scale_step_g = 0.01

    clay = forms.CharField(max_length=LONGEST_TEXT, required=False, label="Clay")
    colourant = forms.CharField(max_length=LONGEST_TEXT, required=False, label="Colourant")
    pcts = PercentagesField(label="Strengths, on dry clay")
    tile_dry_g = MeasureField(bounds.MASS, label="A tile takes, dry")
    tiles_each = CountField(TILES, required=False, label="Tiles of each")
    powder_g = MeasureField(series.NONE_OR_MORE, required=False, label="Powder at hand")
    loss_pct = MeasureField(series.LOSS, required=False, label="Lost on bowl and plaster")
    smallest_batch_g = MeasureField(
        series.NONE_OR_MORE, required=False, label="Smallest batch, dry"
    )
    round_start_g = MeasureField(
        series.NONE_OR_MORE, required=False, label="Round the start up to whole"
    )
    scale_step_g = MeasureField(bounds.STEP, required=False, label="Your scale shows steps of")

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if not self.errors:
            with blaming_fields(self):
                cleaned["wanted"] = wanted = self._wanted(cleaned)
                cleaned["plans"] = series.plans(wanted)
        return cleaned

    @property
    def tiles_of_each(self) -> int:
        return int(self.cleaned_data.get("tiles_each") or 1)

    def _wanted(self, cleaned: dict[str, Any]) -> Wanted:
        loss_pct = cleaned["loss_pct"]
        return Wanted(
            cleaned["pcts"],
            cleaned["tile_dry_g"] * self.tiles_of_each,
            cleaned["powder_g"],
            series.USUAL_LOSS_PCT if loss_pct is None else loss_pct,
            cleaned["smallest_batch_g"] or 0.0,
            self.scale_step,
            cleaned["round_start_g"] or 0.0,
        )

    def reckoned(self) -> dict[str, Any]:
        """The contract's answer, with what the page shows under ``shown``."""
        plans: list[Plan] = self.cleaned_data["plans"]
        wanted: Wanted = self.cleaned_data["wanted"]
        recommended, reason = series.recommend(plans)
        return {
            "plans": [self._as_json(plan) for plan in plans],
            "recommended": recommended,
            "reason": reason,
            "warnings": as_json(series.warnings(wanted, plans[recommended])),
            "shown": self._shown(plans, recommended),
        }

    def _as_json(self, plan: Plan) -> dict[str, Any]:
        return {
            "strategy": plan.strategy,
            "start_pct": plan.start_pct,
            "feasible": plan.feasible,
            "missing": list(plan.missing),
            "colourant_g": plan.colourant_g,
            "clay_g": plan.clay_g,
            "rounds": plan.rounds,
            "weighings": plan.weighings,
            "smallest_weighing_g": plan.smallest_weighing_g,
            "leftovers": [{"pct": pct, "mass_g": grams} for pct, grams in plan.leftovers],
            "steps": series.steps(plan, self.scale_step, self.tiles_of_each),
        }

    def _shown(self, plans: list[Plan], recommended: int) -> dict[str, Any]:
        """The plans side by side, the recommended first; ways that are the same stand once."""
        first = plans[recommended]
        distinct: list[Plan] = [first]
        for plan in plans:
            if all(plan.batches != other.batches for other in distinct):
                distinct.append(plan)
        return {"plans": [self._card(plan, plan is first) for plan in distinct]}

    def _card(self, plan: Plan, is_first: bool) -> dict[str, Any]:
        step_g = self.scale_step
        largest = max(batch.total_g for batch in plan.batches)
        return {
            "plan": plan,
            "recommended": is_first,
            "title": series.STRATEGIES[plan.strategy],
            "powder": to_step(plan.colourant_g, step_g),
            "clay": plain(plan.clay_g, 1),
            "smallest": to_step(plan.smallest_weighing_g, step_g),
            "leftovers": [
                f"{to_step(grams, step_g)} g at {percentage(pct)} %"
                for pct, grams in plan.leftovers
            ],
            "batches": [self._batch(plan, batch, largest) for batch in plan.batches],
        }

    def _batch(self, plan: Plan, batch: PlannedBatch, largest: float) -> dict[str, Any]:
        """One batch as a bar drawn to the plan's largest: taken mix, clay, powder."""
        source = None if batch.source is None else plan.batches[batch.source]
        step_g = self.scale_step
        rows = [
            (f"{percentage(source.pct)} %" if source else "", batch.take_g, SegmentKind.TAKEN),
            ("clay", batch.add_clay_g, SegmentKind.CLAY),
            ("powder", batch.add_colourant_g, SegmentKind.COLOURANT),
        ]
        return {
            "pct": percentage(batch.pct),
            "total": to_step(batch.total_g, step_g),
            "width": f"{100 * batch.total_g / largest:.2f}",
            "segments": [
                Segment(name, grams, 100 * grams / batch.total_g, kind)
                for name, grams, kind in rows
                if grams > 0
            ],
            "made_of": ", ".join(
                f"{to_step(grams, step_g)} g {'of the ' if kind == SegmentKind.TAKEN else ''}{name}"
                for name, grams, kind in rows
                if grams > 0
            ),
        }
