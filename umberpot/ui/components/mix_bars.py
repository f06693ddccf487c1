"""A mix as a bar whose lengths are its dry masses; how full the pan is.

Registered as builtin tags, so a template may use them without loading anything.
"""

from typing import Any

from django import template
from django.utils.html import format_html

from claycore.measure.formatting import plain
from umberpot.ui import mix_bar as bar

register = template.Library()

WEAVES = 4
"""How many patterns tell the colourants of a mix bar apart before they repeat."""


@register.inclusion_tag("ui/components/mix_bar.html")
def mix_bar(segments: list[Any]) -> dict[str, Any]:
    """A mix as a bar whose lengths are its dry masses (``Segment`` rows, clay first)."""
    return _bar(segments, 100)


@register.inclusion_tag("ui/components/mix_bar.html")
def share_bar(segments: list[Any], full_g: float) -> dict[str, Any]:
    """A mix bar drawn to the same measure as its neighbours: ``full_g`` is the whole width."""
    return _bar(segments, 100 * sum(segment.grams for segment in segments) / full_g)


@register.inclusion_tag("ui/components/mix_bar.html")
def sized_bar(segments: list[Any], width: str) -> dict[str, Any]:
    """A mix bar that fills ``width`` percent of its place."""
    return _bar(segments, float(width))


def fired_bar(segments: list[Any], fill: str, words: str) -> dict[str, Any]:
    """A mix bar whose clay has the colour that the mix was fired to; ``words`` say what of."""
    shown = _bar(segments, 100, fill)
    return {**shown, "summary": f"{shown['summary']}. Fired colour: {words}"}


def _bar(segments: list[Any], full_width: float, fired: str = "") -> dict[str, Any]:
    x = 0.0
    rows = []
    colourants = 0
    for segment in segments:
        css, fill = str(segment.kind), ""
        if segment.kind == bar.SegmentKind.COLOURANT:
            fill = format_html('fill="url(#weave-{})"', colourants % WEAVES)
            colourants += 1
        elif fired:
            css, fill = "fired", format_html('fill="{}"', fired)
        rows.append(
            {
                "x": f"{x:.3f}",
                "width": f"{segment.share_pct * full_width / 100:.3f}",
                "css": css,
                "fill": fill,
            }
        )
        x += segment.share_pct * full_width / 100
    summary = ", ".join(f"{s.name} {plain(s.share_pct, 1)} %" for s in segments)
    return {"rows": rows, "summary": f"Dry weights: {summary}"}


@register.inclusion_tag("ui/components/weave_key.html")
def weave_key(position: int) -> dict[str, Any]:
    """The pattern of the colourant at this position (from 0) of the mix bar on the same page."""
    return {"weave": position % WEAVES}


@register.inclusion_tag("ui/components/gauge.html")
def gauge(weighed_g: float, target_g: float, tolerance_g: float) -> dict[str, Any]:
    """How full the pan is: the bar runs to the target, whose tolerance is a band."""
    full = max(target_g * 1.15, weighed_g)
    return {
        "width": f"{100 * max(weighed_g, 0) / full:.3f}",
        "band_x": f"{100 * (target_g - tolerance_g) / full:.3f}",
        "band_width": f"{max(0.6, 200 * tolerance_g / full):.3f}",
        "summary": f"{plain(weighed_g)} g of {plain(target_g)} g",
    }
