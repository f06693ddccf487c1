"""What colour is wanted, and within which limits."""

from typing import Any

from django import forms
from django.http import QueryDict

from claycore.colour.matching import MOST_PARTS
from claycore.measure.bounds import Bound
from claycore.measure.errors import ClayError
from claycore.safety.cautions import named_materials
from umberpot.colours.fields import ColourField
from umberpot.colours.fired import Conditions
from umberpot.studio.models import Studio
from umberpot.tiles.colours import typed_colour
from umberpot.ui.fields.measures import Choice, MeasureField

_USUAL = {"max_pct": "8", "parts": "2"}

MOST = Bound(0, 100, "Enter a percentage of more than 0 and at most 100.")


def colour_or_code(studio: Studio, typed: str) -> str:
    """The colour of the tile whose code was typed; what was typed, where it is no such code."""
    try:
        seen = typed_colour(studio, f"like {typed}")
    except ClayError:
        return typed
    return ", ".join(f"{value:.2f}" for value in seen.lab.values)


class UnderForm(forms.Form):
    """Under which of the conditions that were tested something is asked."""

    use_required_attribute = False

    under = Choice(choices=[], required=False, label="Clay and firing")

    def __init__(
        self,
        data: QueryDict | None,
        conditions: list[tuple[Conditions, int]],
        **kwargs: Any,
    ) -> None:
        super().__init__(data, **kwargs)
        self.conditions = {one.key: one for one, _ in conditions}
        under: Any = self.fields["under"]
        under.choices = [(one.key, self.words_of(one, count)) for one, count in conditions]

    def words_of(self, conditions: Conditions, count: int) -> str:
        """Conditions as they are offered; ``count`` tiles were fired so."""
        return conditions.words

    @property
    def chosen(self) -> Conditions | None:
        """Under which conditions; the most tested ones by default."""
        first = next(iter(self.conditions), "")
        return self.conditions.get(self.data.get("under") or first)


class FindForm(UnderForm):
    """A colour, where it is to be fired, and how much of what may go in."""

    want = ColourField("Colour wanted")
    clay = ColourField("Fired colour of the plain clay", required=False)
    max_pct = MeasureField(MOST, label="Maximum total")
    parts = Choice(
        choices=[(str(n), str(n)) for n in range(1, MOST_PARTS + 1)],
        label="Maximum number of colourants",
    )
    without = Choice(choices=[], required=False, label="Without")

    def __init__(
        self,
        data: QueryDict | None,
        *,
        studio: Studio,
        conditions: list[tuple[Conditions, int]],
    ) -> None:
        """What was left out is the usual, and stands in its field; a tile's code is its colour."""
        if data:
            data = data.copy()
            data["want"] = colour_or_code(studio, data.get("want", ""))
            for name, usual in _USUAL.items():
                data[name] = data.get(name) or usual
        super().__init__(data, conditions, initial=_USUAL)
        self.fields["under"].label = "Clay and firing (fired tiles)"
        self.fields["want"].widget.attrs["x-ref"] = "want"
        without: Any = self.fields["without"]
        cautions = named_materials().values()
        without.choices = [("", "none"), *((c.code, c.title) for c in cautions)]

    def words_of(self, conditions: Conditions, count: int) -> str:
        return f"{conditions.words} ({count})"
