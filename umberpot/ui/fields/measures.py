"""Form fields for numbers as people write them."""

import re
from collections.abc import Callable, Sequence
from functools import partial
from typing import Any, cast

from django import forms

from claycore.measure import units
from claycore.measure.bounds import Bound
from claycore.measure.errors import OutOfBounds
from claycore.measure.units import Measure

LONGEST_TEXT = 200
NEXT_TO_NOTHING = 1e-9
"""Nobody measures so little, and differences of it vanish in the arithmetic."""
STILL_NEEDED = "Fill in this field."

_NUMBER = re.compile(r"[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d{1,3})?")
_INFINITE = re.compile(r"[+-]?(nan|inf|infinity)", re.IGNORECASE)


def read_number(text: str) -> float:
    """A number with a decimal point or a decimal comma. Raises ValueError with a sentence."""
    text = text.strip().replace("\u2212", "-")
    if _INFINITE.fullmatch(text):
        raise ValueError("Enter an ordinary number.")
    if "," in text and "." in text:
        raise ValueError("Use one decimal point or comma and no other marks, like 12.5 or 12,5.")
    text = text.replace(",", ".")
    if not _NUMBER.fullmatch(text):
        raise ValueError("This is not a number. Enter it like 12.5 or 12,5.")
    number = float(text)
    if 0 < abs(number) < NEXT_TO_NOTHING:
        raise ValueError("That is next to nothing. Write 0, or a larger number.")
    return number


def last_place_of(text: str) -> float:
    """What the last typed place of a number is worth: 1 for '59', 0.01 for '5,90'; 0 for '1e3'."""
    digits = text.strip().replace(",", ".").lstrip("+-")
    if not re.fullmatch(r"\d*\.?\d*", digits):
        return 0.0
    return float(10.0 ** -len(digits.partition(".")[2]))


_WITH_UNIT = re.compile(r"(?P<number>.*?)\s*(?P<unit>[a-z]+|\")", re.IGNORECASE)


def in_own_unit(text: str, measure: Measure) -> str:
    """A figure in the core's unit of the measure, where it was typed with one: '3.7 in' is '93.98'.

    Text without a unit of this measure stays as it is.
    """
    found = _WITH_UNIT.fullmatch(text.strip())
    unit = found["unit"].lower().replace('"', "in") if found else ""
    sizes = units.sizes(measure)
    if found is None or unit not in sizes:
        return text
    try:
        return f"{read_number(found['number']) * sizes[unit]:.10g}"
    except ValueError:
        return text


class MeasureField(forms.Field):
    """A number within a :class:`claycore.measure.bounds.Bound`, decimal comma understood.

    With a ``measure`` it may be typed with a unit of it, and comes out in the core's own.
    """

    widget = forms.TextInput

    def __init__(
        self, bound: Bound, *, unit: str = "", measure: Measure | None = None, **kwargs: Any
    ) -> None:
        self.bound = bound
        self.unit = unit
        self.measure = measure
        super().__init__(**kwargs)
        self.error_messages["required"] = STILL_NEEDED

    def to_python(self, value: Any) -> float | None:
        if value in self.empty_values or not str(value).strip():
            return None
        text = str(value)
        if len(text) > LONGEST_TEXT:
            raise forms.ValidationError(f"Use at most {LONGEST_TEXT} characters.")
        if self.measure:
            text = in_own_unit(text, self.measure)
        try:
            return self.bound.check("", read_number(text))
        except OutOfBounds as error:
            raise forms.ValidationError(str(error)) from None
        except ValueError as error:
            raise forms.ValidationError(str(error)) from None

    def widget_attrs(self, widget: forms.Widget) -> dict[str, str]:
        return {"inputmode": "decimal", "autocomplete": "off", "maxlength": str(LONGEST_TEXT)}

    def prepare_value(self, value: Any) -> Any:
        return f"{value:.10g}" if isinstance(value, float) else value


Choices = Sequence[tuple[str, str]]

mass_units = partial(units.choices, Measure.MASS)
volume_units = partial(units.choices, Measure.VOLUME)
length_units = partial(units.choices, Measure.LENGTH)


class Choice(forms.ChoiceField):
    """A choice whose error names the list; a list that may grow is given as a function."""

    def __init__(self, choices: Choices | Callable[[], Choices], **kwargs: Any) -> None:
        super().__init__(choices=choices, **kwargs)
        self.error_messages["required"] = STILL_NEEDED

    def validate(self, value: str) -> None:
        if value and not self.valid_value(value):
            names = ", ".join(name for name, _ in cast(Choices, self.choices) if name)
            raise forms.ValidationError(f"Choose one of: {names}.", "invalid_choice")
        super().validate(value)
