"""Check: ``/mix/check-sum/``, is this right, and if not, what went wrong?"""

from dataclasses import dataclass
from typing import Any
from urllib.parse import urlencode

from django.urls import reverse

from claycore.materials.batch import Batch
from claycore.materials.clay_in_hand import ClayInHand, ClayState
from claycore.materials.composition import CONVENTION_WORDS, Convention, share_of_total
from claycore.measure import bounds
from claycore.measure.formatting import plain
from claycore.mixing import sum_checks
from claycore.mixing.series_on_the_scale import CLAY_WORDS
from claycore.mixing.sum_checks import COLOURANT, ChangeSum, Checked, DoseSum, Mistake
from claycore.mixing.ways_out import WayOut, WayOutKind, ways_out
from umberpot.mixing.calculators.base import MixCalculator
from umberpot.mixing.calculators.clay import ClayForm
from umberpot.mixing.calculators.fields import convention_choice, convention_of
from umberpot.ui.calculators import Answer
from umberpot.ui.fields.measures import MeasureField, last_place_of

_OF_A_CHANGE = ("now_pct", "target_pct", "answer_total")


@dataclass(frozen=True)
class CheckSumInputs:
    """A sum that someone worked out, and what they got, grams."""

    asked: DoseSum | ChangeSum
    answer_g: float
    last_place: float

    @property
    def clay(self) -> ClayInHand:
        """The clay or the mix that the sum begins with."""
        return self.asked.mix if isinstance(self.asked, ChangeSum) else self.asked.clay

    @property
    def wanted_pct(self) -> float:
        """The strength wanted, percent on dry clay."""
        asked = self.asked
        return asked.target_pct if isinstance(asked, ChangeSum) else asked.on_dry_clay_pct


class CheckSumForm(ClayForm[CheckSumInputs]):
    """A dose someone worked out, or a change of strength, as the contract has them.

    With any of ``now_pct``, ``target_pct`` and ``answer_total`` it is a change; the mass is then
    that of the mix.
    """

    pct = MeasureField(bounds.PERCENTAGE, required=False, label="Strength wanted")
    convention = convention_choice()
    answer = MeasureField(bounds.MASS, required=False, label="Your answer, colourant")
    now_pct = MeasureField(bounds.PERCENTAGE, required=False, label="Strength now")
    target_pct = MeasureField(bounds.PERCENTAGE, required=False, label="Strength wanted")
    answer_total = MeasureField(
        bounds.MASS,
        required=False,
        label="Your answer, new dry total",
        help_text="Clay and colourant together, without water. The weight above is then the weight"
        " of the mix.",
    )

    @property
    def is_change(self) -> bool:
        """Whether a change of strength is checked, and not a dose."""
        return any(self.was_filled(field) for field in _OF_A_CHANGE)

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean()
        if self.is_change:
            self.require("now_pct", "Enter the strength of the mix now.")
            self.require("target_pct", "Enter the strength you want.")
            self.require("answer_total", "Enter the new total you worked out.")
        else:
            self.require("pct", "Enter the strength you want.")
            self.require("answer", "Enter the grams of colourant you worked out.")
        return cleaned

    def inputs(self) -> CheckSumInputs:
        typed, clay = self.cleaned_data, self.clay_amount()
        if self.is_change:
            asked = ChangeSum(clay.in_hand(), typed["now_pct"], typed["target_pct"])
            place = last_place_of(self.data["answer_total"])
            return CheckSumInputs(asked, typed["answer_total"], place)
        convention = convention_of(typed["convention"])
        asked_dose = DoseSum.of(clay, typed["pct"], convention)
        place = last_place_of(self.data["answer"])
        return CheckSumInputs(asked_dose, typed["answer"], place)


@dataclass(frozen=True, kw_only=True)
class CheckSumAnswer(Answer):
    """The contract of ``/mix/check-sum/``; ``actual_pct`` is on dry clay."""

    correct: bool
    expected_g: float
    likely_mistakes: list[Mistake]
    actual_pct: float | None
    actual_share_of_total_pct: float | None
    ways_out: list[WayOut]


class CheckSumView(MixCalculator[CheckSumInputs, Checked]):
    """Is this right, and if not, what went wrong?"""

    form_class = CheckSumForm
    page = "mixing/calculators/check_sum.html"
    fragment = "mixing/calculators/_check_sum_answer.html"

    def solve(self, inputs: CheckSumInputs) -> Checked:
        if isinstance(inputs.asked, ChangeSum):
            return sum_checks.check_change(inputs.asked, inputs.answer_g, inputs.last_place)
        return sum_checks.check_dose(inputs.asked, inputs.answer_g, inputs.last_place)

    def answer(self, inputs: CheckSumInputs, result: Checked) -> CheckSumAnswer:
        actual = result.actual_pct
        return CheckSumAnswer(
            correct=result.correct,
            expected_g=result.expected_g,
            likely_mistakes=list(result.mistakes),
            actual_pct=actual,
            actual_share_of_total_pct=None if actual is None else share_of_total([actual])[0],
            ways_out=_ways_out(inputs, result),
            warnings=[],
        )

    def shown(self, inputs: CheckSumInputs, result: Checked) -> dict[str, Any]:
        asked, actual = inputs.asked, result.actual_pct
        shown: dict[str, Any] = {
            "reason": result.reason(inputs.answer_g),
            "expected": plain(result.expected_g, 3),
            "ways": [_way(inputs, result, way) for way in _ways_out(inputs, result)],
        }
        if isinstance(asked, ChangeSum):
            shown |= {
                "wanted": plain(asked.target_pct, 3),
                "wanted_of": "on dry clay",
                "of_what": "dry in total",
                "working": _change_working(asked, result),
            }
            return shown if actual is None else shown | {"actual": plain(actual)}
        shown |= {
            "wanted": plain(asked.pct, 3),
            "wanted_of": CONVENTION_WORDS[asked.convention],
            "of_what": "of colourant",
            "working": _dose_working(asked, result),
        }
        if actual is not None:
            shown["actual"] = plain(_in_convention(asked, actual))
        return shown


def _in_convention(asked: DoseSum, on_dry_clay: float) -> float:
    """A percentage on dry clay in the convention of the sum."""
    if asked.convention == Convention.SHARE_OF_TOTAL:
        return share_of_total([on_dry_clay])[0]
    if asked.convention == Convention.ON_WET_CLAY:
        return on_dry_clay * asked.clay.dry_fraction
    return on_dry_clay


def _made(inputs: CheckSumInputs) -> Batch:
    """What there is after the answer was followed: dry clay, colourant, water."""
    asked = inputs.asked
    if isinstance(asked, DoseSum):
        return Batch(asked.clay.dry_g, {COLOURANT: inputs.answer_g}, asked.clay.water_g)
    before, added_g = asked.before, max(0.0, inputs.answer_g - asked.before.dry_g)
    clay_g = before.clay_g + (added_g if asked.lowers else 0.0)
    powder_g = before.powder_g + (0.0 if asked.lowers else added_g)
    return Batch(clay_g, {COLOURANT: powder_g}, before.water_g)


def _ways_out(inputs: CheckSumInputs, result: Checked) -> list[WayOut]:
    if result.correct or result.actual_pct is None:
        return []
    made = _made(inputs)
    return ways_out(made.clay_g, made.powder_g, inputs.wanted_pct, inputs.clay.condition)


_TITLES = {
    WayOutKind.ADD_CLAY: "Add clay",
    WayOutKind.ADD_COLOURANT: "Add colourant",
    WayOutKind.KEEP: "Use the mix as what it is",
    WayOutKind.BLEND: "Blend with another mix",
}


def _way(inputs: CheckSumInputs, result: Checked, way: WayOut) -> dict[str, str]:
    """A way out in words, and where it is worked out; '' for the address where nowhere."""
    made, clay = _made(inputs), inputs.clay
    dry = f", {plain(way.add_dry_g, 1)}\u00a0g dry" if clay.state != ClayState.DRY else ""
    pct, wanted = plain(result.actual_pct or 0.0), plain(inputs.wanted_pct)
    same = f"the same {CLAY_WORDS[clay.state]}{dry}"
    other = "paler" if way.pct < (result.actual_pct or 0) else "stronger"
    then = f"then it is {wanted}\u00a0% on dry clay."
    words = {
        WayOutKind.ADD_CLAY: f"{plain(way.add_g, 1)}\u00a0g of {same}: {then}",
        WayOutKind.ADD_COLOURANT: f"{plain(way.add_g, 2)}\u00a0g more: {then}",
        WayOutKind.KEEP: f"Label it and record it as {pct}\u00a0% on dry clay, not as"
        f" {wanted}\u00a0%.",
        WayOutKind.BLEND: f"With a {other} mix or plain clay you have already.",
    }
    water_pct = plain(100 * made.water_g / made.mass_g)
    of_state = {
        ClayState.DRY: {},
        ClayState.PLASTIC: {"water_pct": water_pct},
        ClayState.SLIP: {"solids_pct": plain(100 - 100 * made.water_g / made.mass_g)},
    }
    change = {
        **{"state": clay.state, **of_state[clay.state], "mass": plain(made.mass_g), "unit": "g"},
        **{"now_pct": pct, "target_pct": wanted},
    }
    if clay.state == ClayState.PLASTIC:
        change["clay_water_pct"] = plain(clay.condition.water_pct)
    tools = {WayOutKind.ADD_CLAY: "mixing:adjust", WayOutKind.ADD_COLOURANT: "mixing:adjust"}
    tool = tools.get(way.way)
    url = f"{reverse(tool)}?{urlencode(change)}" if tool else ""
    if way.way == WayOutKind.BLEND:
        url = reverse("mixing:join")
    return {"title": _TITLES[way.way], "words": words[way.way], "url": url}


def _dose_working(asked: DoseSum, result: Checked) -> str:
    dry, pct = plain(asked.clay.dry_g, 3), plain(asked.pct, 3)
    expected = plain(result.expected_g, 3)
    if asked.convention == Convention.SHARE_OF_TOTAL:
        return f"{dry} g dry clay × {pct} ÷ (100 − {pct}) = {expected} g"
    if asked.convention == Convention.ON_WET_CLAY:
        return f"{plain(asked.clay.mass_g, 3)} g as weighed × {pct} ÷ 100 = {expected} g"
    return f"{dry} g dry clay × {pct} ÷ 100 = {expected} g"


def _change_working(asked: ChangeSum, result: Checked) -> str:
    dry, expected = plain(asked.mix.dry_g, 3), plain(result.expected_g, 3)
    now, target = plain(asked.now_pct, 3), plain(asked.target_pct, 3)
    clay = f"{dry} × 100 ÷ (100 + {now}) = {plain(asked.before.clay_g, 3)} g clay"
    if asked.lowers:
        return f"{clay}; × {now} ÷ {target} × (100 + {target}) ÷ 100 = {expected} g"
    return f"{clay}; × (100 + {target}) ÷ 100 = {expected} g"
