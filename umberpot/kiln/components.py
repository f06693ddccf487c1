"""The pieces of pages that stand in Kiln.

Registered as builtin tags, so a template may use them without loading anything.
"""

from typing import Any

from django import template

from umberpot.kiln.loading.shelf_drawing import ShelfDrawing
from umberpot.kiln.places import CALCULATORS, TOOLS
from umberpot.ui.tools import offered_tools, shown_tools

register = template.Library()


@register.inclusion_tag("ui/components/tools.html", takes_context=True)
def kiln_tools(context: dict[str, Any], here: str) -> dict[str, Any]:
    """The tools of Kiln; signed out, those that need no studio."""
    return offered_tools(context, "Kiln", TOOLS, CALCULATORS, here)


@register.inclusion_tag("ui/components/tools.html")
def kiln_calculators() -> dict[str, Any]:
    """Those of its tools that need no studio, each with what it is for."""
    return shown_tools("Kiln", CALCULATORS, "")


@register.inclusion_tag("kiln/components/shelf.html")
def shelf(drawing: ShelfDrawing) -> dict[str, Any]:
    """A kiln shelf from above with the pieces on it."""
    return {"shelf": drawing}


@register.inclusion_tag("kiln/components/shelf.html")
def movable_shelf(drawing: ShelfDrawing, index: int) -> dict[str, Any]:
    """A kiln shelf whose pieces can be moved by mouse, finger and keyboard."""
    return {"shelf": drawing, "index": index, "movable": True}
