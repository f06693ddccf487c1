"""The face of a scratched piece as a drawing: waves through the top coat, to scale."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from django import forms
from django.http import QueryDict
from django.template.loader import render_to_string

from claycore.measure.formatting import plain
from claycore.surface.previews.layers import WallLayer
from claycore.surface.previews.scratched import DEPTH, Scratched, scratch
from umberpot.surface.plans.colours import HATCHED
from umberpot.surface.previews.kinds import PreviewKind
from umberpot.surface.previews.wall import layers_of
from umberpot.ui.fields.measures import MeasureField

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


class DepthForm(forms.Form):
    """How deep the tool goes; to just under the coats where nothing is asked for."""

    use_required_attribute = False

    depth = MeasureField(DEPTH, label="Depth of the scratch, mm")

    def __init__(self, data: QueryDict, usual_mm: float = DEEPER_MM) -> None:
        super().__init__({"depth": data.get("depth", "").strip() or plain(usual_mm, 2)})


@dataclass(frozen=True)
class Scratch:
    """A face with its waves, in mm; ``ground`` is the colour of the top coat."""

    layers: Sequence[WallLayer]
    form: DepthForm

    @property
    def scratched(self) -> Scratched:
        """What the tool reveals. Raises OutOfBounds naming ``depth``."""
        return scratch(self.layers, self.form.cleaned_data["depth"])

    @property
    def ground(self) -> str:
        return _fill(self.layers[0])

    @property
    def lines(self) -> list[Line]:
        """The stripes of every wave, the widest first."""
        paths = [_wave(number) for number in range(WAVES)]
        return [
            Line(path, f"{2 * stripe.half_width_mm:.2f}", _fill(stripe.layer))
            for stripe in self.scratched.stripes[1:]
            for path in paths
        ]

    @property
    def size(self) -> tuple[int, int]:
        """Width and height of the drawing, mm."""
        return round(WIDTH_MM), round(HEIGHT_MM)

    def file(self) -> bytes:
        """The drawing as SVG."""
        return render_to_string("surface/previews/face.svg", {"face": self}).encode()

    @property
    def depth(self) -> str:
        """The depth as it is said."""
        return plain(self.form.cleaned_data["depth"], 2)

    @property
    def summary(self) -> str:
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
            return f"{said} {width}. Lines over {from_mm} mm show at arm’s length."
        return f"{said} {width}, too fine: lines over {from_mm} mm show at arm’s length."


def scratched_through(layers: Sequence[WallLayer], data: QueryDict) -> Scratch | None:
    """The face of a plan; None without a coat, or with a wrong figure."""
    if len(layers) < 2:
        return None
    form = DepthForm(data, sum(layer.thickness_mm for layer in layers[:-1]) + DEEPER_MM)
    return Scratch(layers, form) if form.is_valid() else None


def _fill(layer: WallLayer) -> str:
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


PREVIEW = PreviewKind(
    DepthForm,
    lambda plan, whole, data: scratched_through(layers_of(plan, whole), data),
    "Add the coats that will be scratched through.",
    "60 mm of the face, by a tool with a right-angled point. Brush crumbs off; do not rub.",
    "image/svg+xml",
)
