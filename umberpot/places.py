"""The places of the application, in the order of the work.

Registered as builtin tags, so a template may use them without loading anything.
"""

from typing import Any

from django import template
from django.urls import reverse

from umberpot.ui.tools import Tool, ToolGroup, shown_tools

register = template.Library()

PLACES = [
    ("Bench", "bench:bench", "Today at the bench"),
    ("Shelf", "shelf:shelf", "Clays and colourants"),
    ("Mix", "mixing:mixes", "Dose, weigh"),
    ("Tiles", "tiles:tiles", "Make, record"),
    ("Kiln", "kiln:kiln", "Firings"),
    ("Results", "results:clays", "Clays and colour trials"),
    ("Surface", "surface:plans", "Coats and slips"),
    ("Library", "library:findings", "Findings"),
]

STUDIO = "Studio"
"""The place behind the studio's name: what is set, who is in it, what is kept of it."""

OF_EVERYBODY = (
    Tool("studio:preferences", "Preferences"),
    Tool("studio:people", "People"),
    Tool("library:backups", "Backups"),
)
OF_OWNERS = (Tool("library:journal", "Journal"), Tool("transfer:archive", "Full export"))


@register.inclusion_tag("ui/components/tools.html", takes_context=True)
def studio_tools(context: dict[str, Any], here: str) -> dict[str, Any]:
    """The pages about the studio itself, those for owners to owners only."""
    more = OF_OWNERS if context["request"].membership.decides else ()
    return shown_tools(STUDIO, (ToolGroup("", (*OF_EVERYBODY, *more)),), here)


@register.inclusion_tag("ui/components/places.html", takes_context=True)
def places(context: dict[str, Any]) -> dict[str, Any]:
    """The way through, left to right; ``place`` in the context names where one is."""
    here = context.get("place", "")
    return {
        "places": [
            {"word": word, "url": reverse(name), "here": word == here, "summary": summary}
            for word, name, summary in PLACES
        ]
    }
