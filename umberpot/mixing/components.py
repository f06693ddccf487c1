"""The pieces of pages that show mixes.

Registered as builtin tags, so a template may use them without loading anything.
"""

from typing import Any

from django import template
from django.forms import BoundField
from django.template.loader import render_to_string
from django.utils.safestring import SafeString

from claycore.materials.clay_in_hand import ClayInHand
from claycore.mixing.mixing_in import USUAL_WEDGING, advice
from umberpot.mixing.calculators.additions import rows_of
from umberpot.mixing.models import Mix
from umberpot.mixing.next_actions import NextAction, of_mix, ways_on
from umberpot.mixing.places import TOOLS
from umberpot.ui.components.mix_bars import fired_bar, mix_bar
from umberpot.ui.mix_bar import BarSegment, segments_of_batch
from umberpot.ui.tools import shown_tools

register = template.Library()


@register.inclusion_tag("ui/components/tools.html")
def mix_tools(here: str = "") -> dict[str, Any]:
    """The tools of Mix; ``here`` is the URL name of this page's, '' where all are shown."""
    return shown_tools("Mix tools", TOOLS, here)


def bar_of_mix(mix: Mix) -> list[BarSegment]:
    """The mix bar of a kept mix: what was weighed, or is wanted while it is not."""
    return segments_of_batch(mix.clay_name, mix.batch)


@register.inclusion_tag("ui/components/mix_bar.html")
def kept_mix_bar(mix: Mix) -> dict[str, Any]:
    """The mix bar of a kept mix, in the fired colour of its own tiles where there is one."""
    segments = bar_of_mix(mix)
    if mix.fired:
        return fired_bar(segments, mix.fired.fill, mix.fired.words)
    return mix_bar(segments)


@register.inclusion_tag("mixing/components/mixing_in.html", takes_context=True)
def how_to_mix(context: dict[str, Any], clay: ClayInHand | None, powder_g: float) -> dict[str, Any]:
    """Which way to mix powder in by how far this studio wedges, why, and both ways step by step.

    Nothing where there is no clay to mix it into yet, or no powder.
    """
    if not clay or not powder_g:
        return {}
    request = context["request"]
    wedging = request.studio.wedging if request.user.is_authenticated else USUAL_WEDGING
    found = advice(clay, powder_g, wedging)
    return {"advice": found, "ways": (found.choose, found.other)}


@register.simple_tag(takes_context=True)
def currency(context: dict[str, Any]) -> str:
    """The studio's sign for money; nothing signed out, where prices are whatever was typed."""
    request = context["request"]
    return str(request.studio.currency) if request.user.is_authenticated else ""


@register.inclusion_tag("mixing/components/ways_on.html")
def ways_on_from(mix: Mix) -> dict[str, Any]:
    """What one does next with a finished mix."""
    return {"ways": ways_on(of_mix(mix))}


@register.inclusion_tag("mixing/components/ways_on.html")
def ways_on_list(ways: list[NextAction]) -> dict[str, Any]:
    """The same, where a page knows them already."""
    return {"ways": ways}


@register.simple_block_tag
def addition_rows(
    content: SafeString,
    bound: BoundField,
    sample: str,
    word: str = "colourant",
    another: str = "Add a colourant",
) -> SafeString:
    """Rows of names and percentages for an AdditionsField; the slot is their legend."""
    context = {
        "legend": content,
        "bound": bound,
        "key": bound.name,
        "rows": rows_of(bound.form, bound.name),
        "priced": "price" in bound.form.fields and bound.name == "add",
        "sample": sample,
        "word": word,
        "another": another,
    }
    return render_to_string("mixing/components/addition_rows.html", context)
