"""The pieces of pages that stand in Results.

Registered as builtin tags, so a template may use them without loading anything.
"""

from typing import Any

from django import template

from umberpot.results.places import CALCULATORS, CALCULATORS_TABBED, TOOLS
from umberpot.ui.tools import offered_tools, shown_tools

register = template.Library()


@register.inclusion_tag("ui/components/tools.html", takes_context=True)
def results_tools(context: dict[str, Any], here: str) -> dict[str, Any]:
    """The tools of Results; signed out, those that need no studio."""
    return offered_tools(context, "Results", TOOLS, CALCULATORS_TABBED, here)


@register.inclusion_tag("ui/components/tools.html", takes_context=True)
def colour_tools(context: dict[str, Any], here: str) -> dict[str, Any]:
    """The same on a colour calculator: signed in, the one tab stands for all three."""
    signed_in = context["user"].is_authenticated
    return results_tools(context, "results:colour-difference" if signed_in else here)


@register.inclusion_tag("ui/components/tools.html")
def results_calculators() -> dict[str, Any]:
    """Those of its tools that need no studio, each with what it is for."""
    return shown_tools("Results", CALCULATORS, "")
