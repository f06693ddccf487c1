"""The pieces of pages that stand in Surface.

Registered as builtin tags, so a template may use them without loading anything.
"""

from typing import Any

from django import template

from claycore.surface.factor_trials.scales import SCALES
from umberpot.surface.factor_trials.drawing import PieceLook, look_of
from umberpot.surface.factor_trials.reading import ReadPiece
from umberpot.surface.models import FactorTrial, SurfacePlan
from umberpot.surface.places import CALCULATORS, TOOLS
from umberpot.surface.plans.sentences import pieces_in_words
from umberpot.ui.tools import offered_tools, shown_tools

register = template.Library()


@register.inclusion_tag("ui/components/tools.html", takes_context=True)
def surface_tools(context: dict[str, Any], here: str) -> dict[str, Any]:
    """The tools of Surface; signed out, those that need no studio."""
    return offered_tools(context, "Surface", TOOLS, CALCULATORS, here)


@register.inclusion_tag("ui/components/tools.html")
def surface_calculators() -> dict[str, Any]:
    """Those of its tools that need no studio, each with what it is for."""
    return shown_tools("Surface", CALCULATORS, "")


@register.inclusion_tag("surface/factor_trials/_piece.html")
def factor_piece(piece: ReadPiece, scale: str, name: str) -> dict[str, PieceLook]:
    """A piece of a factor trial: its halves in their colours, with the step it was rated."""
    return {"look": look_of(piece, scale, name)}


@register.filter
def scale_title(code: str) -> str:
    """What a scale is called within a sentence."""
    return SCALES[code].title.lower()


@register.filter
def combination(piece: ReadPiece, trial: FactorTrial) -> str:
    """What a piece is, in words."""
    return trial.design.named(piece.row.cell)


@register.filter
def plan_pieces(plan: SurfacePlan) -> str:
    """How many pieces of what shape a plan is for."""
    return pieces_in_words(plan)
