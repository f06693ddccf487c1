"""The preview of a plan as a file of its own, whatever its technique."""

from dataclasses import dataclass

from django.http import QueryDict

from umberpot.surface.models import SurfacePlan
from umberpot.surface.plans.stack import CalculatedPlan
from umberpot.surface.previews.boards import BOARDS


@dataclass(frozen=True)
class DrawnPreview:
    """A preview: its picture, what kind of file that is, and its figures in a sentence."""

    picture: bytes
    content_type: str
    summary: str


def draw(plan: SurfacePlan, whole: CalculatedPlan, data: QueryDict) -> DrawnPreview | None:
    """The preview of a plan with what was asked for; None where there is nothing to draw."""
    kind = BOARDS.get(plan.technique)
    board = kind.draw(plan, whole, data) if kind else None
    return DrawnPreview(board.file(), kind.content_type, board.summary) if kind and board else None
