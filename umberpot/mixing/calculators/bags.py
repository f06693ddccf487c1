"""Bags of colourant as they stand in a query string or in a page's list: a name, and grams."""

import re
from typing import Any

from django import forms

from claycore.measure.units import Measure
from claycore.mixing.campaign import MOST_COLOURANTS, Bag
from claycore.mixing.series import NONE_OR_MORE
from umberpot.ui.fields.measures import LONGEST_TEXT, in_own_unit, read_number

_LINE = re.compile(
    r"(?P<name>.+?)\s*[,;:\t]\s*(?P<amount>[-+]?\d+(?:[.,]\d+)?\s*(?:g|kg|oz|lb)?)", re.IGNORECASE
)
"""The first mark that only an amount comes after: 'Teal 42, 12,5 g' is 12.5 g of Teal 42."""

LONGEST_LIST = MOST_COLOURANTS * 120


def read_bag(line: str) -> Bag:
    """A line as a bag: 'Teal 42, 12.5 g', or a name alone. Raises ValueError with a sentence."""
    found = _LINE.fullmatch(line.strip())
    name = " ".join((found["name"] if found else line).split()).rstrip(",;:")
    if not name or len(name) > LONGEST_TEXT or "\x00" in name:
        raise ValueError("Enter each colourant as its name, a comma and its grams.")
    if found is None:
        return Bag(name)
    try:
        grams = read_number(in_own_unit(found["amount"], Measure.MASS))
        return Bag(name, NONE_OR_MORE.check("stain", grams))
    except ValueError as error:
        raise ValueError(f"{name}: {error}") from None


def as_line(bag: Bag) -> str:
    """A bag as the query string has it."""
    return bag.name if bag.powder_g is None else f"{bag.name}:{bag.powder_g:g}"


class BagsInput(forms.Textarea):
    """``stain`` repeated as NAME:GRAMS, or a list with one to a line."""

    template_name = "django/forms/widgets/textarea.html"

    def value_from_datadict(self, data: Any, files: Any, name: str) -> list[str]:
        lines = [line for text in data.getlist(name) for line in text.splitlines()]
        return [line.strip() for line in lines if line.strip()]

    def value_omitted_from_data(self, data: Any, files: Any, name: str) -> bool:
        return name not in data

    def format_value(self, value: Any) -> str:
        """The lines as they were typed."""
        return value if isinstance(value, str) else "\n".join(value or [])


class BagsField(forms.Field):
    """A list of bags; cleans to a tuple of :class:`Bag`."""

    widget = BagsInput

    def clean(self, value: list[str]) -> tuple[Bag, ...]:
        if sum(map(len, value)) > LONGEST_LIST:
            raise forms.ValidationError(f"Enter at most {MOST_COLOURANTS} colourants.")
        if not value:
            raise forms.ValidationError("Enter at least one colourant.", "required")
        try:
            return tuple(read_bag(line) for line in value)
        except ValueError as error:
            raise forms.ValidationError(str(error)) from None
