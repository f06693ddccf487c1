"""The forms of a kiln."""

from typing import Any

from django import forms
from django.conf import settings

from claycore.firing.loading import shelves
from claycore.measure.bounds import Bound
from claycore.measure.formatting import plain
from umberpot.firings.models.kilns import Heat, Kiln, KilnShape
from umberpot.ui.editing import EditingForm
from umberpot.ui.fields.measures import Choice, MeasureField
from umberpot.ui.fields.not_applying import does_not_apply

INSIDE = Bound(100, 5000, "Inside size must be from 100 to 5000 mm.", low_allowed=True)
SHELF_COUNT = Bound(1, 12, "Enter 1 to 12 shelves.", low_allowed=True)
HEIGHT = Bound(10, 5000, "Height must be from 10 to 5000 mm.", low_allowed=True)
POWER = Bound(0, 1000, "Power must be more than 0 and at most 1000 kW.")
PRICE = Bound(0, 10_000, "Price must be 0 or more.", low_allowed=True)
SPREAD = Bound(-300, 300, "The difference must be from −300 to 300 °C.", low_allowed=True)


class FirstKilnForm(forms.Form):
    """Two fields are enough to begin with: the usual shelf follows from the inside size."""

    use_required_attribute = False

    shape = Choice(choices=KilnShape.choices, initial=KilnShape.ROUND, label="KilnShape")
    inside_mm = MeasureField(INSIDE, label="Inside width or diameter")

    def kiln(self) -> Kiln:
        """The kiln that valid input describes, not yet saved."""
        shape, inside = self.cleaned_data["shape"], self.cleaned_data["inside_mm"]
        side = shelves.usual_shelf(inside)
        word = "Round" if shape == KilnShape.ROUND else "Rectangular"
        return Kiln(
            name=f"{word} kiln, {plain(inside)} mm",
            shape=shape,
            shelf_width_mm=side,
            shelf_depth_mm=None if shape == KilnShape.ROUND else side,
        )


class KilnForm(EditingForm, forms.ModelForm):
    """All that can be said of a kiln."""

    use_required_attribute = False

    shape = Choice(choices=KilnShape.choices, label="KilnShape")
    shelf_width_mm = MeasureField(shelves.SIDE, label="Shelf width or diameter")
    shelf_depth_mm = MeasureField(shelves.SIDE, required=False, label="Shelf depth")
    shelf_count = MeasureField(SHELF_COUNT, label="Number of shelves")
    usable_height_mm = MeasureField(HEIGHT, required=False, label="Usable height")
    post_height_mm = MeasureField(HEIGHT, required=False, label="Post height")
    heat = Choice(choices=Heat.choices, label="Heated by")
    power_kw = MeasureField(POWER, required=False, label="Power")
    price_per_kwh = MeasureField(PRICE, required=False, label="Price per kWh")
    controller = Choice(
        choices=lambda: [("", "none"), *((name, name) for name in settings.KILNS)],
        required=False,
        label="Controller",
    )
    spread_c = MeasureField(SPREAD, required=False, label="Top hotter than bottom by")

    class Meta:
        model = Kiln
        fields = [
            *("name", "shape", "shelf_width_mm", "shelf_depth_mm", "shelf_count"),
            *("usable_height_mm", "post_height_mm", "heat", "power_kw", "price_per_kwh"),
            *("spread_c", "controller"),
        ]

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        named = self.instance.controller
        if named and named not in settings.KILNS:
            offered: Any = self.fields["controller"]
            offered.choices = [*offered.choices, (named, f"{named} (not connected now)")]

    def clean_shelf_count(self) -> int:
        count = self.cleaned_data["shelf_count"]
        if count != int(count):
            raise forms.ValidationError("Enter a whole number.")
        return int(count)

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if cleaned.get("shape") == KilnShape.ROUND:
            does_not_apply(self, cleaned, "shelf_depth_mm")
        elif "shelf_depth_mm" in cleaned and cleaned["shelf_depth_mm"] is None:
            self.add_error("shelf_depth_mm", "Enter the depth of a rectangular shelf.")
        return cleaned
