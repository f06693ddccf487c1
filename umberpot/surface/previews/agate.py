"""Stacked clay as a picture: the cut face of a block, or the side of what was thrown from it."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from urllib.parse import urlencode

import numpy as np
from django import forms
from django.http import QueryDict
from django.urls import reverse

from claycore.measure.bounds import MASS
from claycore.measure.formatting import plain
from claycore.surface.previews.stacked import (
    BLUR_MM,
    FOLDS,
    SLANT,
    TURNS,
    Block,
    cut,
    finest_thrown_mm,
    thrown,
)
from umberpot.surface.models import SurfacePlan
from umberpot.surface.plans.stack import CoatRow
from umberpot.surface.previews.kinds import PreviewKind
from umberpot.surface.previews.raster import picture
from umberpot.ui.fields.counts import CountField
from umberpot.ui.fields.measures import Choice, MeasureField

WIDTH_MM, THROWN_MM = 130.0, 95.0
PX_A_MM = 4
MOST_PX = 900
"""A picture is no higher, however tall the block."""

WEDGING_MM = {"none": 0.0, "a little": 7.0, "more": 16.0}
"""How far a swirl carries the clay. Our choice."""

USUAL = {
    "folds": "1",
    "wedging": "a little",
    "finish": "cut",
    "slant": "90",
    "turns": "1.5",
    "piece_g": "600",
}


class StackForm(forms.Form):
    """What is done with the block once it is stacked."""

    use_required_attribute = False

    folds = CountField(FOLDS, label="Folds")
    wedging = Choice(choices=[(name, name) for name in WEDGING_MM], label="Wedged")
    finish = Choice(choices=[("cut", "cut"), ("thrown", "thrown")], label="Then")
    slant = MeasureField(SLANT, label="Slant of the cut, degrees")
    turns = MeasureField(TURNS, label="Turns on the wheel")
    piece_g = MeasureField(MASS, label="Clay per piece, g")

    def __init__(self, data: QueryDict) -> None:
        super().__init__({name: data.get(name) or usual for name, usual in USUAL.items()})


@dataclass(frozen=True)
class Stacked:
    """A block of slabs, the lowest first."""

    rows: Sequence[CoatRow]
    pieces: int
    body_name: str
    form: StackForm

    @property
    def _block(self) -> Block:
        typed = self.form.cleaned_data
        slabs = [row.coat.coats * row.coat.thickness_mm for row in self.rows]
        return Block(slabs, WIDTH_MM, typed["folds"], WEDGING_MM[typed["wedging"]])

    @property
    def _is_thrown(self) -> bool:
        return bool(self.form.cleaned_data["finish"] == "thrown")

    @cached_property
    def _face(self) -> np.ndarray:
        typed = self.form.cleaned_data
        if self._is_thrown:
            return thrown(self._block, typed["turns"], THROWN_MM, PX_A_MM)
        high = self._block.height_mm / math.sin(math.radians(typed["slant"]))
        return cut(self._block, typed["slant"], min(PX_A_MM, MOST_PX / high))

    @property
    def size(self) -> tuple[int, int]:
        """Width and height of the picture, px."""
        high, wide = self._face.shape
        return wide, high

    def file(self) -> bytes:
        """The picture as PNG."""
        return picture(self._face, [row.layer.lab for row in self.rows])

    @property
    def _shares_pct(self) -> list[tuple[str, float]]:
        """What each clay is of a piece, percent; the same clay twice is one."""
        shares: dict[str, float] = {}
        for row, slab in zip(self.rows, self._block.slabs_mm, strict=True):
            share = 100 * slab / self._block.height_mm
            shares[row.coat.name] = shares.get(row.coat.name, 0) + share
        return list(shares.items())

    @property
    def summary(self) -> str:
        """The finest layer, and what each clay weighs."""
        typed = self.form.cleaned_data
        finest = self._block.finest_mm
        if self._is_thrown:
            finest = finest_thrown_mm(self._block, typed["turns"], THROWN_MM)
        said = f"The finest layer is {plain(finest, 1 if finest >= 1 else 2)} mm"
        if finest < BLUR_MM:
            said += f": under {plain(BLUR_MM, 1)} mm colours blur. Fold less, or cut thicker slabs"
        grams = [
            f"{name} {plain(share / 100 * typed['piece_g'], 0)} g"
            for name, share in self._shares_pct
        ]
        return f"{said}. For a piece of {plain(typed['piece_g'])} g: {', '.join(grams)}."

    @property
    def more(self) -> tuple[str, str]:
        """Where grams and cost of all pieces are worked out, and what that is called."""
        coloured = [one for one in self._shares_pct if one[0] != self.body_name]
        query = [("pieces", str(self.pieces)), ("piece", plain(self.form.cleaned_data["piece_g"]))]
        query += [("layer", f"{name}:{plain(share, 2)}") for name, share in coloured]
        return f"{reverse('mixing:layers')}?{urlencode(query)}", "Grams and cost in Layers"


def stacked(
    rows_from_the_top: Sequence[CoatRow], plan: SurfacePlan, data: QueryDict
) -> Stacked | None:
    """The block of a plan; None with fewer than two slabs, or with a wrong figure."""
    form = StackForm(data)
    rows = rows_from_the_top[::-1]
    if not form.is_valid() or len(rows) < 2:
        return None
    return Stacked(rows, plan.pieces, plan.body.name, form)


PREVIEW = PreviewKind(
    StackForm,
    lambda plan, whole, data: stacked(whole.rows, plan, data),
    "Add at least two slabs, the lowest first.",
    "130 mm of the block. The swirls are drawn, not measured: no two blocks come out alike.",
)
