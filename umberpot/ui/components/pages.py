"""Leafing through a long list.

Registered as builtin tags, so a template may use them without loading anything.
"""

from typing import Any

from django import template
from django.core.paginator import Page
from django.template import RequestContext

register = template.Library()


@register.inclusion_tag("ui/components/pages.html", takes_context=True)
def pages(context: RequestContext, page: Page, of: str, param: str = "page") -> dict[str, Any]:
    """Earlier and later pages of a list ``of`` something; nothing where all of it is shown."""

    def url(number: int) -> str:
        query = context["request"].GET.copy()
        query[param] = str(number)
        return f"?{query.urlencode()}"

    return {
        "page": page,
        "of": of,
        "earlier": url(page.previous_page_number()) if page.has_previous() else "",
        "later": url(page.next_page_number()) if page.has_next() else "",
    }
