"""Checking a sum: the query string of ``/mix/check-sum/``."""

from typing import Any

from claycore.materials import composition
from claycore.materials.clay_in_hand import ClayState
from claycore.measure import bounds, units
from claycore.measure.formatting import plain
from claycore.mixing import sum_checks
from claycore.mixing.sum_checks import ChangeSum, Checked, DoseSum
from umberpot.mixing.calculators.clay import ClayForm
from umberpot.mixing.calculators.dose import convention_choice
from umberpot.ui.calculators import blaming_fields
from umberpot.ui.fields.measures import MeasureField

_OF_A_CHANGE = ("now_pct", "target_pct", "answer_total")


class CheckSumForm(ClayForm):
    """A dose someone worked out, or a change of strength, as the contract has them.

    With any of ``now_pct``, ``target_pct`` and ``answer_total`` it is a change; the mass is then
    that of the mix.
    """

    pct = MeasureField(bounds.PERCENTAGE, required=False, label="Percent wanted")
    convention = convention_choice()
    answer = MeasureField(bounds.MASS, required=False, label="Colourant, by your sum")
    now_pct = MeasureField(bounds.PERCENTAGE, required=False, label="Percent now")
    target_pct = MeasureField(bounds.PERCENTAGE, required=False, label="Percent wanted")
    answer_total = MeasureField(bounds.MASS, required=False, label="New dry total, by your sum")

    @property
    def is_change(self) -> bool:
        """Whether a change of strength is checked, and not a dose."""
        return any(self._was_filled(field) for field in _OF_A_CHANGE)

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean()
        if self.is_change:
            self.require("now_pct", "How strong is the mix now?")
            self.require("target_pct", "How strong is it to be?")
            self.require("answer_total", "What new total did you work out?")
        else:
            self.require("pct", "What percentage did you want?")
            self.require("answer", "How much colourant did you work out?")
        if not self.errors:
            with blaming_fields(self):
                cleaned["checked"] = self._check(cleaned)
        return cleaned

    def _check(self, cleaned: dict[str, Any]) -> Checked:
        clay = cleaned["clay_in_hand"]
        if self.is_change:
            asked = ChangeSum(clay, cleaned["now_pct"], cleaned["target_pct"])
            return sum_checks.check_change(asked, cleaned["answer_total"])
        by_volume = cleaned["state"] == ClayState.SLIP and cleaned["volume"] is not None
        amount, unit = ("volume", "volume_unit") if by_volume else ("mass", "unit")
        return sum_checks.check_dose(
            DoseSum(
                clay,
                cleaned["pct"],
                cleaned["convention"] or composition.Convention.ON_DRY_CLAY,
                cleaned[amount],
                cleaned[unit],
                units.millilitres(cleaned[amount], cleaned[unit]) if by_volume else None,
            ),
            cleaned["answer"],
        )

    def reckoned(self) -> dict[str, Any]:
        """The contract's answer, with what the page shows under ``shown``."""
        checked: Checked = self.cleaned_data["checked"]
        return {
            "correct": checked.correct,
            "expected_g": checked.expected_g,
            "likely_mistakes": [
                {"code": mistake.code, "message": mistake.message, "gives_g": mistake.gives_g}
                for mistake in checked.mistakes
            ],
            "actual_pct": checked.actual_pct,
            "actual_share_of_total_pct": None
            if checked.actual_pct is None
            else composition.share_of_total([checked.actual_pct])[0],
            "warnings": [],
            "shown": self._shown(checked),
        }

    def _shown(self, checked: Checked) -> dict[str, Any]:
        cleaned = self.cleaned_data
        answer_g = cleaned["answer_total"] if self.is_change else cleaned["answer"]
        wanted = cleaned["target_pct"] if self.is_change else cleaned["pct"]
        share = (
            not self.is_change and cleaned["convention"] == composition.Convention.SHARE_OF_TOTAL
        )
        shown = {
            "answer": plain(answer_g, 3),
            "expected": plain(checked.expected_g, 3),
            "wanted": plain(wanted, 3),
            "wanted_of": "of the total" if share else "on dry clay",
            "of_what": "dry in all" if self.is_change else "of colourant",
            "working": self._working(checked),
        }
        if checked.actual_pct is not None:
            actual = checked.actual_pct
            shown["actual"] = plain(composition.share_of_total([actual])[0] if share else actual)
        return shown

    def _working(self, checked: Checked) -> str:
        cleaned = self.cleaned_data
        dry = plain(cleaned["clay_in_hand"].dry_g, 3)
        expected = plain(checked.expected_g, 3)
        if not self.is_change:
            if cleaned["convention"] == composition.Convention.SHARE_OF_TOTAL:
                pct = plain(cleaned["pct"], 3)
                return f"{dry} g dry clay × {pct} ÷ (100 − {pct}) = {expected} g"
            return f"{dry} g dry clay × {plain(cleaned['pct'], 3)} ÷ 100 = {expected} g"
        now, target = plain(cleaned["now_pct"], 3), plain(cleaned["target_pct"], 3)
        clay_g = 100 * cleaned["clay_in_hand"].dry_g / (100 + cleaned["now_pct"])
        clay = f"{dry} × 100 ÷ (100 + {now}) = {plain(clay_g, 3)} g clay"
        if cleaned["target_pct"] < cleaned["now_pct"]:
            return f"{clay}; × {now} ÷ {target} × (100 + {target}) ÷ 100 = {expected} g"
        return f"{clay}; × (100 + {target}) ÷ 100 = {expected} g"
