"""Lists of percentages as people write them."""

from typing import Any

from django import forms

from claycore.measure import bounds
from umberpot.ui.fields.measures import LONGEST_TEXT, STILL_NEEDED
from umberpot.ui.fields.number_lists import read_numbers


def read_percentages(text: str) -> tuple[float, ...]:
    """Percentages as :mod:`umberpot.ui.fields.number_lists` reads them. Raises ValueError."""
    return tuple(bounds.PERCENTAGE.check("", pct) for pct in read_numbers(text))


class PercentagesField(forms.CharField):
    """Percentages in one line; cleans to a tuple of numbers, None when left empty."""

    def __init__(self, **kwargs: Any) -> None:
        super().__init__(max_length=LONGEST_TEXT, **kwargs)
        self.error_messages["required"] = STILL_NEEDED

    def clean(self, value: Any) -> tuple[float, ...] | None:
        text = super().clean(value)
        if not text:
            return None
        try:
            return read_percentages(text)
        except ValueError as error:
            raise forms.ValidationError(str(error)) from None
