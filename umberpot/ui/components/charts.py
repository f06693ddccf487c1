"""Charts and the keys to their lines.

Registered as builtin tags, so a template may use them without loading anything.
"""

from typing import Any

from django import template

from umberpot.ui.drawing import SHAPES, PointMark

register = template.Library()


@register.inclusion_tag("ui/components/drawing.html")
def drawing(picture: Any) -> dict[str, Any]:
    """A chart, from its :class:`umberpot.ui.drawing.Drawing`."""
    return {"drawing": picture}


@register.inclusion_tag("ui/components/line_key.html")
def line_key(number: int) -> dict[str, Any]:
    """How the clay of this number (from 0) is drawn in the chart on the same page."""
    return {"number": number, "mark": PointMark(14, 7, SHAPES[number % len(SHAPES)], "chart-mark")}
