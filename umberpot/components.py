"""The named pieces that pages are put together from. Their markup is in templates/components/.

Registered as builtin tags, so a template may use them without loading anything.
"""

import json
from dataclasses import dataclass
from typing import Any

from django import template
from django.forms import BoundField
from django.urls import reverse
from django.utils.safestring import SafeString

from claycore.firing import cones
from claycore.labels import HOLE_MM, TILE_LONGER_THAN_MARK_MM
from claycore.measure import units
from claycore.measure.formatting import plain, to_step, with_u95
from claycore.measure.uncertainty import Estimate
from claycore.safety import cautions
from umberpot.mixing import bar
from umberpot.mixing.models import Mix
from umberpot.reading.drawing import SHAPES, Mark
from umberpot.tiles.models import Tile
from umberpot.tiles.progress import Standing

register = template.Library()

PLACES = [
    ("Bench", "bench", "Today at the bench"),
    ("Shelf", "shelf", "Clays and colourants"),
    ("Mix", "mixes", "Dose, weigh"),
    ("Tiles", "tiles", "Make, record"),
    ("Kiln", "kiln", "Firings"),
    ("Read", "clays-read", "Results"),
]

SUMS = [
    ("dose", "Dose", "So much clay: how much colourant?"),
    ("adjust", "Change", "Make a mix stronger or paler"),
    ("series", "Series", "Several strengths from little powder"),
    ("grid", "Grid", "One or two additions, cell by cell"),
    ("check-sum", "Check", "Is my sum right?"),
    ("bucket", "Slip", "Weigh, thin or thicken a bucket"),
    ("water", "Water", "Find the water in a clay"),
    ("join", "Join", "Two leftovers into one"),
    ("kilos", "Kilos", "So much finished clay of a colour"),
    ("layers", "Layers", "Stretch colour with plain clay"),
    ("dark", "Dark", "Dark clay, stain or slip: the cost"),
]

WEAVES = 4
"""How many patterns tell the colourants of a mix bar apart before they repeat."""

DARK_BELOW_LIGHTNESS = 58
"""CIELAB lightness under which a code is scratched in light; keeps its contrast over 4.5 : 1."""


@register.inclusion_tag("components/places.html", takes_context=True)
def places(context: dict[str, Any]) -> dict[str, Any]:
    """The way through, left to right; ``place`` in the context names where one is."""
    here = context.get("place", "")
    return {
        "places": [
            {"word": word, "url": reverse(name), "here": word == here, "says": says}
            for word, name, says in PLACES
        ]
    }


@register.inclusion_tag("components/sums.html")
def sums(here: str = "") -> dict[str, Any]:
    """The sums of Mix; ``here`` is the URL name of the one on this page, '' where all are shown."""
    return {
        "sums": [
            {"word": word, "says": says, "url": reverse(name), "here": name == here}
            for name, word, says in SUMS
        ],
        "large": not here,
    }


@register.inclusion_tag("components/field.html")
def field(bound: BoundField, hint: str = "", unit: str = "") -> dict[str, Any]:
    """A labelled input with its unit, hint and error, wired for screen readers."""
    described = [f"{bound.id_for_label}-error"]
    if hint or bound.help_text:
        described.append(f"{bound.id_for_label}-hint")
    attrs: dict[str, str | bool] = {"class": "input", "aria-describedby": " ".join(described)}
    if bound.errors:
        attrs["aria-invalid"] = "true"
    return {
        "bound": bound,
        "input": bound.as_widget(attrs=attrs),
        "hint": hint or bound.help_text,
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


@register.inclusion_tag("components/choices.html")
def choices(bound: BoundField, legend: str = "") -> dict[str, Any]:
    """A few choices side by side as touching slabs (radio buttons)."""
    chosen = bound.value() or bound.field.initial or ""
    return {"bound": bound, "legend": legend or bound.label, "chosen": str(chosen)}


@dataclass(frozen=True)
class TileLook:
    """How a tile is drawn: its state's class, its fill if its colour is known, what it says."""

    code: str
    css: str
    fill: str
    on_dark: bool
    says: str
    width: int
    font_size: int


def look_of(stands: Standing, width: int = 60) -> TileLook:
    """The look of a tile where it stands."""
    code = stands.tile.code
    font_size = 17 if len(code) <= 3 else 14
    if stands.colour:
        lab = stands.colour.lab
        says = f"Tile {code}, fired colour {lab.hex}"
        dark = lab.lightness < DARK_BELOW_LIGHTNESS
        return TileLook(code, "tile-coloured", lab.hex, dark, says, width, font_size)
    if stands.firing:
        says = f"Tile {code}, fired, colour not noted"
        return TileLook(code, "tile-bare-fired", "", False, says, width, font_size)
    if stands.tile.shaped_at is None:
        return TileLook(code, "tile-planned", "", False, f"Tile {code}, to make", width, font_size)
    if stands.readings:
        return TileLook(code, "tile-dry", "", False, f"Tile {code}, bone dry", width, font_size)
    return TileLook(code, "tile-wet", "", False, f"Tile {code}, drying", width, font_size)


@register.inclusion_tag("components/tile.html")
def tile(stands: Standing, width: int = 60) -> dict[str, Any]:
    """The tile itself."""
    return {"look": look_of(stands, width)}


LABEL_TILE_HEIGHT_MM = 50.0
LABEL_LETTER_MM = 7.0


@register.inclusion_tag("components/label_tile.html")
def label_tile(tile: Tile) -> dict[str, Any]:
    """What to make of the wet clay, to scale: the hole, the scratched lines, the mark."""
    length = tile.mark_length_mm + TILE_LONGER_THAN_MARK_MM
    start = (length - tile.mark_length_mm) / 2
    lines = tile.label_lines
    leading = min(10.0, 30.0 / max(1, len(lines)))
    return {
        "says": f"Scratch into tile {tile.code}: " + "; ".join(lines),
        "length": plain(length),
        "height": plain(LABEL_TILE_HEIGHT_MM),
        "slab": (plain(length - 1), plain(LABEL_TILE_HEIGHT_MM - 1)),
        "text_x": plain(HOLE_MM + 2),
        "lines": [(line, plain(10 + leading * index)) for index, line in enumerate(lines)],
        "letter": plain(min(LABEL_LETTER_MM, leading * 0.8), 1),
        "mark": (plain(start), plain(length - start)),
        "mark_words": f"{plain(tile.mark_length_mm, 1)} mm",
        "middle": plain(length / 2),
    }


@register.inclusion_tag("components/mix_bar.html")
def mix_bar(segments: list[Any]) -> dict[str, Any]:
    """A mix as a bar whose lengths are its dry masses (``Segment`` rows, clay first)."""
    return _bar(segments, 100)


@register.inclusion_tag("components/mix_bar.html")
def kept_mix_bar(mix: Mix) -> dict[str, Any]:
    """The mix bar of a kept mix."""
    return _bar(bar.bar_of(mix), 100)


@register.inclusion_tag("components/mix_bar.html")
def share_bar(segments: list[Any], full_g: float) -> dict[str, Any]:
    """A mix bar drawn to the same measure as its neighbours: ``full_g`` is the whole width."""
    return _bar(segments, 100 * sum(segment.grams for segment in segments) / full_g)


@register.inclusion_tag("components/mix_bar.html")
def sized_bar(segments: list[Any], width: str) -> dict[str, Any]:
    """A mix bar that fills ``width`` percent of its place."""
    return _bar(segments, float(width))


def _bar(segments: list[Any], full_width: float) -> dict[str, Any]:
    x = 0.0
    rows = []
    colourants = 0
    for segment in segments:
        weave = ""
        if segment.kind == bar.COLOURANT:
            weave = f"weave-{colourants % WEAVES}"
            colourants += 1
        rows.append(
            {
                "x": f"{x:.3f}",
                "width": f"{segment.share_pct * full_width / 100:.3f}",
                "css": segment.kind,
                "weave": weave,
            }
        )
        x += segment.share_pct * full_width / 100
    says = ", ".join(f"{s.name} {plain(s.share_pct, 1)} %" for s in segments)
    return {"rows": rows, "says": f"Dry masses: {says}"}


@register.inclusion_tag("components/weave_key.html")
def weave_key(position: int) -> dict[str, Any]:
    """The pattern of the colourant at this position (from 0) of the mix bar on the same page."""
    return {"weave": position % WEAVES}


@register.inclusion_tag("components/gauge.html")
def gauge(weighed_g: float, target_g: float, tolerance_g: float) -> dict[str, Any]:
    """How full the pan is: the bar runs to the target, whose tolerance is a band."""
    full = max(target_g * 1.15, weighed_g)
    return {
        "width": f"{100 * max(weighed_g, 0) / full:.3f}",
        "band_x": f"{100 * (target_g - tolerance_g) / full:.3f}",
        "band_width": f"{max(0.6, 200 * tolerance_g / full):.3f}",
        "says": f"{plain(weighed_g)} g of {plain(target_g)} g",
    }


@register.inclusion_tag("components/caution.html")
def caution(code: str) -> dict[str, Any]:
    """A caution at its step, by its code in claycore."""
    return {"caution": cautions.CAUTIONS[code]}


@register.inclusion_tag("components/verdict.html")
def verdict(outcome: str, reason: str, would_decide: str = "", title: str = "") -> dict[str, Any]:
    """An outcome as a shape and words, with its reason; ``title`` replaces the usual words."""
    return {"outcome": outcome, "reason": reason, "would_decide": would_decide, "title": title}


@register.inclusion_tag("components/drawing.html")
def drawing(picture: Any) -> dict[str, Any]:
    """A chart, from its :class:`umberpot.reading.drawing.Drawing`."""
    return {"drawing": picture}


@register.inclusion_tag("components/line_key.html")
def line_key(number: int) -> dict[str, Any]:
    """How the clay of this number (from 0) is drawn in the chart on the same page."""
    return {"number": number, "mark": Mark(14, 7, SHAPES[number % len(SHAPES)], "chart-mark")}


@register.inclusion_tag("components/figure.html")
def figure(text: str | int, unit: str = "", size: str = "") -> dict[str, Any]:
    """A large figure, its uncertainty smaller behind it: '3.1 ± 0.4' and its unit."""
    value, _, plus_minus = str(text).partition(" ± ")
    return {"value": value, "plus_minus": plus_minus, "unit": unit, "size": size}


@register.filter
def estimate(value: Estimate | None) -> str:
    """An estimate as 'value ± u95', or a dash where there is none."""
    return with_u95(value.value, value.u95) if value else "–"


@register.simple_tag
def figure_u95(value: float | None, u95: float | None) -> str:
    """A figure kept with its uncertainty as 'value ± u95', or a dash."""
    return with_u95(value, u95 or 0) if value is not None else "–"


@register.filter
def long_time(minutes: float) -> str:
    """A wait in the largest unit that fits: 30 min, 5 h, 2 days."""
    if minutes < 60:
        return f"{plain(minutes)} min"
    if minutes < 48 * 60:
        return f"{plain(minutes / 60, 1)} h"
    return f"{plain(minutes / 60 / 24, 1)} days"


@register.filter
def degrees(cone: str) -> str:
    """About how hot a cone is, for whoever thinks in degrees."""
    return f"about {cones.temperature_c(cone)} °C"


@register.filter
def by_step(value: float, step: float) -> str:
    """A figure with as many decimals as the instrument shows, or as it needs below ten steps."""
    return to_step(value, step)


@register.filter
def trimmed(value: float, decimals: int = 2) -> str:
    """A number with at most so many decimals, and no trailing zeros."""
    return plain(value, int(decimals))


@register.filter
def kilos(grams: float) -> str:
    """A stock: grams below a kilo, kilos above."""
    if abs(grams) < 1000:
        return f"{plain(grams, 1)} g"
    return f"{plain(grams / 1000, 2)} kg"


@register.simple_tag
def divided(amount: float, count: int) -> str:
    """An amount of money for each of ``count``."""
    return money(amount / count)


@register.filter
def money(amount: float) -> str:
    """An amount of money with its cents."""
    return f"{amount:.2f}"
