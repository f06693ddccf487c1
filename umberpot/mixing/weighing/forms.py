"""The form of a figure off the scale."""

from typing import Any

from django import forms

from claycore.measure import bounds
from claycore.measure.formatting import plain
from claycore.mixing.series import NONE_OR_MORE
from umberpot.ui.fields.measures import MeasureField


class GramsForm(forms.Form):
    """A figure off the scale. Not required of the browser: reading the scale leaves it empty.

    ``container_g`` is what the vessel weighs that stands on the scale with it.
    """

    use_required_attribute = False

    grams = MeasureField(bounds.MASS, label="What the scale says")
    container_g = MeasureField(bounds.MASS, required=False, label="Container")

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if "container_g" in self.errors:
            self.add_error("grams", "The weight of this container cannot be read. Choose it again.")
        empty_g = cleaned.get("container_g")
        if empty_g and cleaned.get("grams") is not None:
            cleaned["grams"] -= empty_g
            if cleaned["grams"] <= 0:
                self.add_error(
                    "grams",
                    f"This container alone weighs {plain(empty_g, 3)} g. Check that it is"
                    " on the scale.",
                )
        return cleaned


class LeftForm(forms.Form):
    """What is left of a mix that others are made of; 0 where nothing is."""

    use_required_attribute = False

    left_g = MeasureField(NONE_OR_MORE, label="What is left of it")
