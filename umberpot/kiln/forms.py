"""The form of a firing."""

from datetime import date, timedelta
from typing import Any

from django import forms
from django.utils import timezone

from umberpot.kiln.models import Firing


class FiringForm(forms.ModelForm):
    """What was fired to which cone, and when."""

    fired_on = forms.DateField(
        label="Fired on", widget=forms.DateInput(attrs={"type": "date"}, format="%Y-%m-%d")
    )

    class Meta:
        model = Firing
        fields = ["cone", "fired_on", "note"]

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.fields["note"].required = False

    def clean_fired_on(self) -> date:
        day: date = self.cleaned_data["fired_on"]
        if day > timezone.localdate() + timedelta(days=1):
            raise forms.ValidationError(
                "That day is still to come. Record a firing when it is done."
            )
        if day.year < 1950:
            raise forms.ValidationError("Write the day it was fired, like 2026-11-23.")
        return day
