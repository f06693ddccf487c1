"""The pieces of pages that stand in Surface.

Registered as builtin tags, so a template may use them without loading anything.
"""

from typing import Any

from django import template

from umberpot.surface.places import CALCULATORS, TOOLS
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
