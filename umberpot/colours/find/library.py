"""All fired colours of the studio, and what may be mixed under conditions that were tested."""

from collections.abc import Sequence
from dataclasses import dataclass

from django.db.models import Case, Count, F, Q, Value, When

from claycore.colour.equal_tiles import mean_colour
from claycore.colour.nearest import nearest
from claycore.colour.notation import Lab
from claycore.colour.palette import FiredTile, Palette, learn
from umberpot.colours.fired import (
    Conditions,
    FiredColour,
    fired_colours,
    labs,
)
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.tiles.colours import current_colours
from umberpot.tiles.models import Tile

MOST_CONDITIONS = 40
MOST_TO_LEARN_FROM = 600
"""The latest tiles of a clay that its palette is learned from."""


def conditions_of(studio: Studio) -> list[tuple[Conditions, int]]:
    """Under which conditions coloured tiles were fired, and how many: most tiles first."""
    coloured = current_colours(studio).exclude(tile__mix=None).exclude(firing__cone="")
    glazed_there = Case(When(of_bare_half=True, then=Value(False)), default=F("tile__glazed"))
    glaze_there = Case(When(of_bare_half=True, then=Value(None)), default=F("tile__glaze__name"))
    firing = ("firing__cone", "firing__atmosphere")
    keys = ("tile__mix__clay_name", *firing, "glazed_there", "glaze_there")
    with_glaze = coloured.order_by().annotate(glazed_there=glazed_there, glaze_there=glaze_there)
    counted = with_glaze.values_list(*keys).annotate(count=Count("pk"))
    return [
        (Conditions(clay, cone, atmosphere, bool(glazed), glaze=glaze or ""), count)
        for clay, cone, atmosphere, glazed, glaze, count in counted.order_by("-count")[
            :MOST_CONDITIONS
        ]
    ]


@dataclass(frozen=True)
class Found:
    """A fired tile and how far it lies from what is wanted, CIEDE2000."""

    tile: FiredColour
    delta_e: float


def nearest_tiles(studio: Studio, want: Lab, count: int) -> list[Found]:
    """The nearest fired tiles of the whole studio, nearest first."""
    rows = list(current_colours(studio).order_by("pk").values_list("pk", "lightness", "a", "b"))
    near = nearest(want, [row[1:] for row in rows], count)
    keys = {rows[one.index][0]: one.delta_e for one in near}
    tiles = Tile.objects.of(studio).filter(colours__in=keys).distinct().with_history()
    found = [Found(one, keys[one.reading]) for one in fired_colours(tiles) if one.reading in keys]
    return sorted(found, key=lambda one: one.delta_e)


@dataclass(frozen=True)
class Tested:
    """What was fired of one clay under some conditions, and the colour of the clay alone.

    ``clay`` is None where no plain tile of it was read.
    """

    tiles: Sequence[FiredColour]
    clay: Lab | None

    def palette(self, clay: Lab, without: frozenset[str]) -> Palette:
        """The clay's palette, without some colourants."""
        usable = [
            FiredTile(tile.pcts, tile.lab)
            for tile in self.tiles
            if tile.pcts and not without.intersection(tile.pcts)
        ]
        return learn(clay, usable)


def tested_under(studio: Studio, conditions: Conditions) -> Tested:
    """The latest tiles under some conditions, coloured and plain."""
    fired = Q(
        loadings__firing__cone=conditions.cone,
        loadings__firing__atmosphere=conditions.atmosphere,
    )
    surface = Q(glazed=False) | Q(bare_half=True)
    if conditions.glazed:
        named = Q(glaze__name=conditions.glaze) if conditions.glaze else Q(glaze=None)
        surface = Q(glazed=True) & named
    of_clay = Q(mix__clay_name=conditions.clay) | Q(mix=None, clay__name=conditions.clay)
    tiles = Tile.objects.of(studio).kept().filter(fired & surface & of_clay)
    tiles = tiles.filter(colours__superseded_at=None)
    latest = tiles.order_by("-pk").values_list("pk", flat=True).distinct()[:MOST_TO_LEARN_FROM]
    read = fired_colours(Tile.objects.of(studio).filter(pk__in=list(latest)).with_history())
    under = [one for one in read if one.conditions == conditions]
    plain = [one for one in under if one.is_plain]
    coloured = [one for one in under if one.pcts]
    return Tested(coloured, mean_colour(labs(plain)) if plain else None)


def named_with(studio: Studio, hazard: str) -> frozenset[str]:
    """The materials that a caution names, like all with cadmium."""
    return frozenset(
        material.name for material in Material.objects.of(studio) if hazard in material.metals
    )
