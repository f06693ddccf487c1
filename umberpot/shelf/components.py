"""The pieces of pages that stand in Shelf.

Registered as builtin tags, so a template may use them without loading anything.
"""

from typing import Any

from django import template

from umberpot.shelf.places import PLACE, TOOLS
from umberpot.ui.tools import shown_tools

register = template.Library()


@register.inclusion_tag("ui/components/tools.html")
def shelf_tools(here: str) -> dict[str, Any]:
    """The tools of the Shelf."""
    return shown_tools(PLACE, TOOLS, here)
