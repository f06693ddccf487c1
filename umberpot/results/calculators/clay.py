"""What a clay's bars say and what it is good for, from pasted figures: ``/results/clay/``.

The same functions as on a clay's page, without a studio: the usual spread of equal pieces and the
usual limits stand in for the studio's own.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum
from typing import Any

from django import forms
from django.http import HttpRequest, QueryDict

from claycore.firing import cones
from claycore.judging import claims, firing_range
from claycore.judging import verdict as judging
from claycore.judging.adjustment_suggestions import Suggestion, suggestions
from claycore.judging.claims import CheckedClaim, LabelClaim
from claycore.judging.evidence import Evidence
from claycore.judging.firing_range import FiringRange, Sureness
from claycore.judging.limits import SCHOOLS, USUAL_WARE, WARES, Limits, usual_limits
from claycore.judging.purposes import PURPOSES, Purpose
from claycore.judging.verdict import ClayVerdict, Overall
from claycore.measure import bounds
from claycore.measure.notices import Notice
from claycore.testing import bar_lines, soaking
from claycore.testing.bar_checks import doubted, unlikely_readings
from claycore.testing.bars import Bar
from claycore.testing.field_notes import ACIDS, COILS, THROWS, FieldNotes
from claycore.testing.results import AtCone, ClayResults, clay_results
from claycore.testing.shrinkage import DEFAULT_RULER_STEP_MM
from umberpot.clays.verdicts.chart import ChartSeries, both_sizes
from umberpot.clays.verdicts.sentences import range_sentences, spread_words
from umberpot.clays.verdicts.tables import figure_rows, seen_at
from umberpot.results.calculators.bar_fields import bars_field, sags_field
from umberpot.results.places import PLACE
from umberpot.ui.calculators import Answer, Calculator, CalculatorForm, u95_of, value_of
from umberpot.ui.fields.measures import Choice, MeasureField

USUAL_SCALE_STEP_G = 0.1
_CONES = [("", "the best tested"), *((cone, cone) for cone in cones.CONES)]


@dataclass(frozen=True)
class ClayInputs:
    """Bars, and what the clay is to be judged as."""

    bars: list[Bar]
    purpose: str
    ware: str
    school: str
    notes: FieldNotes
    is_dug: bool
    glazed: bool
    cone: str | None
    claim: LabelClaim


@dataclass(frozen=True)
class PastedClay:
    """What the bars say, held against the usual limits."""

    results: ClayResults
    limits: Limits
    range: FiringRange
    evidence: Evidence
    verdicts: Mapping[str, ClayVerdict]
    suggestions: list[Suggestion]
    label: list[CheckedClaim]


class Origin(StrEnum):
    """Where a clay is from: more is asked of one that was dug."""

    BOUGHT = "bought"
    DUG = "dug"


def _or_not_said(choices: Mapping[str, str], not_said: str = "not tested") -> list[tuple[str, str]]:
    return [("", not_said), *choices.items()]


class ClayTestForm(CalculatorForm[ClayInputs]):
    """The query string: ``bar`` and ``sag`` repeated, what else is known, what it is judged as."""

    bar = bars_field()
    sag = sags_field()
    kind = Choice(choices=[(kind, kind) for kind in Origin], label="Dug or bought")
    smooth_pct = MeasureField(bounds.SHARE, required=False, label="Smooth share by feel")
    acid = Choice(choices=_or_not_said(ACIDS), required=False, label="Acid drop")
    coil = Choice(choices=_or_not_said(COILS), required=False, label="Coil test")
    throws = Choice(choices=_or_not_said(THROWS), required=False, label="Throwing test")
    glazed = Choice(choices=[("no", "bare"), ("yes", "glazed")], label="Soaked pieces were")
    cone = Choice(choices=_CONES, required=False, label="Judged at cone")
    claim_cones = forms.CharField(required=False, label="Label: cones", max_length=9)
    claim_absorption_pct = MeasureField(bounds.LIMIT, required=False, label="Label: absorption")
    claim_absorption_cone = Choice(choices=_CONES, required=False, label="Label: at cone")
    method = Choice(choices=soaking.choices, label="How they were soaked")
    ruler_step = MeasureField(bounds.STEP, label="Ruler reads to")
    scale_step = MeasureField(bounds.STEP, label="Scale reads to")
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

    @property
    def has_more(self) -> bool:
        """Whether anything is given beyond the bars and what they are judged as."""
        return any(self[name].value() not in (None, "", [], _USUAL.get(name)) for name in _MORE)

    def clean_claim_cones(self) -> tuple[str | None, str | None]:
        """'5-8' as the label writes it, or one cone."""
        text = self.cleaned_data["claim_cones"].replace("\u2013", "-")
        named = [part.strip() for part in text.split("-") if part.strip()]
        if len(named) > 2 or not set(named) <= set(cones.CONES):
            raise forms.ValidationError("Enter the label's cones like 5-8.")
        low, high = (named[0], named[-1]) if named else (None, None)
        if low and high and cones.order(low) > cones.order(high):
            raise forms.ValidationError("Enter the cooler cone first.")
        return low, high

    def inputs(self) -> ClayInputs:
        typed = self.cleaned_data
        bars = bar_lines.bars_of(
            typed["bar"],
            typed["method"],
            typed["ruler_step"],
            typed["scale_step"],
            typed["sag"],
        )
        low, high = typed["claim_cones"]
        return ClayInputs(
            bars,
            typed["purpose"],
            typed["ware"],
            typed["school"],
            FieldNotes(typed["smooth_pct"], typed["coil"], typed["acid"], typed["throws"]),
            typed["kind"] == Origin.DUG,
            typed["glazed"] == "yes",
            typed["cone"] or None,
            LabelClaim(
                low,
                high,
                absorption_pct=typed["claim_absorption_pct"],
                absorption_cone=typed["claim_absorption_cone"] or None,
            ),
        )


_USUAL: dict[str, str] = {
    "method": soaking.USUAL_METHOD.code,
    "ruler_step": str(DEFAULT_RULER_STEP_MM),
    "scale_step": str(USUAL_SCALE_STEP_G),
    "purpose": Purpose.TABLEWARE.value,
    "ware": USUAL_WARE,
    "school": "strict",
    "kind": Origin.BOUGHT.value,
    "glazed": "no",
}


_MORE = (
    "sag",
    "kind",
    "smooth_pct",
    "acid",
    "coil",
    "throws",
    "glazed",
    "cone",
    "claim_cones",
    "claim_absorption_pct",
    "claim_absorption_cone",
)


@dataclass(frozen=True)
class ClayConeAnswer:
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


@dataclass(frozen=True)
class ClayAdviceAnswer:
    """One thing to try; ``cones`` where it means some."""

    code: str
    message: str
    cones: list[str]


@dataclass(frozen=True, kw_only=True)
class ClayAnswer(Answer):
    """The contract of ``/results/clay/``."""

    drying_pct: float | None
    drying_u95: float | None
    cones: list[ClayConeAnswer]
    mature_from: MatureAnswer | None
    bloats_from: str | None
    slumps_from: str | None
    judged_at: str | None
    headline: str
    verdict: Overall
    rules: list[RuleAnswer]
    fails: list[str]
    open: list[str]
    advice: list[ClayAdviceAnswer]
    label: list[str]


class ClayView(Calculator[ClayInputs, PastedClay]):
    """Results and verdict of pasted bars."""

    form_class = ClayTestForm
    page = "results/calculators/clay.html"
    fragment = "results/calculators/_clay_answer.html"

    def solve(self, inputs: ClayInputs) -> PastedClay:
        found = clay_results(inputs.bars)
        limits = usual_limits(inputs.ware, inputs.school)
        dense_pct = limits.dense.high_pct
        ranges = firing_range.firing_range(found.cones, dense_pct, limits.bending)
        asked = found.at(inputs.cone) if inputs.cone else None
        evidence = Evidence(
            found,
            ranges,
            asked.cone if asked else firing_range.best_cone(found.cones, ranges),
            inputs.notes,
            100.0 if inputs.is_dug else None,
            inputs.glazed,
        )
        verdicts = judging.by_purpose(evidence, limits)
        label = claims.check_claim(inputs.claim, found, ranges, dense_pct)
        return PastedClay(
            found,
            limits,
            ranges,
            evidence,
            verdicts,
            suggestions(
                verdicts[inputs.purpose],
                evidence,
                limits,
                label,
                doubted(inputs.bars),
            ),
            label,
        )

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
            fails=[line.code for line in verdict.lines if line.fails],
            open=[line.code for line in verdict.lines if line.is_open],
            advice=[
                ClayAdviceAnswer(one.adjustment.code, one.what, list(one.cones))
                for one in result.suggestions
            ],
            label=[held.sentence for held in result.label],
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
            "label": result.label,
            "is_dug": result.evidence.as_dug_pct,
            "drawings": both_sizes(
                [ChartSeries("These bars", result.results.cones)], limit_pct, result.range
            ),
        }

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        return {"place": PLACE}


def _headline(inputs: ClayInputs, result: PastedClay) -> str:
    label_fails = claims.any_fails(result.label)
    return judging.headline(result.verdicts, inputs.purpose, result.evidence.cone, label_fails)


def _at_cone(at: AtCone) -> ClayConeAnswer:
    return ClayConeAnswer(
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
