"""Shrinkage: ``/results/shrinkage/``."""

from dataclasses import dataclass
from typing import Any

from django.http import HttpRequest

from claycore.measure import bounds, units
from claycore.measure.formatting import plain, with_u95
from claycore.measure.uncertainty import Estimate
from claycore.testing import shrinkage
from claycore.testing.result_checks import shrinkage_warnings
from claycore.testing.shrinkage import Shrinkage
from umberpot.results.places import PLACE
from umberpot.ui.calculators import Answer, Calculator, CalculatorForm, u95_of, value_of
from umberpot.ui.fields.measures import Choice, MeasureField, length_units


@dataclass(frozen=True)
class ShrinkageInputs:
    """Two or three lengths of one line and the step of the ruler, all in ``unit``."""

    wet: float | None
    dry: float | None
    fired: float | None
    unit: str
    step: float


class ShrinkageForm(CalculatorForm[ShrinkageInputs]):
    """The query string: ``wet``, ``dry``, ``fired``, ``unit``, ``step``."""

    wet = MeasureField(bounds.LENGTH, counted_in="unit", required=False, label="Wet length")
    dry = MeasureField(bounds.LENGTH, counted_in="unit", required=False, label="Bone dry")
    fired = MeasureField(bounds.LENGTH, counted_in="unit", required=False, label="Fired")
    unit = Choice(choices=length_units, initial="mm")
    step = MeasureField(bounds.STEP, required=False, label="Ruler reads to")

    def inputs(self) -> ShrinkageInputs:
        typed = self.cleaned_data
        usual = shrinkage.DEFAULT_RULER_STEP_MM / units.millimetres(1, typed["unit"])
        step = usual if typed["step"] is None else typed["step"]
        return ShrinkageInputs(typed["wet"], typed["dry"], typed["fired"], typed["unit"], step)


@dataclass(frozen=True, kw_only=True)
class ShrinkageAnswer(Answer):
    """The contract of ``/results/shrinkage/``."""

    drying_pct: float | None
    drying_pct_u95: float | None
    firing_pct: float | None
    firing_pct_u95: float | None
    total_pct: float | None
    total_pct_u95: float | None
    volume_total_pct: float | None
    volume_total_pct_u95: float | None


class ShrinkageView(Calculator[ShrinkageInputs, Shrinkage]):
    """How much a line shrank, stage by stage."""

    form_class = ShrinkageForm
    page = "results/calculators/shrinkage.html"
    fragment = "results/calculators/_shrinkage_answer.html"

    def solve(self, inputs: ShrinkageInputs) -> Shrinkage:
        return shrinkage.shrinkage(inputs.wet, inputs.dry, inputs.fired, inputs.step)

    def answer(self, inputs: ShrinkageInputs, result: Shrinkage) -> ShrinkageAnswer:
        return ShrinkageAnswer(
            drying_pct=value_of(result.drying),
            drying_pct_u95=u95_of(result.drying),
            firing_pct=value_of(result.firing),
            firing_pct_u95=u95_of(result.firing),
            total_pct=value_of(result.total),
            total_pct_u95=u95_of(result.total),
            volume_total_pct=value_of(result.volume_total),
            volume_total_pct_u95=u95_of(result.volume_total),
            warnings=shrinkage_warnings(result),
        )

    def shown(self, inputs: ShrinkageInputs, result: Shrinkage) -> dict[str, Any]:
        rows = [
            ("Drying", result.drying, inputs.wet, inputs.dry, "on the wet length"),
            ("Firing", result.firing, inputs.dry, inputs.fired, "on the dry length"),
            ("Total", result.total, inputs.wet, inputs.fired, "on the wet length"),
        ]
        drying, volume = result.drying, result.volume_total
        return {
            "rows": [
                _row(name, found, before, after, basis)
                for name, found, before, after, basis in rows
                if found
            ],
            "volume": with_u95(volume.value, volume.u95) if volume else "",
            "drying_reading": shrinkage.reading_of_drying(drying.value)
            if drying and drying.high > 0
            else "",
        }

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        return {"place": PLACE}


def _row(
    name: str, found: Estimate, before: float | None, after: float | None, basis: str
) -> dict[str, str]:
    """One stage with its working; both of its lengths are known, or it would not be there."""
    first, last = plain(before or 0, 4), plain(after or 0, 4)
    return {
        "name": name,
        "figure": with_u95(found.value, found.u95),
        "working": f"({first} − {last}) ÷ {first} × 100",
        "basis": basis,
    }
