"""Stains that match, over the whole studio."""

from collections.abc import Sequence
from dataclasses import dataclass

from django.http import HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_GET

from claycore.colour.equal_tiles import mean_colour, noise_of
from umberpot.colours import sentences
from umberpot.colours.alike import not_alike
from umberpot.colours.costs import prices_of
from umberpot.colours.fired import after_the_last_firing, fired_colours
from umberpot.colours.noise import studio_record
from umberpot.colours.places import PLACE
from umberpot.colours.same import SameColour, same_among
from umberpot.studio.request import StudioRequest
from umberpot.tiles.by_keys import tiles_with_history
from umberpot.tiles.models import Tile
from umberpot.ui.wall import Joint, Swatch, WallRow

MOST_TILES = 1500
"""The latest coloured tiles that are compared with one another."""

MOST_PAIRS = 40

MOST_CODES = 3


@dataclass(frozen=True)
class SamePair:
    """Two stains that look the same under some conditions, and what that may save."""

    row: WallRow
    conditions: str
    sentence: str
    comparisons: str
    saves: float


@require_GET
def same_colours(request: StudioRequest) -> HttpResponse:
    """The pairs of stains that look the same, those first that save most."""
    studio = request.studio
    latest = Tile.objects.of(studio).kept().filter(mix__isnull=False, colours__superseded_at=None)
    keys = latest.order_by("-pk").values_list("pk", flat=True).distinct()[:MOST_TILES]
    read = fired_colours(tiles_with_history(keys=keys))
    colours = [one for one in after_the_last_firing(read) if one.pcts]
    noise = noise_of([], studio_record(studio).total)
    prices = prices_of(studio, (name for one in colours for name in one.pcts))
    found = same_among(not_alike(colours, noise).without_any(colours), noise, prices)
    pairs = [_pair(one, studio.currency) for one in found]
    pairs.sort(key=lambda pair: -pair.saves)
    return render(
        request,
        "colours/comparison/same.html",
        {"place": PLACE, "pairs": pairs[:MOST_PAIRS], "tiles": len(colours), "noise": noise},
    )


def _pair(found: SameColour, currency: str) -> SamePair:
    best = found.match.best
    swatches = [
        Swatch(one.name, mean_colour(one.tiles), under=_codes(one.codes))
        for one in (best.one, best.other)
    ]
    row = WallRow(swatches, [Joint(best.apart.delta_e)], "Two stains that look the same, touching")
    return SamePair(
        row,
        found.conditions.words,
        sentences.twins(best, currency),
        sentences.comparisons(found.match),
        best.saves_per_kg,
    )


def _codes(codes: Sequence[str]) -> str:
    """What to look for in the box of tiles."""
    more = len(codes) - MOST_CODES
    return ", ".join(codes[:MOST_CODES]) + (f" and {more} more" if more > 0 else "")
