"""Which tiles hang on the wall."""

import re
from typing import Any

from django import forms
from django.http import QueryDict

from umberpot.results.wall.sorting import SORTINGS
from umberpot.ui.fields.measures import Choice

MOST_TILES = 80
LONGEST = 1000


class WallForm(forms.Form):
    """Codes of tiles, of any trial, and how they are sorted."""

    use_required_attribute = False

    codes = forms.CharField(
        required=False, max_length=LONGEST, label="Tile codes", help_text="With spaces or commas."
    )
    sort = Choice(choices=list(SORTINGS.items()), required=False, label="Order")

    def __init__(self, data: QueryDict | None) -> None:
        super().__init__(data or None)

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
        return {"codes": " ".join(typed["codes"]), "sort": typed["sort"]}
