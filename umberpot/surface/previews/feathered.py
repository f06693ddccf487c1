"""The face of a feathered piece as a picture: trails across a base slip, a point drawn through."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from django import forms
from django.http import QueryDict

from claycore.measure.formatting import plain
from claycore.surface.previews.feathered import (
    SIZE,
    STROKES,
    Trails,
    feather,
    shares,
    strokes_across,
)
from umberpot.surface.plans.stack import CoatRow
from umberpot.surface.previews.kinds import ONTO_THE_BASE, PreviewKind
from umberpot.surface.previews.raster import picture
from umberpot.surface.previews.sentences import shares_in_words
from umberpot.ui.fields.counts import CountField
from umberpot.ui.fields.measures import Choice, MeasureField

WIDTH_MM, HEIGHT_MM = 150.0, 72.0
PX_A_MM = 6
USUAL = {"strokes": "8", "direction": "alternate", "trail_mm": "6"}


class FeatherForm(forms.Form):
    """How often the point goes across, which way, and how wide the trails are."""

    use_required_attribute = False

    strokes = CountField(STROKES, label="Strokes")
    direction = Choice(
        choices=[("alternate", "up and down in turn"), ("down", "all one way")], label="Direction"
    )
    trail_mm = MeasureField(SIZE, label="Width of a trail")

    def __init__(self, data: QueryDict) -> None:
        super().__init__({name: data.get(name) or usual for name, usual in USUAL.items()})


@dataclass(frozen=True)
class Feathered:
    """What a board of trails shows: the base first, then each trail's slip."""

    rows: Sequence[CoatRow]
    form: FeatherForm

    @property
    def _trails(self) -> Trails:
        width = self.form.cleaned_data["trail_mm"]
        trailed = tuple(row.covers_pct / 100 for row in self.rows[1:])
        return Trails(WIDTH_MM, HEIGHT_MM, len(trailed), width, shares=trailed)

    @cached_property
    def _face(self) -> np.ndarray:
        typed = self.form.cleaned_data
        alternate = typed["direction"] == "alternate"
        strokes = strokes_across(WIDTH_MM, typed["strokes"], alternate)
        return feather(self._trails, strokes, PX_A_MM)

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
        """The share of each slip, and how thin a trail is drawn out."""
        found = shares(self._face, len(self.rows) - 1)
        finest = plain(self._trails.finest_mm, 1)
        drawn_out = f"Beside the point a trail is drawn out to {finest} mm."
        return f"{shares_in_words(self.rows, found)}. {drawn_out}"


def feathered(rows_from_the_top: Sequence[CoatRow], data: QueryDict) -> Feathered | None:
    """The board of a plan; None while it has no trail to draw a point through, or a wrong figure.

    The lowest coat is the base.
    """
    form = FeatherForm(data)
    rows = rows_from_the_top[::-1]
    return Feathered(rows, form) if form.is_valid() and len(rows) > 1 else None


PREVIEW = PreviewKind(
    FeatherForm,
    lambda _, whole, data: feathered(whole.rows, data),
    ONTO_THE_BASE,
    "150 mm of the board, trails in mm. Draw the point through while the slip is wet.",
)
