"""A joggled board as a picture: each tilt is one step, and can be taken back."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Any
from urllib.parse import urlencode

import numpy as np
from django import forms
from django.http import QueryDict

from claycore.measure.formatting import counted
from claycore.surface.previews.feathered import shares
from claycore.surface.previews.joggled import MOST_TILTS, STRIPE, Tilt, joggle
from umberpot.surface.plans.stack import CoatRow
from umberpot.surface.previews.kinds import ONTO_THE_BASE, PreviewKind
from umberpot.surface.previews.raster import picture
from umberpot.surface.previews.sentences import shares_in_words
from umberpot.ui.fields.measures import MeasureField

SIDE_MM = 160.0
PX_A_MM = 3
USUAL_STRIPE = "9"
USUAL_TILTS = "right away left"


class JoggleForm(forms.Form):
    """How wide the stripes are poured, and the tilts in order."""

    use_required_attribute = False

    stripe_mm = MeasureField(STRIPE, label="Width of a stripe")
    tilts = forms.CharField(
        max_length=300, required=False, label="Tilts in order", help_text=", ".join(Tilt)
    )

    def __init__(self, data: QueryDict) -> None:
        tilts = data.get("tilts") if "tilts" in data else USUAL_TILTS
        super().__init__({"stripe_mm": data.get("stripe_mm") or USUAL_STRIPE, "tilts": tilts})

    def clean_tilts(self) -> list[Tilt]:
        words = self.cleaned_data["tilts"].replace(",", " ").lower().split()
        wrong = [word for word in words if word not in set(Tilt)]
        if wrong:
            raise forms.ValidationError(f"“{wrong[0]}” is not a tilt. Use {', '.join(Tilt)}.")
        if len(words) > MOST_TILTS:
            raise forms.ValidationError(f"At most {MOST_TILTS} tilts. Remove some.")
        return [Tilt(word) for word in words]


@dataclass(frozen=True)
class Joggled:
    """What a board shows: the base first, then each poured slip."""

    rows: Sequence[CoatRow]
    form: JoggleForm

    @cached_property
    def _face(self) -> np.ndarray:
        typed = self.form.cleaned_data
        trailed = [row.covers_pct / 100 for row in self.rows[1:]]
        stripe_mm, tilts = typed["stripe_mm"], typed["tilts"]
        return joggle(SIDE_MM, len(trailed), stripe_mm, tilts, PX_A_MM, shares=trailed)

    @property
    def size(self) -> tuple[int, int]:
        """Width and height of the picture, px."""
        high, wide = self._face.shape
        return wide, high

    def file(self) -> bytes:
        """The picture as PNG."""
        return picture(self._face, [row.layer.lab for row in self.rows])

    @property
    def summary(self) -> str:
        """The share of each slip, which no tilt changes."""
        found = shares(self._face, len(self.rows) - 1)
        count = len(self.form.cleaned_data["tilts"])
        return f"After {counted(count, 'tilt')}: {shares_in_words(self.rows, found)}."

    @property
    def steps(self) -> list[tuple[str, str]]:
        """What may be done next, each with its query."""
        typed: dict[str, Any] = self.form.cleaned_data
        tilts = [str(tilt) for tilt in typed["tilts"]]

        def query(after: list[str]) -> str:
            return urlencode(
                {"stripe_mm": self.form["stripe_mm"].value(), "tilts": " ".join(after)}
            )

        found = [(f"Tilt {tilt}", query([*tilts, tilt])) for tilt in Tilt]
        return [*found, ("Undo the last tilt", query(tilts[:-1]))] if tilts else found


def joggled(rows_from_the_top: Sequence[CoatRow], data: QueryDict) -> Joggled | None:
    """The board of a plan; None while there is nothing poured onto its base, or a wrong figure."""
    form = JoggleForm(data)
    rows = rows_from_the_top[::-1]
    return Joggled(rows, form) if form.is_valid() and len(rows) > 1 else None


PREVIEW = PreviewKind(
    JoggleForm,
    lambda _, whole, data: joggled(whole.rows, data),
    ONTO_THE_BASE,
    "160 mm of the board, stripes in mm. Every tilt blurs more: know when to stop.",
)
