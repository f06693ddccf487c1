"""Which of the studio's fired tiles to lay beside those that have just come out."""

from collections.abc import Callable, Iterable, Mapping, Sequence

from django.db.models import Q

from claycore.colour.by_eye import LaidOut, to_lay_beside
from umberpot.colours.fired import (
    Conditions,
    FiredColour,
    after_the_last_firing,
    conditions_of_reading,
    read_as_fired_colours,
)
from umberpot.firings.models import Firing
from umberpot.mixing.models import MixPart
from umberpot.studio.models import Studio
from umberpot.tiles.fired_looks import current_looks
from umberpot.tiles.models import Tile

MOST_KNOWN = 400
"""The latest colours that are looked through for a page of pieces."""

Likenesses = Callable[[Tile, bool], Sequence[FiredColour]]
"""The tiles to lay beside a piece, or beside its unglazed half, the likeliest first."""


def likenesses(studio: Studio, firing: Firing, tiles: Iterable[Tile]) -> Likenesses:
    """What to lay beside each of these pieces of a firing: three queries, however many they are."""
    known = _known(studio, list(tiles))
    recipes = [_laid_out(one.conditions, one.pcts) for one in known]

    def of(tile: Tile, of_bare_half: bool) -> Sequence[FiredColour]:
        conditions = conditions_of_reading(tile, firing, of_bare_half)
        own = _laid_out(conditions, tile.mix.said_pcts if tile.mix else {})
        others = [place for place, one in enumerate(known) if one.code != tile.code]
        beside = to_lay_beside(own, [(recipes[place], known[place].lab) for place in others])
        return [known[others[place]] for place in beside]

    return of


def _laid_out(conditions: Conditions, pcts: Mapping[str, float]) -> LaidOut:
    return LaidOut(conditions.clay, pcts, conditions.surface, conditions.heat)


def _known(studio: Studio, tiles: Sequence[Tile]) -> list[FiredColour]:
    """The latest colours of tiles that share a colourant or the clay, each as it is by now."""
    mixes = {tile.mix_id for tile in tiles if tile.mix_id}
    clays = {tile.clay_id for tile in tiles if tile.clay_id}
    in_them = MixPart.objects.of(studio).filter(mix__in=mixes, role=MixPart.Role.COLOURANT)
    akin = Q(tile__mix__in=mixes) | Q(tile__clay__in=clays)
    akin |= Q(tile__mix__parts__material__in=set(in_them.values_list("material", flat=True)))
    # "Like B3" means the half of B3 that is not bare.
    found = current_looks().filter(akin, studio=studio, of_bare_half=False)
    latest = found.order_by("-pk").values_list("pk", flat=True).distinct()[:MOST_KNOWN]
    readings = current_looks().filter(pk__in=list(latest))
    return after_the_last_firing(read_as_fired_colours(readings))
