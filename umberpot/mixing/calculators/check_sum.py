"""Check: ``/mix/check-sum/``, is this right, and if not, what went wrong?"""

from dataclasses import dataclass
from typing import Any

from claycore.materials.composition import Convention, share_of_total
from claycore.measure import bounds
from claycore.measure.formatting import plain
from claycore.mixing import sum_checks
from claycore.mixing.sum_checks import ChangeSum, Checked, DoseSum, Mistake
from umberpot.mixing.calculators.base import MixCalculator
from umberpot.mixing.calculators.clay import ClayForm
from umberpot.mixing.calculators.fields import convention_choice, convention_of
from umberpot.ui.calculators import Answer
from umberpot.ui.fields.measures import MeasureField

_OF_A_CHANGE = ("now_pct", "target_pct", "answer_total")


@dataclass(frozen=True)
class CheckSumInputs:
    """A sum that someone worked out, and what they got, grams."""

    asked: DoseSum | ChangeSum
    answer_g: float


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
            return CheckSumInputs(asked, typed["answer_total"])
        convention = convention_of(typed["convention"])
        return CheckSumInputs(DoseSum.of(clay, typed["pct"], convention), typed["answer"])


@dataclass(frozen=True, kw_only=True)
class CheckSumAnswer(Answer):
    """The contract of ``/mix/check-sum/``; ``actual_pct`` is on dry clay."""

    correct: bool
    expected_g: float
    likely_mistakes: list[Mistake]
    actual_pct: float | None
    actual_share_of_total_pct: float | None


class CheckSumView(MixCalculator[CheckSumInputs, Checked]):
    """Is this right, and if not, what went wrong?"""

    form_class = CheckSumForm
    page = "mixing/calculators/check_sum.html"
    fragment = "mixing/calculators/_check_sum_answer.html"

    def solve(self, inputs: CheckSumInputs) -> Checked:
        if isinstance(inputs.asked, ChangeSum):
            return sum_checks.check_change(inputs.asked, inputs.answer_g)
        return sum_checks.check_dose(inputs.asked, inputs.answer_g)

    def answer(self, inputs: CheckSumInputs, result: Checked) -> CheckSumAnswer:
        actual = result.actual_pct
        return CheckSumAnswer(
            correct=result.correct,
            expected_g=result.expected_g,
            likely_mistakes=list(result.mistakes),
            actual_pct=actual,
            actual_share_of_total_pct=None if actual is None else share_of_total([actual])[0],
            warnings=[],
        )

    def shown(self, inputs: CheckSumInputs, result: Checked) -> dict[str, Any]:
        asked, actual = inputs.asked, result.actual_pct
        shown: dict[str, Any] = {
            "reason": result.reason(inputs.answer_g),
            "expected": plain(result.expected_g, 3),
        }
        if isinstance(asked, ChangeSum):
            shown |= {
                "wanted": plain(asked.target_pct, 3),
                "wanted_of": "on dry clay",
                "of_what": "dry in total",
                "working": _change_working(asked, result),
            }
            return shown if actual is None else shown | {"actual": plain(actual)}
        share = asked.convention == Convention.SHARE_OF_TOTAL
        shown |= {
            "wanted": plain(asked.pct, 3),
            "wanted_of": "of the total" if share else "on dry clay",
            "of_what": "of colourant",
            "working": _dose_working(asked, result),
        }
        if actual is not None:
            shown["actual"] = plain(share_of_total([actual])[0] if share else actual)
        return shown


def _dose_working(asked: DoseSum, result: Checked) -> str:
    dry, pct = plain(asked.clay.dry_g, 3), plain(asked.pct, 3)
    expected = plain(result.expected_g, 3)
    if asked.convention == Convention.SHARE_OF_TOTAL:
        return f"{dry} g dry clay × {pct} ÷ (100 − {pct}) = {expected} g"
    return f"{dry} g dry clay × {pct} ÷ 100 = {expected} g"


def _change_working(asked: ChangeSum, result: Checked) -> str:
    dry, expected = plain(asked.mix.dry_g, 3), plain(result.expected_g, 3)
    now, target = plain(asked.now_pct, 3), plain(asked.target_pct, 3)
    clay = f"{dry} × 100 ÷ (100 + {now}) = {plain(asked.before.clay_g, 3)} g clay"
    if asked.lowers:
        return f"{clay}; × {now} ÷ {target} × (100 + {target}) ÷ 100 = {expected} g"
    return f"{clay}; × (100 + {target}) ÷ 100 = {expected} g"
