"""Inputs with their labels, units and errors.

Registered as builtin tags, so a template may use them without loading anything.
"""

import json
from typing import Any

from django import template
from django.forms import BoundField
from django.utils.safestring import SafeString

from claycore.measure import units
from umberpot.ui.components.trade_figures import with_trade_figures
from umberpot.ui.editing import SHOWN, EditingForm

register = template.Library()


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
