"""The forms of coloured clay that is left over."""

from typing import Any

from django import forms

from claycore.materials.clay_in_hand import ClayState
from claycore.measure import bounds
from umberpot.ui.fields.measures import Choice, MeasureField
from umberpot.ui.fields.not_applying import does_not_apply


class LeftoverForm(forms.Form):
    """How much is left of a mix, and how it lies."""

    use_required_attribute = False

    grams = MeasureField(bounds.MASS, label="Weight left")
    state = Choice(
        choices=[(ClayState.DRY, "Dry"), (ClayState.PLASTIC, "Plastic")],
        initial=ClayState.DRY,
        label="State",
    )
    water_pct = MeasureField(bounds.WATER, required=False, label="Water in it")

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if cleaned.get("state") == ClayState.DRY:
            does_not_apply(self, cleaned, "water_pct")
        elif cleaned.get("water_pct") is None and "water_pct" not in self.errors:
            self.add_error("water_pct", "How much water is in it?")
        return cleaned


class ChangeForm(forms.Form):
    """Bring some coloured clay to a percentage, Or extend to a total."""

    use_required_attribute = False

    use_g = MeasureField(bounds.MASS, label="Weight to use")
    target_pct = MeasureField(bounds.PERCENTAGE, required=False, label="Strength wanted")
    total_g = MeasureField(bounds.MASS, required=False, label="Or extend to")

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if not self.errors:
            given = [cleaned["target_pct"], cleaned["total_g"]]
            if given.count(None) == len(given):
                self.add_error("target_pct", "Enter a strength or a total weight.")
            elif None not in given:
                self.add_error("total_g", "Enter a strength or a total weight, not both.")
        return cleaned
