"""What a clay's bars say and what it is good for, from pasted figures: ``/results/clay/``.

The same functions as on a clay's page, without a studio: the usual spread of equal pieces and the
usual limits stand in for the studio's own.
"""

import re
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from django import forms
from django.http import HttpRequest, QueryDict

from claycore.firing import cones
from claycore.judging import firing_range
from claycore.judging import verdict as judging
from claycore.judging.adjustment_suggestions import Suggestion, suggestions
from claycore.judging.firing_range import FiringRange, Sureness
from claycore.judging.limits import SCHOOLS, WARES, Limits, usual_limits
from claycore.judging.purposes import PURPOSES, Purpose
from claycore.judging.rules import Evidence
from claycore.judging.verdict import ClayVerdict, Overall
from claycore.measure import bounds
from claycore.measure.bounds import Bound
from claycore.measure.errors import ClayError
from claycore.measure.notices import Notice
from claycore.testing import bar_lines, soaking
from claycore.testing.bar_checks import unlikely_readings
from claycore.testing.bar_lines import BarLine
from claycore.testing.bars import REMARKS, Bar
from claycore.testing.results import AtCone, ClayResults, clay_results
from claycore.testing.shrinkage import DEFAULT_RULER_STEP_MM
from umberpot.clays.verdicts.chart import Series, both_sizes
from umberpot.clays.verdicts.sentences import range_sentences, spread_words
from umberpot.clays.verdicts.tables import figure_rows, seen_at
from umberpot.results.places import PLACE
from umberpot.ui.calculators import Answer, Calculator, CalculatorForm, u95_of, value_of
from umberpot.ui.fields.lines import LinesInput
from umberpot.ui.fields.measures import LONGEST_TEXT, Choice, MeasureField, read_number

USUAL_SCALE_STEP_G = 0.1
LONGEST_CODE = 24
_PARTS = ("code", "cone", "wet", "dry", "fired", "dry mass", "soaked mass", "seen")
_AS_WRITTEN = "CODE:CONE:WET:DRY:FIRED:DRY_MASS:SOAKED_MASS"


class BarLinesField(forms.Field):
    """Lines of a bar and a cone each; cleans to a list of BarLine.

    The parts are told apart by colons, semicolons or tabs, so that a block of a spreadsheet can be
    pasted as it is.
    """

    widget = LinesInput({"rows": 8, "spellcheck": "false"})

    def clean(self, value: list[str]) -> list[BarLine]:
        if not value:
            raise forms.ValidationError(f"Give at least one bar: {_AS_WRITTEN}.", "required")
        if len(value) > bar_lines.MOST_LINES:
            raise forms.ValidationError(f"At most {bar_lines.MOST_LINES} lines at a time.")
        return [self._line(number, text) for number, text in enumerate(value, 1)]

    def _line(self, number: int, text: str) -> BarLine:
        try:
            return _bar_line(text)
        except (ClayError, ValueError) as error:
            raise forms.ValidationError(f"Line {number}: {error}") from None


def _bar_line(text: str) -> BarLine:
    """One line read. Raises ClayError or ValueError with a sentence."""
    parts = [part.strip() for part in re.split(r"[:;\t]", text)]
    if len(text) > LONGEST_TEXT or not 2 <= len(parts) <= len(_PARTS):
        raise ValueError(f"write a bar as {_AS_WRITTEN}, and leave empty what was not read.")
    code, cone, wet, dry, fired, mass, soaked, seen = parts + [""] * (len(_PARTS) - len(parts))
    if not code or len(code) > LONGEST_CODE:
        raise ValueError(f"a bar has a code of at most {LONGEST_CODE} letters.")
    remarks = frozenset(word for word in re.split(r"[+ ]+", seen) if word)
    if not remarks <= REMARKS.keys():
        raise ValueError(f"what was seen is one of {', '.join(REMARKS)}, joined by +.")
    if not cone and (fired or soaked):
        raise ValueError("a fired length or a soaked mass needs the cone it was fired to.")
    return BarLine(
        code,
        cones.check(cone) if cone else None,
        _figure("wet", wet, bounds.LENGTH),
        _figure("dry", dry, bounds.LENGTH),
        _figure("fired", fired, bounds.LENGTH),
        _figure("dry mass", mass, bounds.MASS),
        _figure("soaked mass", soaked, bounds.MASS),
        remarks,
    )


def _figure(name: str, text: str, bound: Bound) -> float | None:
    if not text:
        return None
    try:
        return bound.check(name, read_number(text))
    except (ClayError, ValueError) as error:
        raise ValueError(f"{name}: {error}") from None


@dataclass(frozen=True)
class ClayInputs:
    """Bars, and what the clay is to be judged as."""

    bars: list[Bar]
    purpose: str
    ware: str
    school: str


@dataclass(frozen=True)
class PastedClay:
    """What the bars say, held against the usual limits."""

    results: ClayResults
    limits: Limits
    range: FiringRange
    evidence: Evidence
    verdicts: Mapping[str, ClayVerdict]
    suggestions: list[Suggestion]


class ClayForm(CalculatorForm[ClayInputs]):
    """The query string: ``bar`` repeated, the instruments' steps, and what it is judged as."""

    bar = BarLinesField(label="Bars, one line a bar and cone")
    method = Choice(choices=soaking.choices, label="How they were soaked")
    ruler_step = MeasureField(bounds.STEP, label="Ruler step")
    scale_step = MeasureField(bounds.STEP, label="Scale step")
    purpose = Choice(choices=list(PURPOSES.items()), label="Purpose")
    ware = Choice(choices=list(WARES.items()), label="Ware")
    school = Choice(choices=[(s, s) for s in SCHOOLS], label="Limits")

    def __init__(self, data: QueryDict | None = None, **kwargs: Any) -> None:
        """What was left out is the usual, and stands in its field."""
        if data and any(name in data for name in self.base_fields):
            data = data.copy()
            for name, usual in _USUAL.items():
                data[name] = data.get(name) or usual
        super().__init__(data, initial=_USUAL, **kwargs)

    def inputs(self) -> ClayInputs:
        typed = self.cleaned_data
        bars = bar_lines.bars_of(
            typed["bar"], typed["method"], typed["ruler_step"], typed["scale_step"]
        )
        return ClayInputs(bars, typed["purpose"], typed["ware"], typed["school"])


_USUAL: dict[str, str] = {
    "method": soaking.USUAL_METHOD.code,
    "ruler_step": str(DEFAULT_RULER_STEP_MM),
    "scale_step": str(USUAL_SCALE_STEP_G),
    "purpose": Purpose.TABLEWARE.value,
    "ware": "stoneware",
    "school": "strict",
}


@dataclass(frozen=True)
class ConeAnswer:
    """All bars after one cone."""

    cone: str
    bars: int
    total_shrinkage_pct: float | None
    total_shrinkage_u95: float | None
    absorption_pct: float | None
    absorption_u95: float | None


@dataclass(frozen=True)
class MatureAnswer:
    """From about which cone it is dense enough, and by which tested cone surely."""

    cone: str | None
    sure_by: str | None


@dataclass(frozen=True)
class RuleAnswer:
    """One rule held against the bars."""

    code: str
    outcome: str
    measured: str
    limit: str
    school: str


@dataclass(frozen=True, kw_only=True)
class ClayAnswer(Answer):
    """The contract of ``/results/clay/``."""

    drying_pct: float | None
    drying_u95: float | None
    cones: list[ConeAnswer]
    mature_from: MatureAnswer | None
    bloats_from: str | None
    slumps_from: str | None
    judged_at: str | None
    headline: str
    verdict: Overall
    rules: list[RuleAnswer]


class ClayView(Calculator[ClayInputs, PastedClay]):
    """Results and verdict of pasted bars."""

    form_class = ClayForm
    page = "results/calculators/clay.html"
    fragment = "results/calculators/_clay_answer.html"

    def solve(self, inputs: ClayInputs) -> PastedClay:
        found = clay_results(inputs.bars)
        limits = usual_limits(inputs.ware, inputs.school)
        ranges = firing_range.firing_range(found.cones, limits.dense.high_pct)
        cone = firing_range.best_cone(found.cones, ranges)
        evidence = Evidence(found, ranges, cone, as_dug_pct=None)
        verdicts = judging.by_purpose(evidence, limits)
        lines = verdicts[inputs.purpose].lines
        return PastedClay(found, limits, ranges, evidence, verdicts, suggestions(lines, evidence))

    def answer(self, inputs: ClayInputs, result: PastedClay) -> ClayAnswer:
        found, verdict = result.results, result.verdicts[inputs.purpose]
        return ClayAnswer(
            drying_pct=value_of(found.drying),
            drying_u95=u95_of(found.drying),
            cones=[_at_cone(at) for at in found.cones],
            mature_from=_mature_from(result.range),
            bloats_from=_surely_from(result.range.bloats),
            slumps_from=_surely_from(result.range.slumps),
            judged_at=result.evidence.cone,
            headline=_headline(inputs, result),
            verdict=verdict.overall,
            rules=[
                RuleAnswer(
                    line.code,
                    line.outcome,
                    line.finding.measured,
                    line.finding.limit,
                    line.finding.school,
                )
                for line in verdict.lines
            ],
            warnings=_warnings(inputs.bars, found),
        )

    def shown(self, inputs: ClayInputs, result: PastedClay) -> dict[str, Any]:
        limit_pct = result.limits.dense.high_pct
        return {
            "headline": _headline(inputs, result),
            "verdict": result.verdicts[inputs.purpose],
            "purpose": PURPOSES[inputs.purpose],
            "ware": WARES[inputs.ware],
            "cone": result.evidence.cone,
            "purposes": [(PURPOSES[p], v) for p, v in result.verdicts.items()],
            "results": result.results,
            "figure_rows": figure_rows(result.results),
            "seen": [seen_at(at) for at in result.results.cones],
            "spread_words": spread_words(result.results, result.evidence.cone),
            "sentences": range_sentences(result.range, limit_pct),
            "suggestions": result.suggestions,
            "drawings": both_sizes(
                [Series("These bars", result.results.cones)], limit_pct, result.range
            ),
        }

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        return {"place": PLACE}


def _headline(inputs: ClayInputs, result: PastedClay) -> str:
    return judging.headline(
        result.verdicts, inputs.purpose, result.evidence.cone, label_fails=False
    )


def _at_cone(at: AtCone) -> ConeAnswer:
    return ConeAnswer(
        at.cone,
        at.bars,
        value_of(at.total),
        u95_of(at.total),
        value_of(at.absorption),
        u95_of(at.absorption),
    )


def _mature_from(found: FiringRange) -> MatureAnswer | None:
    """Null unless a tested cone is surely dense enough. Between far cones, no cone is claimed."""
    maturity = found.maturity
    if maturity.cone is None:
        return None
    if maturity.low_c is None:
        return MatureAnswer(maturity.cone, maturity.cone)
    begins = None if maturity.coarse else cones.needed_for(maturity.low_c)
    return MatureAnswer(begins, maturity.cone)


def _surely_from(spoiling: firing_range.Spoiling) -> str | None:
    return spoiling.cone if spoiling.outcome == Sureness.SURE else None


def _warnings(bars: list[Bar], found: ClayResults) -> list[Notice]:
    odd = [
        Notice("unlikely_reading", f"{odd.bar}: {odd.message}") for odd in unlikely_readings(bars)
    ]
    return odd + [Notice("left_out", problem) for problem in found.problems]
