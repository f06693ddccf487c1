"""The form of a firing."""

from collections.abc import Collection
from typing import Any, cast

from django import forms

from claycore.firing import cones
from umberpot.kiln.models import Firing
from umberpot.studio.models import Studio
from umberpot.ui.fields.days import DayDone


class FiringForm(forms.ModelForm):
    """What was fired to which cone, and when."""

    fired_on = DayDone(label="Fired on")
    sure_of_cone = forms.BooleanField(
        required=False, widget=forms.CheckboxInput({"class": "size-6"})
    )

    class Meta:
        model = Firing
        fields = ["cone", "fired_on", "note"]

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.fields["note"].required = False
        self.doubted = ""

    def doubts(self, planned: Collection[str]) -> bool:
        """Whether the cone looks like a slip of the pen for what the pieces were to be fired to.

        Then it is asked about at the field, unless someone said that they are sure.
        """
        cone = self.cleaned_data["cone"]
        meant = cones.mistaken_for(cone)
        if cone in planned or meant not in planned or self.cleaned_data["sure_of_cone"]:
            return False
        apart = abs(cones.temperature_c(cone) - cones.temperature_c(meant or cone))
        self.doubted = cone
        self.add_error(
            "cone",
            f"These pieces were to be fired to cone {meant}; cone {cone} is {apart} °C away."
            " Correct the cone, or confirm it below.",
        )
        return True


class FireOneForm(forms.Form):
    """Which firing a tile went through: one that is recorded, or a new one.

    ``been`` are the keys of the firings it went through already.
    """

    firing = forms.ModelChoiceField(
        queryset=Firing.objects.none(), required=False, empty_label="a new firing"
    )

    def __init__(self, *args: Any, studio: Studio, been: Collection[int], **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        recorded = Firing.objects.of(studio).exclude(pk__in=been)
        cast(forms.ModelChoiceField, self.fields["firing"]).queryset = recorded
