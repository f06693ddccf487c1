"""Form fields for numbers as people write them."""

import re
import unicodedata
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
        raise ValueError("This number is too small. Enter 0 or a larger number.")
    return number


def last_place_of(text: str) -> float:
    """What the last typed place of a number is worth: 1 for '59', 0.01 for '5,90'; 0 for '1e3'."""
    digits = text.strip().replace(",", ".").lstrip("+-")
    if not re.fullmatch(r"\d*\.?\d*", digits):
        return 0.0
    return float(10.0 ** -len(digits.partition(".")[2]))


_PARTS = re.compile(
    r"(?:(?P<whole>\d+)[\s-]+)?(?P<over>\d+)\s*/\s*(?P<under>[1-9]\d*)"
    r"|(?P<before>\d*)\s*(?P<sign>[^\x00-\x7f])"
)
"""A fraction as it is typed, or as one sign; Unicode knows what each sign is worth."""

_WITH_UNIT = re.compile(r"(?P<number>[^a-z\"]+?)\s*(?P<unit>[a-z]+|\")\s*", re.IGNORECASE)


def read_amount(text: str) -> float:
    """A number as people read it off a ruler too: '4 3/4' is 4.75. Raises ValueError."""
    found = _PARTS.fullmatch(text.strip())
    if found is None:
        return read_number(text)
    if found["sign"]:
        part = unicodedata.numeric(found["sign"], 1.0)
        return int(found["before"] or 0) + part if part < 1 else read_number(text)
    return int(found["whole"] or 0) + int(found["over"]) / int(found["under"])


def in_own_unit(text: str, measure: Measure) -> str:
    """A figure in the core's unit of the measure, where it was typed with one: '3.7 in' is '93.98'.

    So are '4 3/4 in' and '1 lb 4 oz'. Text without a unit of this measure stays as it is.
    """
    parts = list(_WITH_UNIT.finditer(text.strip()))
    sizes = units.sizes(measure)
    names = [part["unit"].lower().replace('"', "in") for part in parts]
    if not parts or "".join(map(str, (part[0] for part in parts))) != text.strip():
        return text
    if not set(names) <= set(sizes):
        return text
    try:
        amounts = [read_amount(part["number"]) for part in parts]
    except ValueError:
        return text
    total = sum(amount * sizes[name] for amount, name in zip(amounts, names, strict=True))
    return f"{total:.10g}"


class MeasureField(forms.Field):
    """A number within a :class:`claycore.measure.bounds.Bound`, decimal comma understood.

    Where the bound is of a ``measure`` it may be typed with a unit of it, and comes out in the
    core's own. ``counted_in`` is the field beside it that says which unit it is in otherwise.
    """

    widget = forms.TextInput

    def __init__(
        self, bound: Bound, *, unit: str = "", counted_in: str = "", **kwargs: Any
    ) -> None:
        self.bound = bound
        self.unit = unit
        self.measure = bound.measure
        self.counted_in = counted_in
        super().__init__(**kwargs)
        self.error_messages["required"] = STILL_NEEDED

    def to_python(self, value: Any) -> float | None:
        if value in self.empty_values or not str(value).strip():
            return None
        text = str(value)
        if len(text) > LONGEST_TEXT:
            raise forms.ValidationError(f"Use at most {LONGEST_TEXT} characters.")
        read = read_number
        if self.measure:
            text, read = in_own_unit(text, self.measure), read_amount
        try:
            return self.bound.check("", read(text))
        except OutOfBounds as error:
            raise forms.ValidationError(str(error)) from None
        except ValueError as error:
            raise forms.ValidationError(str(error)) from None

    def has_own_unit(self, text: str) -> bool:
        """Whether a figure is typed with a unit of what it measures."""
        return bool(self.measure) and in_own_unit(text, cast(Measure, self.measure)) != text

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
