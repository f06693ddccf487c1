"""Colours and tiles as they are typed."""

from dataclasses import dataclass

from django import forms

from claycore.colour import notation
from claycore.colour.notation import Lab
from claycore.measure import bounds
from claycore.measure.errors import ClayError
from umberpot.ui.fields.lines import Column
from umberpot.ui.fields.measures import LONGEST_TEXT, STILL_NEEDED, read_number

MOST_TILES = 400

COLOUR_AS_WRITTEN = "L, a, b or #rrggbb"
STRENGTH_AS_WRITTEN = "a percentage and a colour, like 4 : 61.5, 12.1, 20.4"
TILE_AS_WRITTEN = "a name, a percentage and a colour, like Kelp : 4 : 48.2, -14.5, 6.1"

STRENGTH_COLUMNS = (
    Column("strength", "Strength, %", 4),
    Column("colour", "Fired colour", 8, is_number=False),
)
TILE_COLUMNS = (
    Column("colourant", "Colourant", 8, is_number=False),
    Column("strength", "Strength, %", 4),
    Column("colour", "Fired colour", 12, is_number=False),
)


class ColourField(forms.CharField):
    """A colour as ``L, a, b`` or ``#rrggbb``; cleans to a :class:`Lab`, None where left empty."""

    def __init__(self, label: str, required: bool = True) -> None:
        super().__init__(max_length=LONGEST_TEXT, label=label, required=required)
        self.widget.attrs.update({"autocomplete": "off", "spellcheck": "false"})
        self.error_messages["required"] = STILL_NEEDED

    def clean(self, value: str) -> Lab | None:
        text: str = super().clean(value)
        if not text:
            return None
        try:
            return notation.parse(text)
        except ClayError as error:
            raise forms.ValidationError(str(error)) from None


@dataclass(frozen=True)
class Strength:
    """A tile of a series: percent on dry clay, and its fired colour."""

    pct: float
    lab: Lab


@dataclass(frozen=True)
class NamedTile:
    """A tile of one colourant: its name, percent on dry clay, and its fired colour."""

    name: str
    pct: float
    lab: Lab


def read_strength(text: str) -> Strength:
    """``PCT:L,a,b``. Raises ValueError."""
    pct, colour = text.split(":", 1)
    return Strength(_percent(pct), _colour(colour))


def read_tile(text: str) -> NamedTile:
    """``NAME:PCT:L,a,b``. Raises ValueError."""
    name, pct, colour = text.split(":", 2)
    if not name.strip():
        raise ValueError(text)
    return NamedTile(name.strip(), _percent(pct), _colour(colour))


def _percent(text: str) -> float:
    try:
        return bounds.PERCENTAGE.check("tile", read_number(text.replace("%", "")))
    except ClayError as error:
        raise ValueError(str(error)) from None


def _colour(text: str) -> Lab:
    try:
        return notation.parse(text)
    except ClayError as error:
        raise ValueError(str(error)) from None
