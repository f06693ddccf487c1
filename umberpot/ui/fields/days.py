"""The form field for a day on which something was done."""

from datetime import date, timedelta
from typing import Any

from django import forms
from django.utils import timezone

FIRST_YEAR = 1950
"""A year before this is a slip of the keys."""


class DayDone(forms.DateField):
    """A day that is over, or today; a day of grace for whoever is ahead of the studio's zone."""

    def __init__(self, **kwargs: Any) -> None:
        widget = forms.DateInput(attrs={"type": "date"}, format="%Y-%m-%d")
        super().__init__(widget=widget, **kwargs)

    def validate(self, value: date | None) -> None:
        super().validate(value)
        if value is None:
            return
        if value > timezone.localdate() + timedelta(days=1):
            raise forms.ValidationError(
                "This date is in the future. Enter today or an earlier date."
            )
        if value.year < FIRST_YEAR:
            raise forms.ValidationError("Enter the date like 2026-11-23.")
