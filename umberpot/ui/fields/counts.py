"""Whole numbers as people write them."""

from typing import Any

from django import forms

from umberpot.ui.fields.measures import MeasureField


class CountField(MeasureField):
    """A whole number within a bound."""

    def to_python(self, value: Any) -> int | None:
        number = super().to_python(value)
        if number is None:
            return None
        if number != int(number):
            raise forms.ValidationError("Enter a whole number.")
        return int(number)
