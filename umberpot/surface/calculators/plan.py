"""The steps, rules and amounts of a surface, from its coats: ``/surface/plan/``."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from django import forms
from django.http import HttpRequest

from claycore.colour import notation
from claycore.measure.bounds import Bound
from claycore.measure.errors import ClayError
from claycore.measure.formatting import listed, plain
from claycore.mixing.cost import AREA, THICKNESS
from claycore.surface import techniques
from claycore.surface.advice import Advice
from claycore.surface.amounts import COATS, COVERS, CoatAmount, slips_for
from claycore.surface.coats import (
    USUAL_MM,
    Application,
    Clear,
    ClearOn,
    Coat,
    CoatStack,
    Onto,
    SlipKind,
    Technique,
)
from claycore.surface.steps import OnTheLine, line_of_time
from claycore.surface.techniques import TECHNIQUES, advise, cautions_of, steps_of
from umberpot.surface.models.plans import APPLICATIONS, KINDS, ONTO
from umberpot.surface.places import PLACE
from umberpot.surface.plans.forms import CLEARS
from umberpot.ui.calculators import Answer, Calculator, CalculatorForm
from umberpot.ui.fields.lines import Column, EntriesField
from umberpot.ui.fields.measures import Choice, MeasureField, read_number

MOST_LINES = 30
LONGEST_NAME = 60
LIGHTNESS = Bound(0, 100, "Lightness must be from 0 to 100.", low_allowed=True)
SHRINKAGE = Bound(0, 40, "Shrinkage must be from 0 to 40 %.", low_allowed=True)
COAT_PARTS = (5, 7)
"""A coat is written in so many parts: the last two may be left out."""


@dataclass(frozen=True)
class TypedCoat:
    """A coat as it was typed; ``onto`` is None where it does not say."""

    name: str
    application: Application
    coats: int
    thickness_mm: float
    lightness: float | None
    onto: Onto | None
    kind: SlipKind


def read_coat(text: str) -> TypedCoat:
    """NAME:APPLICATION:COATS:THICKNESS:LIGHTNESS, optionally :ONTO:KIND. Raises ValueError."""
    parts = [part.strip() for part in text.split(":")]
    if not COAT_PARTS[0] <= len(parts) <= COAT_PARTS[1]:
        raise ValueError(text)
    name, application, coats, thickness, lightness, *more = parts
    onto, kind = (*more, "", "")[:2]
    applied = Application(application)
    count = read_number(coats)
    if not COATS.holds(count) or count != int(count):
        raise ValueError(coats)
    return TypedCoat(
        _name(name),
        applied,
        int(count),
        THICKNESS.check("coat", read_number(thickness)) if thickness else USUAL_MM[applied],
        LIGHTNESS.check("coat", read_number(lightness)) if lightness else None,
        Onto(onto) if onto else None,
        SlipKind(kind) if kind else SlipKind.RAW,
    )


def read_share(bound: Bound) -> Any:
    """Reads NAME:PCT within a bound; raises ValueError."""

    def read(text: str) -> tuple[str, float]:
        name, _, pct = text.rpartition(":")
        return _name(name), bound.check("", read_number(pct))

    return read


def _name(text: str) -> str:
    name = " ".join(text.split())
    if not name or len(name) > LONGEST_NAME or "\x00" in name:
        raise ValueError(text)
    return name


@dataclass(frozen=True)
class PlanInputs:
    """A stack, and the area of the face, cm²; None where nobody asks for amounts."""

    stack: CoatStack
    area_cm2: float | None


_SLIP = Column("name", "Name", 8, is_number=False)


class SurfacePlanForm(CalculatorForm[PlanInputs]):
    """The query string: technique, face, body, and ``coat`` repeated from the lowest."""

    technique = Choice(
        choices=techniques.choices, required=False, initial=Technique.COATS, label="Technique"
    )
    onto = Choice(choices=[("", "the usual"), *ONTO.items()], required=False, label="Coats go onto")
    coat = EntriesField(
        read_coat,
        "coat",
        "a name, an application, coats, mm and a lightness, like Rust:brush:2:0.3:45",
        MOST_LINES,
        label="Coats, from the lowest",
        rows=6,
        columns=(
            Column("name", "Slip", 6, is_number=False),
            Column("application", "Application", 6, list(APPLICATIONS.items())),
            Column("coats", "Coats", 4),
            Column("thickness", "Each, mm wet", 4),
            Column("lightness", "Lightness", 4),
            Column("onto", "Onto", 6, list(ONTO.items()), optional=True),
            Column("kind", "Kind", 6, list(KINDS.items()), optional=True),
        ),
    )
    covers = EntriesField(
        read_share(COVERS),
        "slip",
        "a name and a percentage, like Rust:35",
        MOST_LINES,
        label="Share of the face (optional)",
        rows=2,
        columns=(_SLIP, Column("share", "Share, %", 4)),
        required=False,
    )
    area = MeasureField(AREA, required=False, label="Area of the face")
    body = forms.CharField(max_length=60, required=False, label="Body lightness")
    body_shrinkage_pct = MeasureField(SHRINKAGE, required=False, label="Shrinkage of the body")
    slip_shrinkage = EntriesField(
        read_share(SHRINKAGE),
        "slip",
        "a name and a percentage, like Rust:11.5",
        MOST_LINES,
        label="Shrinkage of the slips (optional)",
        rows=2,
        columns=(_SLIP, Column("shrinkage", "Total, %", 4)),
        required=False,
    )
    clear = Choice(
        choices=list(CLEARS.items()), required=False, initial=Clear.NONE, label="Clear glaze"
    )
    clear_on = Choice(
        choices=[(ClearOn.ALL, "all of it but the foot"), (ClearOn.PART, "part of it")],
        required=False,
        initial=ClearOn.ALL,
        label="Glaze goes over",
    )
    once_fired = Choice(
        choices=[("no", "no"), ("yes", "yes")],
        required=False,
        initial="no",
        label="Fired once",
    )

    def clean_body(self) -> float | None:
        typed = self.cleaned_data["body"].strip()
        if not typed:
            return None
        try:
            return LIGHTNESS.check("body", read_number(typed))
        except ValueError as wrong:
            try:
                return notation.parse(typed, "body").lightness
            except ClayError as error:
                said = str(wrong) if isinstance(wrong, ClayError) else str(error)
                raise forms.ValidationError(said) from None

    def inputs(self) -> PlanInputs:
        typed = self.cleaned_data
        technique = Technique(typed["technique"] or Technique.COATS)
        onto = Onto(typed["onto"] or TECHNIQUES[technique].onto)
        covers = dict(typed["covers"])
        stack = CoatStack(
            [_coat(one, onto, covers.get(one.name)) for one in typed["coat"]],
            technique,
            typed["body"],
            Clear(typed["clear"] or Clear.NONE),
            ClearOn(typed["clear_on"] or ClearOn.ALL),
            typed["once_fired"] == "yes",
            typed["body_shrinkage_pct"],
            dict(typed["slip_shrinkage"]),
        )
        return PlanInputs(stack, typed["area"])


def _coat(typed: TypedCoat, onto: Onto, covers: float | None) -> Coat:
    return Coat(
        typed.name,
        typed.application,
        typed.coats,
        typed.thickness_mm,
        typed.onto or onto,
        typed.lightness,
        typed.kind,
        covers,
    )


@dataclass(frozen=True)
class StepAnswer:
    """A step; the slip that goes on, null where none does; its least and most, minutes."""

    code: str
    coat: str | None
    least_min: int
    most_min: int


@dataclass(frozen=True)
class AdviceAnswer:
    """What a rule says; ``keeps`` is null for a note."""

    rule: str
    keeps: bool | None
    message: str


@dataclass(frozen=True)
class AmountOfCoat:
    """The slip to make for one coat, with what is lost."""

    coat: str
    slip_ml: float
    covers_pct: float


@dataclass(frozen=True, kw_only=True)
class SurfacePlanAnswer(Answer):
    """The contract of ``/surface/plan/``."""

    steps: list[StepAnswer]
    advice: list[AdviceAnswer]
    amounts: list[AmountOfCoat]


@dataclass(frozen=True)
class PlannedSurface:
    """What a stack comes to; no amounts where no area was asked for."""

    steps: list[OnTheLine]
    advice: list[Advice]
    amounts: list[CoatAmount]


class SurfacePlanView(Calculator[PlanInputs, PlannedSurface]):
    """Steps, rules and amounts of a decorated surface."""

    form_class = SurfacePlanForm
    page = "surface/calculators/plan.html"
    fragment = "surface/calculators/_plan_answer.html"

    def solve(self, inputs: PlanInputs) -> PlannedSurface:
        stack, area = inputs.stack, inputs.area_cm2
        amounts = [] if area is None else slips_for(stack, area)
        return PlannedSurface(line_of_time(steps_of(stack)), advise(stack), amounts)

    def answer(self, inputs: PlanInputs, result: PlannedSurface) -> SurfacePlanAnswer:
        return SurfacePlanAnswer(
            steps=[
                StepAnswer(
                    one.step.code.value,
                    one.step.coat or None,
                    one.step.least_min,
                    one.step.most_min,
                )
                for one in result.steps
            ],
            advice=[AdviceAnswer(one.rule.value, one.keeps, one.message) for one in result.advice],
            amounts=[AmountOfCoat(one.coat, one.slip_ml, one.covers_pct) for one in result.amounts],
            warnings=[],
        )

    def shown(self, inputs: PlanInputs, result: PlannedSurface) -> dict[str, Any]:
        entry = TECHNIQUES[inputs.stack.technique]
        return {
            "entry": entry,
            "steps": result.steps,
            "advice": _advice_by_message(inputs.stack, result.advice),
            "amounts": [
                (one.coat, plain(one.slip_ml, 0), plain(one.covers_pct, 0))
                for one in result.amounts
            ],
            "cautions": cautions_of(inputs.stack),
        }

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        return {"place": PLACE}


def _advice_by_message(stack: CoatStack, advice: Sequence[Advice]) -> list[tuple[str, Advice]]:
    """Each advice once, with the coats that it is about; '' where that is all of them, or none."""
    places: dict[tuple[bool | None, str], list[Advice]] = defaultdict(list)
    for one in advice:
        places[one.keeps, one.message].append(one)
    found = []
    for same in places.values():
        names = [stack.coats[one.place].name for one in same if one.place >= 0]
        is_about_some = 0 < len(names) < len(stack.coats)
        found.append((listed(list(dict.fromkeys(names))) if is_about_some else "", same[0]))
    return found
