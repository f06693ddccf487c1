"""The dose's form: the query string of ``/mix/dose/``."""

from typing import Any

from django import forms

from claycore.materials import composition
from claycore.measure import bounds
from claycore.mixing.dose import Dose, dose
from claycore.mixing.dose_checks import dose_warnings
from umberpot.mixing.calculators.additions import AdditionsField, rows_of
from umberpot.mixing.calculators.clay import ClayForm
from umberpot.mixing.calculators.scale_step import KnowsScale, scale_step_field
from umberpot.mixing.calculators.working import dose_shown
from umberpot.ui.calculators import as_json, blaming_fields
from umberpot.ui.fields.measures import LONGEST_TEXT, Choice, MeasureField


def convention_choice() -> Choice:
    """What percent means; on dry clay unless said."""
    return Choice(
        choices=[
            (composition.Convention.ON_DRY_CLAY, "on dry clay"),
            (composition.Convention.SHARE_OF_TOTAL, "share of the total"),
        ],
        required=False,
        initial=composition.Convention.ON_DRY_CLAY,
    )


def measured_water_field() -> MeasureField:
    """The uncertainty of a measured water content, points; absent where it was not measured."""
    return MeasureField(bounds.STEP, required=False, widget=forms.HiddenInput)


class DoseForm(KnowsScale, ClayForm):
    """Clay in hand, additions and convention, as the contract of ``/mix/dose/`` has them.

    Besides the contract: ``clay`` (its name), ``scale_step_g``, and ``water_u95``, the uncertainty
    of a measured water content.
    """

    clay = forms.CharField(max_length=LONGEST_TEXT, required=False)
    add = AdditionsField()
    convention = convention_choice()
    scale_step_g = scale_step_field()
    water_u95 = measured_water_field()

    field_order = ["clay"]

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean()
        if not self.errors:
            with blaming_fields(self):
                convention = cleaned.get("convention") or composition.Convention.ON_DRY_CLAY
                cleaned["dose"] = dose(cleaned["clay_in_hand"], cleaned["add"], convention)
        return cleaned

    def reckoned(self) -> dict[str, Any]:
        """The contract's answer, with what the page shows under ``shown``."""
        made: Dose = self.cleaned_data["dose"]
        return {
            "dry_clay_g": made.clay.dry_g,
            "water_g": made.clay.water_g,
            "additions": [
                {
                    "name": addition.name,
                    "mass_g": addition.mass_g,
                    "pct_on_dry_clay": addition.pct_on_dry_clay,
                    "share_of_total_pct": addition.share_of_total_pct,
                }
                for addition in made.additions
            ],
            "dry_total_g": made.dry_total_g,
            "water_to_add_g": made.water_to_add_g,
            "warnings": as_json(
                dose_warnings(
                    made,
                    self.scale_step,
                    water_measured=self.cleaned_data.get("water_u95") is not None,
                )
            ),
            "shown": dose_shown(made, self.cleaned_data, self.scale_step),
        }

    def rows(self) -> list[tuple[str, str]]:
        """The page's rows of colourants: those typed and one to type in next."""
        return rows_of(self, "add")
