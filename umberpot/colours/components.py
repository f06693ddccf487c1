"""Fired colours on pages, be they read or expected.

Registered as builtin tags, so a template may use them without loading anything.
"""

from collections.abc import Mapping, Sequence
from typing import Any
from urllib.parse import urlencode

from django import template

from claycore.colour.notation import Lab
from umberpot.colours.ladders.ladder import ladders_of
from umberpot.colours.opened import last_opened
from umberpot.colours.predict.expected import FiredGround, grounds_of
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.studio.request import StudioRequest

register = template.Library()


@register.simple_tag
def find_query(lab: Lab) -> str:
    """The query that looks for a colour."""
    return urlencode({"want": ", ".join(f"{value:.1f}" for value in lab.values)})


@register.inclusion_tag("colours/components/expected.html", takes_context=True)
def expected_colours(
    context: dict[str, Any], clay_name: str, pcts: Mapping[str, float]
) -> dict[str, Any]:
    """What a mixture of a clay fired to, or may fire to. A clay is looked up once a page."""
    request: StudioRequest = context["request"]
    known: dict[str, list[FiredGround]] = request.__dict__.setdefault("_grounds", {})
    if clay_name not in known:
        known[clay_name] = grounds_of(request.studio, clay_name)
    found = [ground.expected(pcts) for ground in known[clay_name]]
    return {"expected": [one for one in found if one]}


@register.inclusion_tag("colours/components/ladders.html")
def stain_ladders(stain: Material) -> dict[str, Any]:
    """What a stain fired to by strength, in each clay, cone and glaze."""
    return {"found": ladders_of(stain)}


@register.inclusion_tag("colours/components/opened.html")
def out_of_the_kiln(studio: Studio) -> dict[str, Any]:
    """The pieces of the latest firing, touching, in their colours; nothing before the first."""
    return {"opened": last_opened(studio)}


@register.inclusion_tag("colours/components/fired_strip.html")
def fired_strip(colours: Sequence[Lab]) -> dict[str, Any]:
    """Fired colours touching, beside words that say what they are of."""
    return {"colours": colours}
