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
        choices=[
            (ClayState.DRY, "Dry"),
            (ClayState.PLASTIC, "Plastic"),
            (ClayState.SLIP, "Slip"),
        ],
        initial=ClayState.DRY,
        label="State",
    )
    water_pct = MeasureField(bounds.WATER, required=False, label="Water content")
    solids_pct = MeasureField(bounds.SOLIDS, required=False, label="Solids")

    def clean(self) -> dict[str, Any]:
        """``water_pct`` is the water of plastic clay and of slip alike, None of what is dry."""
        cleaned = super().clean() or {}
        state = cleaned.get("state")
        if state != ClayState.PLASTIC:
            does_not_apply(self, cleaned, "water_pct")
        if state != ClayState.SLIP:
            does_not_apply(self, cleaned, "solids_pct")
        if state == ClayState.PLASTIC:
            self._require("water_pct", "Enter the water content of the leftover.")
        if state == ClayState.SLIP:
            self._require("solids_pct", "Enter the solids: grams of dry clay in 100 g of slip.")
            if cleaned.get("solids_pct") is not None:
                cleaned["water_pct"] = 100 - cleaned["solids_pct"]
        return cleaned

    def _require(self, field: str, message: str) -> None:
        if self.cleaned_data.get(field) is None and field not in self.errors:
            self.add_error(field, message)


class ChangeForm(forms.Form):
    """Bring some coloured clay to a percentage, or extend it to a total."""

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
