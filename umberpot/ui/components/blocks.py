"""Pieces of pages with a slot: what stands between their tags is put in its place.

Registered as builtin tags, so a template may use them without loading anything.
"""

from collections.abc import Iterable
from typing import Any

from django import forms, template
from django.template.loader import render_to_string
from django.utils.html import format_html_join
from django.utils.safestring import SafeString
from django.utils.text import slugify

from umberpot.ui.problems import first_problem

register = template.Library()


@register.simple_block_tag
def panel(content: SafeString, title: str, ident: str = "", css: str = "") -> SafeString:
    """A sheet with a heading that names it to screen readers.

    ``ident`` is the heading's id, the title's own words by default; it is given where something
    leads there.
    """
    ident = ident or slugify(title)
    context = {"content": content, "title": title, "ident": ident, "css": css}
    return render_to_string("ui/components/panel.html", context)


@register.simple_block_tag(takes_context=True)
def set_aside(
    context: template.Context, content: SafeString, url: str, aside: object
) -> SafeString:
    """Sets something aside or takes it back; the slot says what that means."""
    told = {"hint": content, "url": url, "aside": aside}
    return render_to_string("ui/components/set_aside.html", told, context["request"])


@register.simple_block_tag
def empty_state(content: SafeString, form: forms.Form, first: str) -> SafeString:
    """Where an answer will stand: what to type first, or what is wrong; the slot is an example."""
    context = {"example": content, "said": first_problem(form) or first}
    return render_to_string("ui/components/empty_state.html", context)


@register.simple_tag
def links(items: Iterable[Any]) -> SafeString:
    """Things that have pages of their own, in one line with commas between."""
    pairs = ((item.get_absolute_url(), item) for item in items)
    return format_html_join(", ", '<a href="{}">{}</a>', pairs)
