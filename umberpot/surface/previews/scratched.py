"""The face of a scratched piece: waves through the top coat, to scale."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from claycore.colour.notation import Lab
from claycore.measure.formatting import plain
from claycore.surface.previews.layers import Layer
from claycore.surface.previews.scratched import Scratched, scratch
from umberpot.surface.plans.stack import HATCHED, CoatRow

WIDTH_MM, HEIGHT_MM = 60.0, 26.0
WAVES = 4
_STEPS = 48

DEEPER_MM = 0.3
"""A scratch goes so much deeper than the coats, where no depth is asked for. Our choice."""


@dataclass(frozen=True)
class Line:
    """One stripe of every wave: its path, how wide it is drawn, and its colour."""

    path: str
    width: str
    fill: str


@dataclass(frozen=True)
class Face:
    """The face with its waves, in mm; ``ground`` is the top coat."""

    scratched: Scratched
    ground: str
    lines: Sequence[Line]
    depth: str

    @property
    def says(self) -> str:
        """What the line reveals, and whether it will be seen."""
        found = self.scratched
        if found.width_mm <= 0:
            return f"At {self.depth} mm the tool stays in {found.revealed.name}: no line shows."
        said = f"At {self.depth} mm the line shows {found.revealed.name}"
        if found.delta_e is None or found.lighter_by is None:
            return f"{said}. Its contrast is not known: a fired colour is missing."
        way = "lighter" if found.lighter_by >= 0 else "darker"
        said += f", ΔE {found.delta_e:.0f} and {abs(found.lighter_by):.0f} {way} than the top coat."
        if found.reads_from_mm is None:
            return f"{said} They are the same colour: no line will be seen."
        width = f"It is {plain(found.width_mm, 1)} mm wide"
        from_mm = plain(found.reads_from_mm, 1)
        if found.reads:
            return f"{said} {width}; at arm's length one reads from {from_mm} mm."
        return f"{said} {width}, too fine: at arm's length one reads from {from_mm} mm."


def layers_of(rows: Sequence[CoatRow], body_name: str, body: Lab | None) -> list[Layer]:
    """The layers of a plan whose rows come from the top down, the body last."""
    coats = [
        Layer(
            row.coat.name,
            row.coat.coats * row.coat.thickness_mm,
            row.colour.lab if row.colour else None,
        )
        for row in rows
    ]
    return [*coats, Layer(body_name, 100.0, body)]


def face(layers: Sequence[Layer], depth_mm: float | None) -> Face:
    """The face scratched to a depth; to just under the coats where none is asked for.

    Raises OutOfBounds naming ``depth``.
    """
    depth = sum(layer.thickness_mm for layer in layers[:-1]) + DEEPER_MM
    depth = depth if depth_mm is None else depth_mm
    found = scratch(layers, depth)
    paths = [_wave(number) for number in range(WAVES)]
    lines = [
        Line(path, f"{2 * stripe.half_width_mm:.2f}", _fill(stripe.layer))
        for stripe in found.stripes[1:]
        for path in paths
    ]
    return Face(found, _fill(layers[0]), lines, plain(depth, 2))


def _fill(layer: Layer) -> str:
    return layer.lab.hex if layer.lab else HATCHED


def _wave(number: int) -> str:
    """A wave across the face; each has its own height and beginning, the same every time."""
    middle = HEIGHT_MM * (number + 0.5) / WAVES
    points = []
    for step in range(_STEPS + 1):
        x = WIDTH_MM * step / _STEPS
        y = middle + (1.6 + 0.4 * number) * math.sin(2 * math.pi * x / 21 + 0.9 * number)
        points.append(f"{x:.2f} {y:.2f}")
    return "M" + "L".join(points)
