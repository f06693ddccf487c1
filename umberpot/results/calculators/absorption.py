"""Absorption: ``/results/absorption/``."""

from dataclasses import dataclass
from typing import Any

from django.http import HttpRequest

from claycore.judging import vitrification
from claycore.judging.vitrification import AbsorptionVerdict
from claycore.measure import bounds, units
from claycore.measure.formatting import plain, with_u95
from claycore.measure.notices import Notice
from claycore.measure.uncertainty import Measured
from claycore.testing import absorption, soaking
from claycore.testing.absorption import Absorption, AgainstLimit
from claycore.testing.result_checks import absorption_warnings, one_piece_warnings
from claycore.testing.soaking import SoakingMethod
from umberpot.results.places import PLACE
from umberpot.ui.calculators import Answer, Calculator, CalculatorForm, u95_of, value_of
from umberpot.ui.fields.measures import Choice, MeasureField, mass_units


@dataclass(frozen=True)
class AbsorptionInputs:
    """Masses off one scale, all in ``unit``; ``limit_pct`` is None where none was given."""

    dry: Measured
    wet: Measured
    suspended: Measured | None
    unit: str
    method: SoakingMethod
    limit_pct: float | None

    @property
    def step_g(self) -> float:
        """The step of the scale in grams."""
        return units.grams(self.dry.step, self.unit)


class AbsorptionForm(CalculatorForm[AbsorptionInputs]):
    """The query string: masses, ``unit``, ``scale_step``, ``method``, ``limit_pct``."""

    dry = MeasureField(bounds.MASS, counted_in="unit", label="Dry")
    wet = MeasureField(bounds.MASS, counted_in="unit", label="Soaked weight")
    suspended = MeasureField(
        bounds.MASS, counted_in="unit", required=False, label="Suspended weight"
    )
    unit = Choice(choices=mass_units, initial="g")
    scale_step = MeasureField(bounds.STEP, label="Scale reads to")
    method = Choice(
        choices=lambda: [("", "choose a method"), *soaking.choices()], label="Soaking method"
    )
    limit_pct = MeasureField(bounds.LIMIT, required=False, label="Limit to compare with")

    def inputs(self) -> AbsorptionInputs:
        typed = self.cleaned_data
        step = typed["scale_step"]
        hung = typed["suspended"]
        return AbsorptionInputs(
            Measured(typed["dry"], step),
            Measured(typed["wet"], step),
            None if hung is None else Measured(hung, step),
            typed["unit"],
            soaking.method(typed["method"]),
            typed["limit_pct"],
        )


@dataclass(frozen=True, kw_only=True)
class AbsorptionAnswer(Answer):
    """The contract of ``/results/absorption/``."""

    absorption_pct: float
    u95: float
    apparent_porosity_pct: float | None
    apparent_porosity_pct_u95: float | None
    bulk_density: float | None
    bulk_density_u95: float | None
    apparent_specific_gravity: float | None
    apparent_specific_gravity_u95: float | None
    verdict: AgainstLimit | None


def _interval_against_limit(inputs: AbsorptionInputs, result: Absorption) -> AgainstLimit | None:
    """The contract's verdict: the figure with its ± alone; a warning says how it was soaked."""
    if inputs.limit_pct is None:
        return None
    return absorption.against_limit(result.absorption, inputs.limit_pct)


def _verdict(inputs: AbsorptionInputs, result: Absorption) -> AbsorptionVerdict | None:
    """What the page says: a soak that reads low is never within."""
    if inputs.limit_pct is None:
        return None
    hides = vitrification.what_hides_pores(glazed=False, reads_low=inputs.method.reads_low)
    return vitrification.against_figure(result.absorption, inputs.limit_pct, inputs.step_g, hides)


def _warnings(
    inputs: AbsorptionInputs, result: Absorption, verdict: AgainstLimit | None
) -> list[Notice]:
    warnings = absorption_warnings(result.absorption, verdict, inputs.method)
    if inputs.limit_pct is not None:
        warnings += one_piece_warnings(result.absorption, inputs.limit_pct)
    return warnings


class AbsorptionView(Calculator[AbsorptionInputs, Absorption]):
    """How much water a fired piece takes up, held against a limit."""

    form_class = AbsorptionForm
    page = "results/calculators/absorption.html"
    fragment = "results/calculators/_absorption_answer.html"

    def solve(self, inputs: AbsorptionInputs) -> Absorption:
        return absorption.absorption(inputs.dry, inputs.wet, inputs.suspended)

    def answer(self, inputs: AbsorptionInputs, result: Absorption) -> AbsorptionAnswer:
        verdict = _interval_against_limit(inputs, result)
        return AbsorptionAnswer(
            absorption_pct=result.absorption.value,
            u95=result.absorption.u95,
            apparent_porosity_pct=value_of(result.apparent_porosity),
            apparent_porosity_pct_u95=u95_of(result.apparent_porosity),
            bulk_density=value_of(result.bulk_density),
            bulk_density_u95=u95_of(result.bulk_density),
            apparent_specific_gravity=value_of(result.apparent_specific_gravity),
            apparent_specific_gravity_u95=u95_of(result.apparent_specific_gravity),
            verdict=verdict,
            warnings=_warnings(inputs, result, verdict),
        )

    def shown(self, inputs: AbsorptionInputs, result: Absorption) -> dict[str, Any]:
        dry, wet = plain(inputs.dry.value, 4), plain(inputs.wet.value, 4)
        shown: dict[str, Any] = {
            "figure": with_u95(result.absorption.value, result.absorption.u95),
            "working": f"({wet} − {dry}) ÷ {dry} × 100",
            "method": inputs.method,
        }
        if result.bulk_density:
            shown["porosity"] = result.apparent_porosity
            shown["density"] = result.bulk_density
            shown["gravity"] = result.apparent_specific_gravity
        if verdict := _verdict(inputs, result):
            shown["verdict"] = verdict
        return shown

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        return {"place": PLACE}
