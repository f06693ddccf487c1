"""The section through a piece's wall: the coats on the body, to scale but for being drawn thick."""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.colour.notation import Lab
from claycore.surface.techniques.entry import FACE_PCT, Lies
from umberpot.surface.plans.colours import HATCHED, ColourOrigin, SectionLayer

PX_A_MM = 44.0
BODY_PX = 72.0
LEAST_PX = 5.0
"""A thinner coat would not be seen; it is drawn so thick all the same."""

MOST_PX = 260.0
WIDTH = 600.0

PATCHES = 3
"""Where a slip covers only its share of the face, the section cuts through it so often."""


@dataclass(frozen=True)
class LayerBand:
    """One layer, from the top, and how its colour is known; ``parts`` are (x, width) of it."""

    title: str
    y: float
    height: float
    fill: str
    drawn: ColourOrigin
    parts: Sequence[tuple[float, float]] = ((0.0, WIDTH),)

    @property
    def path(self) -> str:
        """All of its parts as one outline."""
        return "".join(
            f"M{x:.1f} {self.y:.1f}h{width:.1f}v{self.height:.1f}h{-width:.1f}z"
            for x, width in self.parts
        )


@dataclass(frozen=True)
class DrawnSection:
    """The bands of a section and how high it is, in the drawing's own units."""

    bands: Sequence[LayerBand]
    height: float

    @property
    def summary(self) -> str:
        """The section in words, for who cannot see it."""
        return "From the top: " + ", ".join(band.title for band in self.bands)


def section(
    layers: Sequence[SectionLayer],
    body_name: str,
    body: Lab | None,
    lies: Lies = Lies.ON_EACH_OTHER,
) -> DrawnSection:
    """The section of a plan whose layers come from the top down; without a body for ''.

    What ``lies`` in the base, the lowest layer, or in the body is drawn in it, not on it.
    """
    stacked = _bands(layers if lies is not Lies.IN_THE_BASE else layers[-1:])
    on_it, y = ([], 0.0) if lies is Lies.IN_THE_BODY else stacked
    bands = list(on_it)
    if body_name:
        drawn_as = ColourOrigin.FIRED if body else ColourOrigin.UNKNOWN
        fill = body.hex if body else HATCHED
        bands.append(LayerBand(f"{body_name}, the body", y, BODY_PX, fill, drawn_as))
        y += BODY_PX
    if lies is Lies.IN_THE_BASE and bands:
        bands += [_sunk(layer, n, bands[0].height) for n, layer in enumerate(layers[:-1])]
    if lies is Lies.IN_THE_BODY:
        deep = [min(BODY_PX / 2, max(LEAST_PX, one.thick_mm * PX_A_MM)) for one in layers]
        bands += [_sunk(layer, n, deep[n]) for n, layer in enumerate(layers)]
    return DrawnSection(bands, y)


def _bands(layers: Sequence[SectionLayer]) -> tuple[list[LayerBand], float]:
    """Layers on each other, from the top, and how high they are together."""
    heights = [layer.thick_mm * PX_A_MM for layer in layers]
    shrink = min(1.0, MOST_PX / max(sum(heights), 1.0))
    bands: list[LayerBand] = []
    y = 0.0
    for layer, height in zip(layers, heights, strict=True):
        drawn = max(LEAST_PX, height * shrink)
        parts = _parts(layer, len(bands))
        bands.append(LayerBand(layer.title, y, drawn, layer.fill, layer.drawn, parts))
        y += drawn
    return bands, y


def _sunk(layer: SectionLayer, number: int, height: float) -> LayerBand:
    """A layer that lies in what is under it, level with its face."""
    return LayerBand(layer.title, 0.0, height, layer.fill, layer.drawn, _parts(layer, number))


def _parts(layer: SectionLayer, number: int) -> list[tuple[float, float]]:
    """Where the section cuts through a layer, as (x, width): all along where it covers all."""
    if layer.covers_pct >= FACE_PCT:
        return [(0.0, WIDTH)]
    pitch = WIDTH / PATCHES
    width = pitch * layer.covers_pct / FACE_PCT
    shift = (0.1 + 0.3 * number) % (1 - layer.covers_pct / FACE_PCT) * pitch
    return [(n * pitch + shift, width) for n in range(PATCHES)]
