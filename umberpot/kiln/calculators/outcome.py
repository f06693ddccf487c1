"""What a firing did, from its log and its witness cones: ``/kiln/outcome/``."""

from collections import defaultdict
from dataclasses import dataclass
from typing import Any

from django import forms
from django.http import HttpRequest

from claycore.firing import cones, witness
from claycore.firing import outcome as core
from claycore.firing.log_doubts import examine
from claycore.firing.logs import COLDEST_C, Point
from claycore.firing.outcome import FiringOutcome, KnownBy, RecordProposal
from claycore.firing.schedules import FiringCurve
from claycore.firing.witness import BEND_WORDS, Bend
from claycore.measure.errors import ClayError
from claycore.measure.notices import Notice
from umberpot.kiln.curve_drawing import NARROW, WIDE, drawn
from umberpot.kiln.outcomes.sentences import shelf_said
from umberpot.kiln.places import PLACE
from umberpot.ui.calculators import Answer, Calculator, CalculatorForm
from umberpot.ui.fields.lines import Column, EntriesField
from umberpot.ui.fields.measures import Choice, read_number

MOST_POINTS = 5000
MOST_CONES = 60
LONGEST_SHELF = 24
LONGEST_H = 400.0


def read_point(text: str) -> Point:
    """A point of a log as HOURS:TEMPERATURE. Raises ValueError."""
    hours, celsius = (read_number(part) for part in _parts(text, 2))
    if not 0 <= hours <= LONGEST_H or not COLDEST_C <= celsius <= cones.TEMPERATURE.high:
        raise ValueError(text)
    return hours, celsius


def read_witness(text: str) -> tuple[str, str, Bend]:
    """A witness cone as SHELF:CONE:STATE. Raises ValueError."""
    shelf, cone, state = _parts(text, 3)
    if not shelf or len(shelf) > LONGEST_SHELF or cone not in cones.CONES:
        raise ValueError(text)
    return shelf, cone, Bend(state)


def _parts(text: str, count: int) -> list[str]:
    parts = [part.strip() for part in text.replace(";", ":").replace("\t", ":").split(":")]
    if len(parts) != count:
        raise ValueError(text)
    return parts


@dataclass(frozen=True)
class OutcomeInputs:
    """What was planned, and what log and cones say; ``cones`` by the name of a shelf."""

    planned: str
    log: list[Point]
    cones: dict[str, dict[str, Bend]]


class OutcomeForm(CalculatorForm[OutcomeInputs]):
    """The query string: ``planned``, ``log`` and ``witness`` repeated."""

    planned = Choice(
        choices=[("", "choose a cone"), *((c, c) for c in cones.CONES)], label="Planned cone"
    )
    witness = EntriesField(
        read_witness,
        "cone",
        f"a shelf, a cone and its state ({', '.join(Bend)}), like top:6:half",
        MOST_CONES,
        label="Witness cones",
        rows=4,
        columns=(
            Column("shelf", "Shelf", 3, is_number=False),
            Column("cone", "Cone", 4, [(c, c) for c in cones.CONES]),
            Column("state", "State", 5, list(BEND_WORDS.items())),
        ),
        required=False,
    )
    log = EntriesField(
        read_point,
        "point",
        "hours : °C, like 6.5:425",
        MOST_POINTS,
        label="Log, one point a line",
        rows=6,
        required=False,
    )

    def clean_log(self) -> list[Point]:
        log: list[Point] = self.cleaned_data["log"]
        if len(log) == 1:
            raise forms.ValidationError("A log has two points at least.")
        if log != sorted(log, key=lambda point: point[0]):
            raise forms.ValidationError("The hours of a log must not run backwards.")
        return log

    def clean_witness(self) -> dict[str, dict[str, Bend]]:
        """By shelf; cones that contradict each other are named with theirs."""
        found: dict[str, dict[str, Bend]] = defaultdict(dict)
        for shelf, cone, bend in self.cleaned_data["witness"]:
            if cone in found[shelf]:
                raise forms.ValidationError(f"Shelf {shelf}: cone {cone} stands twice.")
            found[shelf][cone] = bend
        for shelf, seen in found.items():
            try:
                witness.shelf_heat(seen)
            except ClayError as error:
                raise forms.ValidationError(f"Shelf {shelf}: {error}") from None
        return dict(found)

    def inputs(self) -> OutcomeInputs:
        typed = self.cleaned_data
        return OutcomeInputs(typed["planned"], typed["log"], typed["witness"])


@dataclass(frozen=True)
class ShelfAnswer:
    """The cone reached on a shelf, null where none was."""

    shelf: str
    cone: str | None


@dataclass(frozen=True, kw_only=True)
class OutcomeAnswer(Answer):
    """The contract of ``/kiln/outcome/``."""

    cone: str | None
    by: KnownBy | None
    complete: bool
    log_cone: str | None
    shelves: list[ShelfAnswer]
    agrees: bool | None
    proposal: RecordProposal
    message: str


class OutcomeView(Calculator[OutcomeInputs, FiringOutcome]):
    """What the ware felt, and what to do with the record."""

    form_class = OutcomeForm
    page = "kiln/calculators/outcome.html"
    fragment = "kiln/calculators/_outcome_answer.html"

    def solve(self, inputs: OutcomeInputs) -> FiringOutcome:
        log = examine(inputs.log) if inputs.log else None
        return core.outcome(inputs.planned, log, dict(enumerate(inputs.cones.values())))

    def answer(self, inputs: OutcomeInputs, result: FiringOutcome) -> OutcomeAnswer:
        return OutcomeAnswer(
            cone=result.cone,
            by=result.by,
            complete=result.complete,
            log_cone=result.log_cone,
            shelves=_by_name(inputs, result),
            agrees=result.agrees,
            proposal=result.proposal,
            message=result.message,
            warnings=_warnings(inputs, result),
        )

    def shown(self, inputs: OutcomeInputs, result: FiringOutcome) -> dict[str, Any]:
        log = FiringCurve(tuple(inputs.log))
        return {
            "outcome": result,
            "shelves": [
                (one.shelf, one.cone, shelf_said(witness.shelf_heat(inputs.cones[one.shelf])))
                for one in _by_name(inputs, result)
            ],
            "wide": drawn(log, WIDE) if inputs.log else None,
            "narrow": drawn(log, NARROW) if inputs.log else None,
        }

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        return {"place": PLACE}


def _warnings(inputs: OutcomeInputs, result: FiringOutcome) -> list[Notice]:
    """What is amiss with the log, by the rows as they were typed, from 1."""
    if result.examined is None:
        return []
    rows = range(1, len(inputs.log) + 1)
    told = result.examined.sentences(rows)
    return [
        Notice(one.doubt, f"The log: {said}.")
        for one, said in zip(result.examined.doubtful, told, strict=True)
    ]


def _by_name(inputs: OutcomeInputs, result: FiringOutcome) -> list[ShelfAnswer]:
    names = list(inputs.cones)
    return [ShelfAnswer(names[number], cone) for number, cone in result.shelves]
