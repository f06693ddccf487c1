"""The side of a form whose layers are sponged back, as a picture."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache

import numpy as np
from django import forms
from django.http import QueryDict

from claycore.surface.previews.layers import WallLayer
from claycore.surface.previews.sponged_back import PRESSURES, WIPES, Form, proud, sponge
from claycore.surface.shapes import Shape
from umberpot.surface.previews.kinds import PreviewKind
from umberpot.surface.previews.raster import BEYOND, picture
from umberpot.surface.previews.wall import layers_of
from umberpot.ui.fields.counts import CountField
from umberpot.ui.fields.measures import Choice

HEIGHT, WIDTH = 360, 640
DIRTY = 0.35
USUAL = {"wipes": "5", "pressure": "firm", "sponge": "clean"}


class SpongeForm(forms.Form):
    """How often and how hard it is wiped, and with what."""

    use_required_attribute = False

    wipes = CountField(WIPES, label="Wipes")
    pressure = Choice(choices=[(name, name) for name in PRESSURES], label="Pressure")
    sponge = Choice(
        choices=[("clean", "rinsed each time"), ("dirty", "not rinsed")], label="Sponge"
    )

    def __init__(self, data: QueryDict) -> None:
        super().__init__({name: data.get(name) or usual for name, usual in USUAL.items()})


@lru_cache(maxsize=1)
def _stands() -> np.ndarray:
    """The one form that is drawn; its unevenness takes longer than all the rest."""
    return proud(Form(), HEIGHT, WIDTH)


@dataclass(frozen=True)
class SpongedBack:
    """What the side of a form shows: layers from the top, the body last."""

    layers: Sequence[WallLayer]
    piece: Shape
    form: SpongeForm

    @cached_property
    def _face(self) -> np.ndarray:
        typed = self.form.cleaned_data
        worn = typed["wipes"] * PRESSURES[typed["pressure"]]
        thicknesses = [layer.thickness_mm for layer in self.layers[:-1]]
        return sponge(thicknesses, _stands(), worn)

    @cached_property
    def _outline(self) -> np.ndarray:
        """Where the piece is in the picture: as wide as it is at each height, as large as fits."""
        depths = (np.arange(HEIGHT) + 0.5) / HEIGHT * self.piece.depth
        half = np.array([self.piece.half_width(depth) for depth in depths])
        px_a_mm = min(HEIGHT / self.piece.depth, WIDTH / (2 * half.max()))
        beside = np.abs(np.arange(WIDTH) + 0.5 - WIDTH / 2)
        inside: np.ndarray = beside[None, :] <= half[:, None] * px_a_mm
        return inside

    @property
    def size(self) -> tuple[int, int]:
        """Width and height of the picture, px."""
        return WIDTH, HEIGHT

    def file(self) -> bytes:
        """The picture as PNG."""
        dirty = DIRTY if self.form.cleaned_data["sponge"] == "dirty" else 0.0
        shown = np.where(self._outline, self._face, BEYOND)
        return picture(shown, [layer.lab for layer in self.layers], dirty)

    @property
    def summary(self) -> str:
        """The share of each layer that is seen."""
        counts = np.bincount(self._face[self._outline], minlength=len(self.layers))
        seen = [
            f"{layer.name} {100 * count / counts.sum():.0f} %"
            for layer, count in zip(self.layers, counts, strict=True)
            if count
        ]
        dirty = self.form.cleaned_data["sponge"] == "dirty"
        return f"Seen: {', '.join(seen)}.{' A dirty sponge greys them all.' if dirty else ''}"


def sponged_back(layers: Sequence[WallLayer], piece: Shape, data: QueryDict) -> SpongedBack | None:
    """The side of a plan's form; None without a coat, or with a wrong figure."""
    form = SpongeForm(data)
    return SpongedBack(layers, piece, form) if form.is_valid() and len(layers) > 1 else None


PREVIEW = PreviewKind(
    SpongeForm,
    lambda plan, whole, data: sponged_back(layers_of(plan, whole), plan.piece, data),
    "Add the layers, dark to light.",
    "A form from the side, rim at the top. Rinse the sponge after each wipe.",
)
