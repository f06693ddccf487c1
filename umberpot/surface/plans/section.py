"""The section through a piece's wall: the coats on the body, to scale but for being drawn thick."""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.colour.notation import Lab
from umberpot.surface.plans.colours import HATCHED, Drawn, Layer

PX_A_MM = 44.0
BODY_PX = 72.0
LEAST_PX = 5.0
"""A thinner coat would not be seen; it is drawn so thick all the same."""

MOST_PX = 260.0


@dataclass(frozen=True)
class Band:
    """One layer, from the top, and how its colour is known."""

    title: str
    y: float
    height: float
    fill: str
    drawn: Drawn


@dataclass(frozen=True)
class Section:
    """The bands of a section and how high it is, in the drawing's own units."""

    bands: Sequence[Band]
    height: float

    @property
    def says(self) -> str:
        """The section in words, for who cannot see it."""
        return "From the top: " + ", ".join(band.title for band in self.bands)


def section(layers: Sequence[Layer], body_name: str, body: Lab | None) -> Section:
    """The section of a plan whose layers come from the top down; without a body for ''."""
    heights = [layer.thick_mm * PX_A_MM for layer in layers]
    shrink = min(1.0, MOST_PX / max(sum(heights), 1.0))
    bands, y = [], 0.0
    for layer, height in zip(layers, heights, strict=True):
        drawn = max(LEAST_PX, height * shrink)
        bands.append(Band(layer.title, y, drawn, layer.fill, layer.drawn))
        y += drawn
    if not body_name:
        return Section(bands, y)
    drawn_as = Drawn.FIRED if body else Drawn.UNKNOWN
    fill = body.hex if body else HATCHED
    bands.append(Band(f"{body_name}, the body", y, BODY_PX, fill, drawn_as))
    return Section(bands, y + BODY_PX)
