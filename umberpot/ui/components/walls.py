"""Rows of touching colours.

Registered as builtin tags, so a template may use them without loading anything.
"""

from typing import Any

from django import template

from umberpot.ui.wall import WallRow

register = template.Library()


@register.inclusion_tag("ui/components/wall_row.html")
def wall_row(row: WallRow) -> dict[str, Any]:
    """Swatches that touch on grey, with marks in their joints."""
    return {"row": row}
