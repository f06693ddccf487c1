"""Tiles by the colour they fired and the time they are of, as people ask for them."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date

from django.db.models import Q
from django.utils import timezone

from claycore.colour.naming import family_of
from claycore.colour.notation import Lab
from umberpot.library.search.kinds import KINDS
from umberpot.library.search.matching import MOST_LOOKED_THROUGH, keys_of
from umberpot.library.search.meaning import Colour, Meaning, Span, meaning_of
from umberpot.studio.models import Studio
from umberpot.tiles.colours import latest_colours
from umberpot.tiles.columns import LAB_COLUMNS
from umberpot.tiles.models import Tile, TileQuerySet


@dataclass(frozen=True)
class MeantTiles:
    """The tiles, what they are in words, and what was understood or left out to find them."""

    title: str = ""
    tiles: Sequence[Tile] = ()
    notes: Sequence[str] = ()


def tiles_meant(
    studio: Studio, words: Sequence[str], most: int, today: date | None = None
) -> MeantTiles:
    """The newest tiles of the colour and the time that some words mean.

    Where none has the other words as well, those are left out, and said to be. Nothing where the
    words mean neither a colour nor a time.
    """
    meaning = meaning_of(words, today or timezone.localdate())
    if not meaning.says_more:
        return MeantTiles()
    tiles = _tiles(studio, meaning, most)
    notes = [_understood(meaning)]
    if not tiles and meaning.words:
        notes.append(f"Nothing of this has “{' '.join(meaning.words)}”: shown without it.")
        meaning = replace(meaning, words=())
        tiles = _tiles(studio, meaning, most)
    return MeantTiles(_title(meaning), tiles, notes)


def _tiles(studio: Studio, meaning: Meaning, most: int) -> list[Tile]:
    tiles = Tile.objects.of(studio).kept()
    if meaning.words:
        keys = keys_of(studio, KINDS["tiles"], meaning.words, MOST_LOOKED_THROUGH)
        tiles = tiles.filter(pk__in=keys)
    if meaning.span:
        tiles = _of_span(tiles, meaning.span)
    if meaning.colour:
        narrowed = bool(meaning.words or meaning.span)
        tiles = tiles.filter(pk__in=_of_colour(studio, meaning.colour, tiles, narrowed)[:most])
    found = tiles.select_related(*KINDS["tiles"].related).order_by("-pk").distinct()
    return list(found[:most])


def _of_span(tiles: TileQuerySet, span: Span) -> TileQuerySet:
    """Tiles that were made then, or came out of the kiln then."""
    days = (span.first, span.last)
    fired = Q(loadings__firing__fired_on__range=days)
    return tiles.filter(Q(shaped_at__date__range=days) | fired)


def _of_colour(studio: Studio, colour: Colour, tiles: TileQuerySet, narrowed: bool) -> list[int]:
    """The keys of tiles that fired so, the newest first."""
    read = latest_colours(studio)
    if narrowed:
        read = read.filter(tile__in=tiles.values("pk"))
    rows = read.order_by("-pk").values_list("tile", *LAB_COLUMNS)
    fit = (tile for tile, *lab in rows.iterator() if _fits(colour, Lab(*lab)))
    return list(dict.fromkeys(fit))


def _fits(colour: Colour, lab: Lab) -> bool:
    return colour.fits(family_of(lab), lab)


def _title(meaning: Meaning) -> str:
    what = f"Tiles that fired {meaning.colour.words}" if meaning.colour else "Tiles"
    when = f", {meaning.span.words}" if meaning.span else ""
    also = f", with “{' '.join(meaning.words)}”" if meaning.words else ""
    return f"{what}{when}{also}"


def _understood(meaning: Meaning) -> str:
    said = []
    if meaning.colour:
        families = " or ".join(sorted(meaning.colour.families))
        said.append(f"“{meaning.colour.words}” as a fired colour: {families} by its CIELAB hue")
    if meaning.span:
        first, last = (f"{day:%-d %B %Y}" for day in (meaning.span.first, meaning.span.last))
        day = first if first == last else f"{first} to {last}"
        said.append(f"“{meaning.span.words}” as {day}")
    return f"Read {', and '.join(said)}."
