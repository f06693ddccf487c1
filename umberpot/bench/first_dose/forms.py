"""Three short steps on one page."""

from typing import Any

from django import forms

from claycore.materials.clay_in_hand import ClayState
from claycore.measure import bounds
from umberpot.shelf.models import Material
from umberpot.ui.fields.measures import STILL_NEEDED, Choice, MeasureField

STATES = [(ClayState.PLASTIC, "plastic, as it comes from the bag"), (ClayState.DRY, "dry")]
LONGEST_NAME = Material._meta.get_field("name").max_length
KINDS = [(Material.Kind.STAIN, "a stain"), (Material.Kind.OXIDE, "an oxide")]


class FirstDoseForm(forms.Form):
    """A clay of one's own, a colourant, and how much of each."""

    use_required_attribute = False

    clay = forms.CharField(max_length=LONGEST_NAME, label="Clay name")
    state = Choice(choices=STATES, initial=ClayState.PLASTIC, label="State")
    water_pct = MeasureField(
        bounds.WATER,
        required=False,
        label="Water content",
        initial=21,
        help_text="21 % is a usual figure. Measured is better: weigh a piece, dry it, weigh again.",
    )
    colourant = forms.CharField(max_length=LONGEST_NAME, label="Colourant name")
    kind = Choice(choices=KINDS, initial=Material.Kind.STAIN, label="Kind")
    mass_g = MeasureField(bounds.MASS, label="How much clay")
    pct = MeasureField(bounds.PERCENTAGE, label="Strength, % of dry clay")

    def clean(self) -> dict[str, Any]:
        """Water belongs to plastic clay, and a clay is not its own colourant."""
        cleaned = super().clean() or self.cleaned_data
        plastic = cleaned.get("state") == ClayState.PLASTIC
        if not plastic:
            cleaned["water_pct"] = None
        elif cleaned.get("water_pct") is None and "water_pct" not in self.errors:
            self.add_error("water_pct", STILL_NEEDED)
        clay, colourant = cleaned.get("clay", ""), cleaned.get("colourant", "")
        if clay and clay.casefold() == colourant.casefold():
            self.add_error("colourant", "The clay has this name. Give the colourant another one.")
        if ":" in colourant or "&" in colourant:
            self.add_error("colourant", "Leave out : and & in the name.")
        return cleaned
