"""Sgraffito: what a pointed tool reveals, and whether the line will be seen.

A tool whose point makes a right angle cuts a groove as wide as it is twice deep. Seen from above
its walls show each layer as a stripe on either side, and its bottom the layer it ends in. Source:
geometry; common practice for the tool.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from claycore.colour.difference import ciede2000
from claycore.measure.bounds import Bound
from claycore.surface.previews.layers import WallLayer

DEPTH = Bound(0, 20, "Depth must be more than 0 mm and at most 20 mm.")

ARM_MM = 500.0
"""The distance a piece is looked at from. Our choice."""

_ACUITY_MM = ARM_MM * math.tan(math.radians(1 / 60))
"""One minute of arc at that distance: what a good eye still parts. Source: any text on optics."""

STRONG = 20.0
"""A contrast, CIEDE2000, from which on a line need not be wider to be seen. Our choice."""


@dataclass(frozen=True)
class Stripe:
    """A layer as it shows in the groove, from the middle out to ``half_width_mm`` either way."""

    layer: WallLayer
    half_width_mm: float


@dataclass(frozen=True)
class Scratched:
    """What a line shows, widest stripe first; ``revealed`` is the layer at its bottom.

    ``delta_e`` (CIEDE2000) and ``lighter_by`` hold it against the top layer, None where a colour is
    not known. ``reads_from_mm`` is the narrowest line of it that is still seen, None with no
    contrast or an unknown one; ``width_mm`` how wide it is here.
    """

    stripes: tuple[Stripe, ...]
    revealed: WallLayer
    delta_e: float | None
    lighter_by: float | None
    reads_from_mm: float | None
    width_mm: float

    @property
    def reads(self) -> bool | None:
        """Whether this line is wide enough to be seen; None where that is not known."""
        if self.delta_e is None:
            return None
        return self.reads_from_mm is not None and self.width_mm >= self.reads_from_mm


def scratch(layers: Sequence[WallLayer], depth_mm: float) -> Scratched:
    """What a scratch of ``depth_mm`` shows. ``layers`` come from the top, the body last.

    Raises OutOfBounds naming ``depth``, ValueError without a layer. Source: as at the head of this
    file.
    """
    if not layers:
        raise ValueError("a scratch goes into something: at least the body")
    DEPTH.check("depth", depth_mm)
    stripes: list[Stripe] = []
    above = 0.0
    for layer in layers:
        if above >= depth_mm and stripes:
            break
        stripes.append(Stripe(layer, depth_mm - above))
        above += layer.thickness_mm
    top, bottom = layers[0], stripes[-1]
    delta_e = lighter = reads_from = None
    if top.lab and bottom.layer.lab:
        delta_e = ciede2000(top.lab, bottom.layer.lab)
        lighter = bottom.layer.lab.lightness - top.lab.lightness
        if delta_e > 0:
            reads_from = _ACUITY_MM * max(1.0, STRONG / delta_e)
    width = 2 * bottom.half_width_mm if len(stripes) > 1 else 0.0
    return Scratched(tuple(stripes), bottom.layer, delta_e, lighter, reads_from, width)
