"""The pieces of pages that stand in Results.

Registered as builtin tags, so a template may use them without loading anything.
"""

from collections.abc import Mapping, Sequence
from typing import Any
from urllib.parse import urlencode

from django import template

from claycore.colour.notation import Lab
from claycore.measure.uncertainty import Estimate
from umberpot.results.places import CALCULATORS, CALCULATORS_TABBED, TOOLS
from umberpot.results.predict.expected import Ground, grounds_of
from umberpot.studio.request import StudioRequest
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


@register.simple_tag
def ware_query(ware: str, school: str, absorption: Estimate) -> str:
    """The query that asks what ware of this absorption may be used for."""
    asked = {"ware": ware, "school": school}
    asked |= {
        "absorption_pct": f"{absorption.value:.2f}",
        "absorption_u95": f"{absorption.u95:.2f}",
    }
    return urlencode(asked)


@register.simple_tag
def find_query(lab: Lab) -> str:
    """The query that looks for a colour."""
    return urlencode({"want": ", ".join(f"{value:.1f}" for value in lab.values)})


@register.inclusion_tag("results/components/expected.html", takes_context=True)
def expected_colours(
    context: dict[str, Any], clay_name: str, pcts: Mapping[str, float]
) -> dict[str, Any]:
    """What a mixture of a clay fired to, or may fire to. A clay is looked up once a page."""
    request: StudioRequest = context["request"]
    known: dict[str, list[Ground]] = request.__dict__.setdefault("_grounds", {})
    if clay_name not in known:
        known[clay_name] = grounds_of(request.studio, clay_name)
    found = [ground.expected(pcts) for ground in known[clay_name]]
    return {"expected": [one for one in found if one]}


@register.inclusion_tag("results/components/fired_strip.html")
def fired_strip(colours: Sequence[Lab]) -> dict[str, Any]:
    """Fired colours touching, beside words that say what they are of."""
    return {"colours": colours}


@register.inclusion_tag("ui/components/tools.html")
def results_calculators() -> dict[str, Any]:
    """Those of its tools that need no studio, each with what it is for."""
    return shown_tools("Results", CALCULATORS, "")
