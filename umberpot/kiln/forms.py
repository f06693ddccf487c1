"""The form of a firing."""

from typing import Any

from django import forms

from umberpot.days import DayDone
from umberpot.kiln.models import Firing


class FiringForm(forms.ModelForm):
    """What was fired to which cone, and when."""

    fired_on = DayDone(label="Fired on")

    class Meta:
        model = Firing
        fields = ["cone", "fired_on", "note"]

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.fields["note"].required = False
