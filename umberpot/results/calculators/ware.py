"""What ware may be used for: ``/results/ware/``."""

from dataclasses import dataclass
from typing import Any

from django.http import HttpRequest

from claycore.judging import ware as core
from claycore.judging.limits import SCHOOLS, USUAL_WARE, WARES, School
from claycore.judging.ware import Glaze, Leach, ShockTest, Status, Use, UseVerdict, Ware, WareFact
from claycore.measure.bounds import Bound
from claycore.measure.notices import Notice
from claycore.measure.uncertainty import Estimate
from claycore.testing import soaking
from umberpot.results.places import PLACE
from umberpot.ui.calculators import Answer, Calculator, CalculatorForm
from umberpot.ui.fields.measures import Choice, MeasureField
from umberpot.ware.models import GLAZES, SHOCK_TESTS
from umberpot.ware.reading import UseRow, use_rows

PCT = Bound(0, 100, "Enter a percentage from 0 to 100.", low_allowed=True)

NOT_KNOWN = ("", "not known")

LEACH_TESTS = {
    Leach.NONE: "not tested",
    Leach.SCREEN_UNCHANGED: "acid overnight, no change",
    Leach.SCREEN_NOT_SURE: "acid overnight, not sure",
    Leach.SCREEN_TOO_SHORT: "acid for less than a night",
    Leach.SCREEN_CHANGED: "acid overnight, changed",
    Leach.LABORATORY_PASS: "laboratory, passed",
    Leach.LABORATORY_FAIL: "laboratory, failed",
}

WITHOUT_MARGIN = Notice(
    "no_u95", "Without its ±, the absorption is taken as exact. Enter ± for a surer answer."
)


def _known(label: str) -> Choice:
    """Whether something is so; left empty it is not known."""
    return Choice(choices=[NOT_KNOWN, ("no", "no"), ("yes", "yes")], required=False, label=label)


_FACTS = ("hazard_metal", "crazed", "lustre", "decal", "untested_metal", "shivers")
"""Fields of what is so or not, named as in the core's Ware."""


class WareForm(CalculatorForm[Ware]):
    """The query string; what is left out is not known."""

    ware = Choice(choices=list(WARES.items()), initial=USUAL_WARE, label="Ware")
    school = Choice(choices=list(SCHOOLS.items()), initial=School.STRICT, label="Limits")
    absorption_pct = MeasureField(PCT, required=False, label="Absorption of the body")
    absorption_u95 = MeasureField(PCT, required=False, label="± (95 %)")
    method = Choice(
        choices=lambda: [NOT_KNOWN, *soaking.choices()], required=False, label="Soaking method"
    )
    piece = Choice(
        choices=[("", "bare"), ("glazed", "glazed")], required=False, label="Soaked piece was"
    )
    glaze = Choice(choices=[NOT_KNOWN, *GLAZES.items()], required=False, label="Glaze")
    hazard_metal = Choice(
        choices=[(WareFact.UNKNOWN, "not known"), (WareFact.NO, "no"), (WareFact.YES, "yes")],
        required=False,
        label="Contains lead, cadmium or similar",
    )
    crazed = _known("Glaze crazed")
    leach = Choice(choices=list(LEACH_TESTS.items()), required=False, label="Release tested")
    lustre = _known("Lustre or metal decoration")
    decal = _known("Decal")
    untested_metal = _known("Copper, cobalt, manganese …, not tested")
    shivers = _known("Glaze or slip flakes off")
    shock = Choice(choices=list(SHOCK_TESTS.items()), required=False, label="Thermal shock")

    def inputs(self) -> Ware:
        typed = self.cleaned_data
        value, u95 = typed["absorption_pct"], typed["absorption_u95"]
        known = {name: WareFact(typed[name] or WareFact.UNKNOWN) for name in _FACTS}
        return Ware(
            typed["ware"],
            typed["school"],
            None if value is None else Estimate(value, u95 or 0.0),
            glaze=Glaze(typed["glaze"]) if typed["glaze"] else None,
            leach=Leach(typed["leach"] or Leach.NONE),
            shock=ShockTest(typed["shock"] or ShockTest.NONE),
            method=typed["method"],
            glazed_piece=typed["piece"] == "glazed",
            hazard_metal=known["hazard_metal"],
            crazed=known["crazed"],
            lustre=known["lustre"],
            decal=known["decal"],
            untested_metal=known["untested_metal"],
            shivers=known["shivers"],
        )


@dataclass(frozen=True)
class Reason:
    """One link of a use's chain."""

    code: str
    holds: bool | None
    message: str
    would_establish: str


@dataclass(frozen=True)
class UseAnswer:
    """A use: what its chain comes to, and the chain."""

    status: Status
    reasons: list[Reason]


@dataclass(frozen=True, kw_only=True)
class WareAnswer(Answer):
    """The contract of ``/results/ware/``."""

    uses: dict[str, UseAnswer]


def _answer_of(verdict: UseVerdict) -> UseAnswer:
    reasons = [
        Reason(link.code, link.holds, link.message, link.would_establish) for link in verdict.links
    ]
    return UseAnswer(verdict.status, reasons)


class WareView(Calculator[Ware, dict[Use, UseVerdict]]):
    """Food, dishwasher, microwave, oven: what is established of some ware, and what is not."""

    form_class = WareForm
    page = "results/calculators/ware.html"
    fragment = "results/calculators/_ware_answer.html"

    def solve(self, inputs: Ware) -> dict[Use, UseVerdict]:
        return core.judge_ware(inputs)

    def answer(self, inputs: Ware, result: dict[Use, UseVerdict]) -> WareAnswer:
        exact = inputs.absorption is not None and inputs.absorption.u95 == 0
        return WareAnswer(
            uses={use.value: _answer_of(verdict) for use, verdict in result.items()},
            warnings=[WITHOUT_MARGIN] if exact else [],
        )

    def shown(self, inputs: Ware, result: dict[Use, UseVerdict]) -> list[UseRow]:
        return use_rows(result)

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        return {"place": PLACE}
