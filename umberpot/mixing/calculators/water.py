"""Water: ``/mix/water/``, the water in a clay, from a pinch."""

from dataclasses import dataclass
from typing import Any

from django.http import HttpRequest

from claycore.materials import moisture
from claycore.measure import bounds, units
from claycore.measure.formatting import plain, with_u95
from claycore.measure.uncertainty import Estimate
from umberpot.mixing.calculators.base import MixCalculator
from umberpot.ui.calculators import Answer, CalculatorForm
from umberpot.ui.fields.measures import Choice, MeasureField, mass_units


@dataclass(frozen=True)
class WaterInputs:
    """A pinch weighed wet and then bone dry, and the step of the scale, all in ``unit``."""

    wet: float
    dry: float
    scale_step: float
    unit: str

    def in_grams(self) -> tuple[float, float, float]:
        """The pinch wet and dry, and the scale's step, in grams."""
        gram = units.grams(1, self.unit)
        return self.wet * gram, self.dry * gram, self.scale_step * gram

    @property
    def on_dry_basis_pct(self) -> float:
        return moisture.on_dry_basis_pct(self.wet, self.dry)


class WaterForm(CalculatorForm[WaterInputs]):
    """The query string: ``wet``, ``dry``, ``unit``, ``scale_step``."""

    wet = MeasureField(bounds.MASS, counted_in="unit", label="Sample weight, wet")
    dry = MeasureField(bounds.MASS, counted_in="unit", label="Sample weight, bone dry")
    unit = Choice(choices=mass_units, initial="g")
    scale_step = MeasureField(bounds.STEP, label="Scale reads to")

    def inputs(self) -> WaterInputs:
        typed = self.cleaned_data
        return WaterInputs(typed["wet"], typed["dry"], typed["scale_step"], typed["unit"])


@dataclass(frozen=True, kw_only=True)
class WaterAnswer(Answer):
    """``water_pct`` is on the wet basis, with ``u95``; ``on_dry_basis_pct`` the same water."""

    water_pct: float
    u95: float
    on_dry_basis_pct: float


class WaterView(MixCalculator[WaterInputs, Estimate]):
    """The water in a clay, from a pinch."""

    form_class = WaterForm
    page = "mixing/calculators/water.html"
    fragment = "mixing/calculators/_water_answer.html"

    def solve(self, inputs: WaterInputs) -> Estimate:
        return moisture.measured(inputs.wet, inputs.dry, inputs.scale_step)

    def answer(self, inputs: WaterInputs, result: Estimate) -> WaterAnswer:
        return WaterAnswer(
            water_pct=result.value,
            u95=result.u95,
            on_dry_basis_pct=inputs.on_dry_basis_pct,
            warnings=moisture.measurement_warnings(result),
        )

    def shown(self, inputs: WaterInputs, result: Estimate) -> dict[str, Any]:
        wet, dry = plain(inputs.wet, 4), plain(inputs.dry, 4)
        return {
            "figure": with_u95(result.value, result.u95),
            "working": f"({wet} − {dry}) ÷ {wet} × 100",
            "dry_basis": plain(inputs.on_dry_basis_pct, 1),
        }

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        """``of`` is the clay on the shelf that the pinch was taken of."""
        return {**super().page_context(request, form), "of_pk": request.GET.get("of", "")}
