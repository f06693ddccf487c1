"""The pieces of pages that stand in Kiln.

Registered as builtin tags, so a template may use them without loading anything.
"""

from typing import Any
from urllib.parse import urlencode

from django import template

from umberpot.kiln.loading.section_drawing import KilnSection
from umberpot.kiln.loading.shelf_drawing import ShelfDrawing
from umberpot.kiln.models import Load
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


@register.simple_tag
def repeat_query(load: Load) -> str:
    """The query that begins another load as this one was: kiln, cone, air and schedule."""
    begun = {"cone": load.cone, "kiln": load.kiln_id, "atmosphere": load.atmosphere}
    return urlencode({**begun, "schedule": load.schedule_id or ""})


@register.inclusion_tag("kiln/components/curve_key.html")
def curve_key(number: int) -> dict[str, Any]:
    """How the firing of this number (from 0) is drawn where several lie over one another."""
    return {"number": number}


@register.inclusion_tag("kiln/components/section.html")
def cut_open(section: KilnSection) -> dict[str, Any]:
    """A kiln cut open, with what stands on its shelves."""
    return {"section": section}


@register.inclusion_tag("kiln/components/shelf.html")
def shelf(drawing: ShelfDrawing) -> dict[str, Any]:
    """A kiln shelf from above with the pieces on it."""
    return {"shelf": drawing}


@register.inclusion_tag("kiln/components/shelf.html")
def movable_shelf(drawing: ShelfDrawing, index: int) -> dict[str, Any]:
    """A kiln shelf whose pieces can be moved by mouse, finger and keyboard."""
    return {"shelf": drawing, "index": index, "movable": True}
