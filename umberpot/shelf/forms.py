"""The form of a material."""

from collections.abc import Mapping
from decimal import Decimal
from typing import Any, cast

from django import forms

from claycore.firing import cones
from claycore.materials import additions, slip
from claycore.materials.clay_in_hand import ClayState
from claycore.materials.slip import CLAY_SOLID_DENSITY
from claycore.measure import bounds
from claycore.measure.bounds import Bound
from claycore.measure.errors import ClayError
from claycore.measure.formatting import plain
from claycore.measure.units import Measure
from claycore.safety.cautions import named_materials
from umberpot.shelf.models import (
    FOOD,
    LOOKS,
    ONLY_FUSED,
    SHEENS,
    ZINC,
    Container,
    Material,
)
from umberpot.studio.forms import OwnedModelForm
from umberpot.ui.editing import EditingForm
from umberpot.ui.fields.measures import MeasureField
from umberpot.ui.fields.not_applying import does_not_apply

STOCK = Bound(0, 1e8, "Stock must be 0 g or more.", low_allowed=True, measure=Measure.MASS)
LITRES = Bound(0, 1e5, "Volume must be 0 L or more.", low_allowed=True)
PRICE = Bound(0, 1e6, "Price must be 0 or more.", low_allowed=True)


DRY_KINDS = (
    *(Material.Kind.STAIN, Material.Kind.OXIDE, Material.Kind.ADDITION),
    *Material.FUSED,
)
"""What has no state: dry powder or grain, and what is used as it comes."""
ASKED_OF_A_GLAZE: dict[str, Mapping[Any, str]] = {
    "look": LOOKS,
    "sheen": SHEENS,
    "zinc": ZINC,
    "food": FOOD,
}
USED_MM = Bound(0, 5, "Enter a thickness of more than 0 and at most 5 mm.")


class MaterialForm(EditingForm, OwnedModelForm):
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
    on_hand_l = MeasureField(LITRES, required=False, label="Or volume")
    specific_gravity = MeasureField(
        bounds.SPECIFIC_GRAVITY, required=False, label="Specific gravity"
    )
    solid_density = MeasureField(
        bounds.SOLID_DENSITY,
        required=False,
        label="Density of dry clay",
        initial=plain(CLAY_SOLID_DENSITY),
    )
    used_mm = MeasureField(USED_MM, required=False, label="Usual thickness, wet")
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
            "specific_gravity",
            "solid_density",
            "made_from",
            "addition",
            "grain",
            "hazards",
            "low_cone",
            "top_cone",
            "look",
            "sheen",
            "zinc",
            "food",
            "used_mm",
            "notes",
        ]
        widgets = {"kind": forms.RadioSelect, "state": forms.RadioSelect}

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.fields["state"].required = False
        if self.instance._state.adding:
            # Most clay comes plastic, in bags. A row of a file that says nothing is dry.
            self.initial["state"] = ClayState.PLASTIC
        clays = Material.objects.of(self.instance.studio).filter(kind__in=Material.CLAYS)
        of_clay = cast(forms.ModelChoiceField, self.fields["made_from"])
        of_clay.queryset = clays.on_shelf()
        of_clay.label, of_clay.empty_label = "Made from", "not stated"
        for name in ("low_cone", "top_cone"):
            cone_field = cast(forms.ChoiceField, self.fields[name])
            cone_field.choices = [("", "not stated"), *((cone, cone) for cone in cones.CONES)]
        for name, known in ASKED_OF_A_GLAZE.items():
            asked = cast(forms.ChoiceField, self.fields[name])
            asked.choices = [("", "not known"), *known.items()]
        added = cast(forms.ChoiceField, self.fields["addition"])
        added.choices = [("", "choose"), *additions.choices()]
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
        if cleaned.get("kind") in DRY_KINDS:
            cleaned["state"] = ClayState.DRY
        self._clean_addition(cleaned)
        self._clean_fused(cleaned)
        cleaned["solid_density"] = cleaned.get("solid_density") or CLAY_SOLID_DENSITY
        if cleaned.get("kind") == Material.Kind.SLIP:
            self._clean_slip(cleaned)
        else:
            does_not_apply(self, cleaned, "specific_gravity", "made_from", "on_hand_l")
        if cleaned.get("state") == ClayState.DRY:
            does_not_apply(self, cleaned, "water_pct")
        return cleaned

    def _clean_addition(self, cleaned: dict[str, Any]) -> None:
        """An addition says which it is, and its grain where that matters."""
        if cleaned.get("kind") != Material.Kind.ADDITION:
            does_not_apply(self, cleaned, "addition", "grain")
            cleaned["addition"] = cleaned["grain"] = ""
        elif not cleaned.get("addition") and "addition" not in self.errors:
            self.add_error("addition", "Choose what it is.")

    def _clean_fused(self, cleaned: dict[str, Any]) -> None:
        """Only what is fused on has a coolest cone, and it is no hotter than the hottest."""
        if cleaned.get("kind") not in Material.FUSED:
            does_not_apply(self, cleaned, *ONLY_FUSED)
            cleaned.update({name: "" for name in ONLY_FUSED if name != "used_mm"})
            return
        low, high = cleaned.get("low_cone"), cleaned.get("top_cone")
        if low and high and cones.order(low) > cones.order(high):
            self.add_error("low_cone", f"Cone {low} is hotter than cone {high}, the highest.")

    def _clean_slip(self, cleaned: dict[str, Any]) -> None:
        """The water of slip follows from its gravity, and its weight from its volume."""
        cleaned["state"] = ClayState.SLIP
        gravity, litres = cleaned.get("specific_gravity"), cleaned.get("on_hand_l")
        if gravity is None:
            if "specific_gravity" not in self.errors:
                self.add_error(
                    "specific_gravity",
                    "Enter the specific gravity: the weight of one litre in kg.",
                )
            return
        try:
            solids_pct = slip.solids_pct(gravity, cleaned["solid_density"])
        except ClayError as error:
            self.add_error("specific_gravity", str(error))
            return
        cleaned["water_pct"] = round(100 - solids_pct, 6)
        if litres is not None and "on_hand_g" in self.changed_data:
            self.add_error("on_hand_l", "Enter the weight or the volume, not both.")
        elif litres is not None:
            cleaned["on_hand_g"] = litres * 1000 * gravity

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
