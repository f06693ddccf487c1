"""The form of what a bought body's supplier claims."""

from typing import Any

from django import forms

from claycore.firing import cones
from claycore.measure import bounds
from umberpot.shelf.models import SupplierClaim
from umberpot.ui.editing import EditingForm
from umberpot.ui.fields.measures import MeasureField


class ClaimForm(EditingForm, forms.ModelForm):
    """What a bought body's label says."""

    total_pct = MeasureField(bounds.LIMIT, required=False, label="Total shrinkage")
    absorption_pct = MeasureField(bounds.LIMIT, required=False, label="Absorption")

    class Meta:
        model = SupplierClaim
        fields = ["cone_low", "cone_high", "total_pct", "absorption_pct"]
        labels = {"cone_low": "Lowest cone", "cone_high": "Highest cone"}

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        low, high = cleaned.get("cone_low"), cleaned.get("cone_high")
        if low and high and cones.order(low) > cones.order(high):
            self.add_error("cone_high", f"Cone {high} is cooler than {low}. Are the two swapped?")
        return cleaned

    def clean_total_pct(self) -> float | None:
        claimed = self.cleaned_data["total_pct"]
        if claimed is not None and claimed >= 100:
            raise forms.ValidationError("Shrinkage must be less than 100 %.")
        return claimed
