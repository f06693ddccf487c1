"""Lists of percentages as people write them."""

from typing import Any

from django import forms

from claycore.measure import bounds
from umberpot.ui.fields.measures import LONGEST_TEXT, STILL_NEEDED, read_number


def read_percentages(text: str) -> tuple[float, ...]:
    """``5,10,15``; or with decimal commas ``2,5; 5; 10``. Raises ValueError with a sentence."""
    pieces = text.split(";") if ";" in text else text.split(",")
    pcts = []
    for piece in pieces:
        if not piece.strip():
            raise ValueError("Write the percentages with commas between, like 5, 10, 15.")
        pcts.append(bounds.PERCENTAGE.check("", read_number(piece)))
    return tuple(pcts)


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
