"""Which tiles hang on the wall."""

import re
from collections.abc import Iterable
from typing import Any
from urllib.parse import urlencode

from django import forms
from django.http import QueryDict

from umberpot.colours.wall.arrangements import ARRANGEMENTS, WallArrangement
from umberpot.colours.wall.sorting import SORTINGS
from umberpot.ui.fields.measures import Choice

MOST_TILES = 80
OF_THE_WHOLE = {"by", "page"}
"""What is asked of the whole wall, which no tiles are picked for."""

LONGEST = 1000


def query_of(codes: Iterable[str]) -> str:
    """What hangs the tiles of these codes, or as many as there is room for, each once."""
    return urlencode({"codes": " ".join(list(dict.fromkeys(codes))[:MOST_TILES])})


class WallForm(forms.Form):
    """Codes of tiles, of any trial, how they are sorted or arranged, and how they are shown."""

    use_required_attribute = False

    codes = forms.CharField(
        required=False,
        max_length=LONGEST,
        label="Tile codes",
        help_text="Separate with spaces or commas.",
    )
    sort = Choice(choices=list(SORTINGS.items()), required=False, label="Order")
    arrange = Choice(
        choices=[("", "side by side"), *((one.code, one.title) for one in ARRANGEMENTS.values())],
        required=False,
        label="WallArrangement",
    )
    show = Choice(
        choices=[("", "flat colours"), ("pictures", "photographs")], required=False, label="Show"
    )

    def __init__(self, data: QueryDict | None) -> None:
        asked = None
        if data and not data.keys() <= OF_THE_WHOLE:
            asked = data.copy()
            # Those lifted off the whole wall come one by one, those typed in one line.
            asked["codes"] = " ".join(data.getlist("codes"))
        super().__init__(asked)

    def clean_codes(self) -> list[str]:
        found = re.findall(r"[^\s,;]+", self.cleaned_data["codes"])
        if len(found) > MOST_TILES:
            raise forms.ValidationError(f"At most {MOST_TILES} tiles. Remove some.")
        return list(dict.fromkeys(code.upper() for code in found))

    def picked(self) -> list[str]:
        """The codes of a valid form, each once, as they were picked."""
        picked: list[str] = self.cleaned_data["codes"]
        return picked

    def query(self) -> dict[str, Any]:
        """What leads back to this wall."""
        typed = self.cleaned_data
        named = {name: typed[name] for name in ("sort", "arrange", "show") if typed[name]}
        return {"codes": " ".join(typed["codes"]), **named}

    @property
    def arrangement(self) -> WallArrangement | None:
        """How the tiles of a valid form are arranged; None for side by side."""
        return ARRANGEMENTS.get(self.cleaned_data["arrange"])
