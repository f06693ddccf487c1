"""The same recipe, fired alike, again and again: one strip each, and how far it has drifted."""

from collections.abc import Sequence
from dataclasses import dataclass

from django.db.models import Count

from claycore.colour.difference import ciede2000, in_words
from umberpot.colours.fired import Conditions, FiredColour, read_as_fired_colours
from umberpot.colours.noise import StudioRecord, noise_for, studio_record
from umberpot.firings.models import Firing
from umberpot.studio.models import Studio
from umberpot.tiles.colours import latest_colours
from umberpot.ui.wall import Swatch, WallRow, touching

MOST_RECIPES = 24
MOST_TILES = 12


@dataclass(frozen=True)
class Repeat:
    """One recipe under one set of conditions: its tiles by firing, and what became of it."""

    title: str
    row: WallRow
    summary: str


def repeats(studio: Studio) -> list[Repeat]:
    """The recipes that were fired alike in several firings, the most often fired first."""
    fired_alike = ("firing__cone", "firing__atmosphere", "tile__glazed", "tile__glaze__name")
    alike = ("tile__mix__name", *fired_alike)
    fired_often = (
        latest_colours(studio)
        .exclude(tile__mix=None)
        .exclude(firing__cone="")
        .filter(of_bare_half=False)
        .order_by()
        .values(*alike)
        .annotate(firings=Count("firing", distinct=True))
        .filter(firings__gt=1)
        .order_by("-firings", *alike)[:MOST_RECIPES]
    )
    names = {row["tile__mix__name"] for row in fired_often}
    of_them = latest_colours(studio).filter(of_bare_half=False, tile__mix__name__in=names)
    titles = dict(of_them.order_by().values_list("tile__code", "tile__mix__name"))
    colours = read_as_fired_colours(of_them)
    firings = Firing.objects.of(studio).in_bulk({one.firing for one in colours})
    groups: dict[tuple[str, Conditions], list[FiredColour]] = {}
    for one in colours:
        groups.setdefault((titles[one.code], one.conditions), []).append(one)
    record = studio_record(studio)
    found = []
    for row in fired_often:
        for (name, conditions), group in groups.items():
            if name == row["tile__mix__name"] and _is_of(conditions, row):
                found.append(_repeat(name, conditions, group, firings, record))
    return found


def _is_of(conditions: Conditions, row: dict[str, object]) -> bool:
    alike = (conditions.cone, conditions.atmosphere, conditions.glazed, conditions.glaze)
    return alike == (
        row["firing__cone"],
        row["firing__atmosphere"],
        row["tile__glazed"],
        row["tile__glaze__name"] or "",
    )


def _repeat(
    name: str,
    conditions: Conditions,
    group: Sequence[FiredColour],
    firings: dict[int, Firing],
    record: StudioRecord,
) -> Repeat:
    """The first tile of each firing, in the order of their days."""
    by_firing: dict[int, FiredColour] = {}
    for one in group:
        by_firing.setdefault(one.firing, one)
    ordered = sorted(by_firing.values(), key=lambda one: (firings[one.firing].fired_on, one.firing))
    shown = ordered[:1] + ordered[1:][-(MOST_TILES - 1) :]
    swatches = [
        Swatch(f"{firings[one.firing].fired_on:%-d %b %Y}", one.lab, under=one.code, href=one.href)
        for one in shown
    ]
    fired = conditions.words.removeprefix(f"{conditions.clay}, ")  # the name has the clay already
    row = touching(swatches, f"{name}, {fired}, by firing")
    return Repeat(f"{name}, {fired}", row, _drift(shown, group, record))


def _drift(
    shown: Sequence[FiredColour],
    group: Sequence[FiredColour],
    record: StudioRecord,
) -> str:
    """How far the last lies from the first, against what equal tiles of the studio differ by."""
    far = ciede2000(shown[0].lab, shown[-1].lab)
    usual = noise_for(group, record).visible_from
    moved = f"From the first firing to the last: ΔE {far:.1f}, {in_words(far)}."
    if far < usual:
        return f"{moved} Identical tiles in this studio differ as much (up to ΔE {usual:.1f})."
    return (
        f"{moved} That is more than identical tiles in this studio differ (up to ΔE {usual:.1f})."
        " The bag of stain, the clay, the weighing or the firing has changed."
    )
