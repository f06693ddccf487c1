"""The forms of what is noted of a clay: its field sheet, its label, its photographs."""

from typing import Any, cast

from django import forms

from claycore.measure import bounds
from claycore.measure.bounds import Bound
from claycore.measure.formatting import plain
from claycore.testing.field_notes import ACIDS, COILS, THROWING_SCALES, THROWS, TWISTS
from umberpot.shelf.models import FieldSheet, Material
from umberpot.ui.editing import EditingForm
from umberpot.ui.fields.days import DayDone
from umberpot.ui.fields.measures import MeasureField

LATITUDE = Bound(
    -90,
    90,
    "Latitude must be from −90 to 90. Are latitude and longitude swapped?",
    low_allowed=True,
)
LONGITUDE = Bound(-180, 180, "Longitude must be from −180 to 180.", low_allowed=True)
DEPTH = Bound(0, 1e5, "A depth must be 0 cm or more.", low_allowed=True)
LAYER = Bound(0, 1e4, "A layer must be 0 mm or more.", low_allowed=True)
WATER_L = Bound(0, 1e5, "Water used must be 0 l or more.", low_allowed=True)

NOTED = {
    "leave": FieldSheet.Leave.choices,
    "coil": list(COILS.items()),
    "twist": list(TWISTS.items()),
    "acid": list(ACIDS.items()),
    "throws": list(THROWS.items()),
}
"""What is chosen off a list, or not noted."""

SCALE_OF_FIVE = [("", "not tested"), *((str(n), str(n)) for n in range(1, 6))]


class RatioField(MeasureField):
    """Smooth to sandy: '70:30', '70' or '7:3', kept as the smooth share in percent."""

    def to_python(self, value: Any) -> float | None:
        text = str(value or "")
        smooth, colon, sandy = text.partition(":")
        if not colon:
            return super().to_python(value)
        first, second = super().to_python(smooth), super().to_python(sandy)
        if first is None or second is None or first + second == 0:
            raise forms.ValidationError("Enter a ratio like 85:15.")
        return 100 * first / (first + second)

    def prepare_value(self, value: Any) -> Any:
        """A share that is kept is shown as the ratio it was typed as."""
        if isinstance(value, float):
            return f"{plain(value, 1)}:{plain(100 - value, 1)}"
        return value


class FieldSheetForm(EditingForm, forms.ModelForm):
    """A clay from the ground, at the bank and at the bench. Only its name is needed."""

    name = forms.CharField(max_length=60, label="Clay name")
    latitude = MeasureField(LATITUDE, required=False, label="Latitude")
    longitude = MeasureField(LONGITUDE, required=False, label="Longitude")
    dug_on = DayDone(required=False, label="Dug on")
    slaked_on = DayDone(required=False, label="Slaked on")
    depth_cm = MeasureField(DEPTH, required=False, label="Depth")
    smooth_pct = RatioField(bounds.SHARE, required=False, label="Feel (smooth : sandy)")
    sand_mm = MeasureField(LAYER, required=False, label="Sand, at the bottom")
    silt_mm = MeasureField(LAYER, required=False, label="Silt")
    clay_mm = MeasureField(LAYER, required=False, label="Clay, on top")
    dug_g = MeasureField(bounds.MASS, required=False, label="Weight as dug")
    dried_g = MeasureField(bounds.MASS, required=False, label="Weight dried and sieved")
    water_l = MeasureField(WATER_L, required=False, label="Water used")
    notes = forms.CharField(
        required=False,
        max_length=2000,
        widget=forms.Textarea({"rows": 3}),
        label="Notes in the field",
    )

    class Meta:
        model = FieldSheet
        fields = [
            *("jar_code", "place", "shows_place", "latitude", "longitude", "dug_on", "depth_cm"),
            *("leave", "leave_from", "raw_colour", "smooth_pct", "coil", "twist", "acid"),
            *("sand_mm", "silt_mm", "clay_mm", "dug_g", "slaked_on", "mesh", "dried_g"),
            *("water_l", "throws", "throwing_notes"),
        ]
        labels = {
            "coil": "Coil test, bent round a finger",
            "twist": "Twist test, a rope twisted and then bent",
            "acid": "Acid test, vinegar on dry clay",
            "leave": "Permission to dig",
            "leave_from": "Permission from",
            "throws": "How a small piece throws",
            "shows_place": "Show where it was dug in reports and shared links",
        }
        widgets = {
            "leave": forms.RadioSelect,
            "shows_place": forms.CheckboxInput({"class": "size-6"}),
            "throwing_notes": forms.Textarea({"rows": 3}),
        }

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        for key, choices in NOTED.items():
            offered = cast(forms.ChoiceField, self.fields[key])
            offered.choices = [("", "not noted"), *choices]
        for key, (question, low, high) in THROWING_SCALES.items():
            self.fields[key] = forms.TypedChoiceField(
                choices=SCALE_OF_FIVE,
                coerce=int,
                empty_value=None,
                required=False,
                label=f"{question}: 1 {low}, 5 {high}",
                initial=getattr(self.instance, key),
            )

    def clean_name(self) -> str:
        name = self.cleaned_data["name"].strip()
        studio_id = self.instance.studio_id
        others = Material.objects.filter(
            studio_id=studio_id, retired_at=None, name__iexact=name
        ).exclude(pk=self.instance.material_id)
        if others.exists():
            raise forms.ValidationError("There is already a material of this name on the shelf.")
        return name

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        places = ("latitude", "longitude")
        if not self.errors.keys() & set(places):
            missing = [name for name in places if cleaned.get(name) is None]
            if len(missing) == 1:
                self.add_error(missing[0], "Enter both latitude and longitude, or neither.")
        dug, dried = cleaned.get("dug_g"), cleaned.get("dried_g")
        if dug and dried and dried > dug:
            self.add_error(
                "dried_g",
                "This is more than was dug. Dried and sieved clay must weigh less: check"
                " both weights.",
            )
        return cleaned

    def save(self, commit: bool = True) -> FieldSheet:
        for key in THROWING_SCALES:
            setattr(self.instance, key, self.cleaned_data[key])
        return super().save(commit)
