"""The form of a line blend."""

from typing import Any, cast

from django import forms

from claycore.judging.adjustment_suggestions import LINE_STEPS_PCT, MOST_ADDED_PCT
from claycore.measure import bounds
from umberpot.shelf.models import Material
from umberpot.ui.fields.measures import MeasureField
from umberpot.ui.fields.percentages import PercentagesField


class LineForm(forms.Form):
    """A line of blends: what is added, in which steps, and how much of each."""

    other = forms.ModelChoiceField(
        queryset=Material.objects.none(),
        label="Blend with",
        empty_label="choose a clay or an addition",
    )
    steps = PercentagesField(
        label="Share added, % of the blend",
        initial=", ".join(f"{step:g}" for step in LINE_STEPS_PCT),
    )
    dry_g = MeasureField(bounds.MASS, label="Dry weight of each blend")

    def __init__(self, *args: Any, clay: Material, dry_g: float, **kwargs: Any) -> None:
        """``dry_g`` is what the bars of a blend take."""
        super().__init__(*args, **kwargs)
        others = Material.objects.of(clay.studio).on_shelf().blended().exclude(pk=clay.pk)
        cast(forms.ModelChoiceField, self.fields["other"]).queryset = others
        self.fields["dry_g"].initial = dry_g

    def clean_steps(self) -> tuple[float, ...]:
        steps: tuple[float, ...] = self.cleaned_data["steps"]
        if len(steps) > 5:
            raise forms.ValidationError("Enter one to five steps, such as 10, 20, 30.")
        if any(not 0 < step < 100 for step in steps) or len(set(steps)) < len(steps):
            raise forms.ValidationError("Enter each step once, more than 0 and less than 100 %.")
        return tuple(sorted(steps))

    def beyond_usual(self) -> bool:
        """Whether a step is more than most would add."""
        return any(step > MOST_ADDED_PCT for step in self.cleaned_data["steps"])
