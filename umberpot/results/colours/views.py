"""Stains that look the same, over the whole studio."""

from dataclasses import dataclass

from django.http import HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_GET

from claycore.colour.equal_tiles import mean_colour, noise_of
from claycore.colour.twins import Coloured, Twins, twins
from umberpot.results.colours import sentences
from umberpot.results.colours.fired import (
    FiredColour,
    equal_sets,
    fired_colours,
    labs,
    studio_record,
)
from umberpot.results.colours.says import after_the_last_firing, cost_of, grouped, prices_of
from umberpot.results.places import PLACE
from umberpot.studio.request import StudioRequest
from umberpot.tiles.models import Tile
from umberpot.ui.wall import Joint, Swatch, WallRow

MOST_TILES = 1500
"""The latest coloured tiles that are compared with one another."""

MOST_PAIRS = 40


@dataclass(frozen=True)
class Pair:
    """Two stains that look the same under some conditions, and what that may save."""

    row: WallRow
    conditions: str
    sentence: str
    saves: float


@require_GET
def same_colours(request: StudioRequest) -> HttpResponse:
    """The pairs of stains that look the same, those first that save most."""
    studio = request.studio
    latest = Tile.objects.of(studio).kept().filter(mix__isnull=False, colours__superseded_at=None)
    keys = latest.order_by("-pk").values_list("pk", flat=True).distinct()[:MOST_TILES]
    read = fired_colours(Tile.objects.of(studio).filter(pk__in=list(keys)).with_history())
    colours = [one for one in after_the_last_firing(read) if one.pcts]
    noise = noise_of([], studio_record(studio))
    prices = prices_of(studio, colours)
    pairs = []
    for tiles in grouped(colours, lambda one: one.conditions).values():
        equal = [_coloured(alike, prices) for alike in equal_sets(tiles)]
        words = tiles[0].conditions.words
        pairs += [_pair(found, words, studio.currency) for found in twins(equal, noise)]
    pairs.sort(key=lambda pair: -pair.saves)
    return render(
        request,
        "results/colours/same.html",
        {"place": PLACE, "pairs": pairs[:MOST_PAIRS], "tiles": len(colours), "noise": noise},
    )


def _coloured(alike: list[FiredColour], prices: dict[str, float]) -> Coloured:
    first = alike[0]
    return Coloured(first.title, frozenset(first.pcts), labs(alike), cost_of(first, prices))


def _pair(found: Twins, conditions: str, currency: str) -> Pair:
    swatches = [
        Swatch(one.name, mean_colour(one.tiles), under=_tiles(len(one.tiles)))
        for one in (found.one, found.other)
    ]
    row = WallRow(swatches, [Joint(found.apart.delta_e)], "Two stains that look the same, touching")
    return Pair(row, conditions, sentences.twins(found, currency), found.saves_per_kg)


def _tiles(count: int) -> str:
    return "1 tile" if count == 1 else f"{count} tiles"
