"""The form of a material."""

from decimal import Decimal
from typing import Any, cast

from django import forms

from claycore.materials.clay_in_hand import ClayState
from claycore.measure import bounds
from claycore.measure.bounds import Bound
from claycore.safety.cautions import named_materials
from umberpot.shelf.models import Container, Material
from umberpot.studio.forms import OwnedModelForm
from umberpot.ui.fields.measures import MeasureField
from umberpot.ui.fields.not_applying import does_not_apply

STOCK = Bound(0, 1e8, "Stock must be 0 g or more.", low_allowed=True)
PRICE = Bound(0, 1e6, "Price must be 0 or more.", low_allowed=True)


class MaterialForm(OwnedModelForm):
    """One clay or colourant, and how much of it there is."""

    price_per_kg = MeasureField(PRICE, required=False, label="Price per kg")
    water_pct = MeasureField(
        bounds.WATER,
        required=False,
        label="Water content",
        help_text="Percentage of the wet weight. Weigh a sample, dry it, weigh it again. Throwing"
        " clay is usually 18–25 %.",
    )
    on_hand_g = MeasureField(STOCK, required=False, label="Stock")
    hazards = forms.MultipleChoiceField(
        choices=lambda: [(c.code, c.title) for c in named_materials().values()],
        required=False,
        widget=forms.CheckboxSelectMultiple,
        label="Hazards",
    )

    class Meta:
        model = Material
        fields = [
            "kind",
            "name",
            "supplier_code",
            "price_per_kg",
            "state",
            "water_pct",
            "hazards",
            "top_cone",
            "notes",
        ]
        widgets = {"kind": forms.RadioSelect, "state": forms.RadioSelect}

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.fields["state"].required = False
        if self.instance._state.adding:
            # Most clay comes plastic, in bags. A row of a file that says nothing is dry.
            self.initial["state"] = ClayState.PLASTIC
        kinds = [kind for kind in Material.Kind.choices if kind[0] in self.kinds_offered()]
        cast(forms.ChoiceField, self.fields["kind"]).choices = kinds
        self.fields["kind"].label = "Type"
        self.fields["state"].label = "State"

    def kinds_offered(self) -> tuple[str, ...]:
        """What it may be: coloured clay stays coloured clay, and is made by mixing only."""
        return (self.instance.kind,) if self.instance.is_coloured else Material.BOUGHT

    def clean_price_per_kg(self) -> Decimal | None:
        price = self.cleaned_data["price_per_kg"]
        return None if price is None else Decimal(f"{price:.2f}")

    def clean_state(self) -> str:
        return self.cleaned_data["state"] or ClayState.DRY

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if cleaned.get("kind") in (Material.Kind.STAIN, Material.Kind.OXIDE):
            cleaned["state"] = ClayState.DRY
        if cleaned.get("state") == ClayState.DRY:
            does_not_apply(self, cleaned, "water_pct")
        return cleaned

    def save(self, commit: bool = True) -> Material:
        """A figure typed over a measured one is no longer measured."""
        if "water_pct" in self.changed_data:
            self.instance.water_u95 = self.instance.water_measured_on = None
        return super().save(commit)

    def guessed_hazards(self) -> list[str]:
        """What the name gives away and nobody ticked."""
        ticked = self.cleaned_data.get("hazards", [])
        return [code for code in self.instance.metals if code not in ticked]


class ContainerForm(OwnedModelForm):
    """A container's name and its empty weight."""

    tare_g = MeasureField(bounds.MASS, label="Empty weight")

    class Meta:
        model = Container
        fields = ["name", "tare_g"]
