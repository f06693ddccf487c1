"""Inputs with their labels, units and errors.

Registered as builtin tags, so a template may use them without loading anything.
"""

import json
from collections.abc import Sequence
from typing import Any, cast

from django import template
from django.forms import BoundField
from django.utils.safestring import SafeString

from claycore.measure import units
from umberpot.ui.components.trade_figures import with_trade_figures
from umberpot.ui.editing import SHOWN, EditingForm
from umberpot.ui.fields.lines import NARROWEST, WHOLE_ROW, Column, EntriesField, WrongEntry

register = template.Library()

MOST_WORDS_LISTED = 8
"""More choices than this are not listed under lines that are typed."""


@register.inclusion_tag("ui/components/field.html")
def field(bound: BoundField, hint: str = "", unit: str = "") -> dict[str, Any]:
    """A labelled input with its unit, hint and error, wired for screen readers.

    ``{loss in mixing}`` and the like in the hint are figures of the trade.
    """
    described = [f"{bound.id_for_label}-error"]
    if hint or bound.help_text:
        described.append(f"{bound.id_for_label}-hint")
    attrs: dict[str, str | bool] = {"class": "input", "aria-describedby": " ".join(described)}
    if bound.errors:
        attrs["aria-invalid"] = "true"
    return {
        "bound": bound,
        "input": bound.as_widget(attrs=attrs),
        "hint": with_trade_figures(hint) or bound.help_text,
        "unit": unit,
    }


@register.inclusion_tag("ui/components/entries.html")
def entries(bound: BoundField, hint: str = "") -> dict[str, Any]:
    """An :class:`EntriesField` as a row of fields for each entry; without scripts a line each."""
    field = cast(EntriesField[Any], bound.field)
    attrs: dict[str, str | bool] = {
        "class": "input",
        "x-ref": "lines",
        "aria-describedby": f"{bound.id_for_label}-error {bound.id_for_label}-hint",
    }
    return {
        "bound": bound,
        "input": bound.as_widget(attrs=attrs),
        "hint": with_trade_figures(hint),
        "noun": field.noun,
        "columns": field.columns,
        "layout": _layout(field.columns),
        "as_lines": " : ".join(map(_as_typed, field.columns)),
        "wrong": next(
            (e.number for e in bound.errors.as_data() if isinstance(e, WrongEntry)), None
        ),
    }


def _layout(columns: Sequence[Column]) -> str:
    """The class of an entry whose labels stand once: where it is one row, on a phone or not."""
    if sum(column.width for column in columns) > WHOLE_ROW:
        return ""
    return "entry-flat" if min(column.width for column in columns) >= NARROWEST else "entry-fine"


def _as_typed(column: Column) -> str:
    """A part of a line in words, with the words that it may be."""
    few = 0 < len(column.choices) <= MOST_WORDS_LISTED
    return (
        f"{column.label} ({', '.join(code for code, _ in column.choices)})" if few else column.label
    )


@register.simple_tag
def bare_input(bound: BoundField, label: str = "", **attrs: str) -> SafeString:
    """Just the input, for places that lay out label and error themselves."""
    wanted: dict[str, str | bool] = {
        "class": "input",
        **{name.replace("_", "-"): value for name, value in attrs.items()},
    }
    if label:
        wanted["aria-label"] = label
    if bound.errors:
        wanted["aria-invalid"] = "true"
    return bound.as_widget(attrs=wanted)


@register.simple_tag
def unit_input(bound: BoundField, amount: str, label: str) -> SafeString:
    """A unit's choice that knows the size of each unit, so that the page can offer to convert."""
    offers: Any = bound.field
    offered = {u.code: u.size for u in units.UNITS.values() if offers.valid_value(u.code)}
    return bare_input(bound, label, data_amount=amount, data_sizes=json.dumps(offered))


@register.inclusion_tag("ui/components/as_shown.html")
def as_shown(form: EditingForm) -> dict[str, Any]:
    """What the fields show, sent along so that nobody's change is lost to another's."""
    return {"name": form.add_prefix(SHOWN), "shown": form.shown_now}


@register.inclusion_tag("ui/components/choices.html")
def choices(bound: BoundField, legend: str = "") -> dict[str, Any]:
    """A few choices side by side as touching slabs (radio buttons)."""
    chosen = bound.value() or bound.field.initial or ""
    return {"bound": bound, "legend": legend or bound.label, "chosen": str(chosen)}


@register.inclusion_tag("ui/components/error.html")
def error(bound: BoundField) -> dict[str, Any]:
    """The place for a field's error, there even while it is empty: live answers fill it."""
    return {"bound": bound}
