"""The form of a firing."""

from collections.abc import Collection
from typing import Any, cast

from django import forms

from umberpot.kiln.models import Firing
from umberpot.studio.models import Studio
from umberpot.ui.fields.days import DayDone


class FiringForm(forms.ModelForm):
    """What was fired to which cone, and when."""

    fired_on = DayDone(label="Fired on")

    class Meta:
        model = Firing
        fields = ["cone", "fired_on", "note"]

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.fields["note"].required = False


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
