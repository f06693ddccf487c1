"""The preview of a plan as a file of its own, whatever its technique."""

from dataclasses import dataclass

from django import forms
from django.http import QueryDict
from django.template.loader import render_to_string

from claycore.measure.errors import ClayError
from claycore.surface.coats import Technique
from claycore.surface.previews.scratched import DEPTH
from umberpot.surface.models import SurfacePlan
from umberpot.surface.plans.stack import Reckoned
from umberpot.surface.previews.boards import BOARDS
from umberpot.surface.previews.scratched import face, layers_of
from umberpot.ui.fields.measures import MeasureField


@dataclass(frozen=True)
class Drawn:
    """A preview: its picture, what kind of file that is, and its figures in a sentence."""

    picture: bytes
    content_type: str
    says: str


def draw(plan: SurfacePlan, whole: Reckoned, data: QueryDict) -> Drawn | None:
    """The preview of a plan with what was asked for; None where there is nothing to draw."""
    if plan.technique == Technique.SCRATCHED:
        return _scratched(plan, whole, data)
    kind = BOARDS.get(plan.technique)
    board = kind.draw(plan, whole, data) if kind else None
    return Drawn(board.png(), "image/png", board.says) if board else None


def _scratched(plan: SurfacePlan, whole: Reckoned, data: QueryDict) -> Drawn | None:
    if not whole.rows:
        return None
    layers = layers_of(whole.rows, plan.body.name, whole.body)
    try:
        depth = MeasureField(DEPTH, required=False).clean(data.get("depth", ""))
        found = face(layers, depth)
    except (forms.ValidationError, ClayError):
        return None
    svg = render_to_string("surface/previews/_face.html", {"face": found, "alone": True})
    return Drawn(svg.encode(), "image/svg+xml", found.says)
