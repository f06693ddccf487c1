"""The places of the application, in the order of the work.

Registered as builtin tags, so a template may use them without loading anything.
"""

from typing import Any

from django import template
from django.urls import reverse

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


@register.inclusion_tag("ui/components/places.html", takes_context=True)
def places(context: dict[str, Any]) -> dict[str, Any]:
    """The way through, left to right; ``place`` in the context names where one is."""
    here = context.get("place", "")
    return {
        "places": [
            {"word": word, "url": reverse(name), "here": word == here, "says": says}
            for word, name, says in PLACES
        ]
    }
