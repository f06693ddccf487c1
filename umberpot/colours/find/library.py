"""All fired colours of the studio, and what may be mixed under conditions that were tested."""

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from functools import cached_property

from django.db.models import Case, Count, F, Q, QuerySet, Value, When, Window
from django.db.models.functions import Coalesce, RowNumber

from claycore.colour.equal_tiles import mean_colour
from claycore.colour.naming import misnamed
from claycore.colour.nearest import nearest
from claycore.colour.notation import Lab
from claycore.colour.palette import FiredTile, Palette, learn
from umberpot.colours.alike import NotAlike, not_alike
from umberpot.colours.fired import (
    Conditions,
    FiredColour,
    fired_colours,
    grouped,
    labs,
    read_as_fired_colours,
)
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.tiles.colours import current_colours, latest_colours
from umberpot.tiles.columns import LAB_COLUMNS
from umberpot.tiles.models import ColourReading, Tile

MOST_CONDITIONS = 40
_SPARE = 3
"""So many times the tiles that are asked for are looked at: some went on to another firing."""

MOST_TO_LEARN_FROM = 300
"""The latest colours of a clay under some conditions that its palette is learned from."""


def conditions_of(studio: Studio) -> list[tuple[Conditions, int]]:
    """Under which conditions coloured tiles were fired, and how many: most tiles first."""
    coloured = latest_colours(studio).exclude(tile__mix=None).exclude(firing__cone="")
    firing = ("firing__cone", "firing__atmosphere")
    keys = ("tile__mix__clay_name", *firing, "glazed_there", "glaze_there")
    with_glaze = _with_surface(coloured.order_by())
    counted = with_glaze.values_list(*keys).annotate(count=Count("pk"))
    return [
        (Conditions(clay, cone, atmosphere, bool(glazed), glaze=glaze or ""), count)
        for clay, cone, atmosphere, glazed, glaze, count in counted.order_by("-count")[
            :MOST_CONDITIONS
        ]
    ]


@dataclass(frozen=True)
class FoundTile:
    """A fired tile and how far it lies from what is wanted, CIEDE2000."""

    tile: FiredColour
    delta_e: float


@dataclass(frozen=True)
class NearestTiles:
    """The nearest fired tiles, nearest first: under the chosen conditions, and under others."""

    here: Sequence[FoundTile]
    elsewhere: Sequence[FoundTile]


def nearest_tiles(
    studio: Studio, want: Lab, count: int, conditions: Conditions | None
) -> NearestTiles:
    """The nearest fired tiles of the studio as they are now: not what they were before a refiring.

    Without conditions all are elsewhere.
    """
    colours = current_colours(studio)
    here = colours.filter(fired_under(conditions)) if conditions else colours.none()
    near_here = _nearest(studio, want, count, here)
    return NearestTiles(near_here, _nearest(studio, want, count, colours.exclude(pk__in=here)))


def fired_under(conditions: Conditions) -> Q:
    """Which colours were read under some conditions, whatever is in the clay or on it."""
    clay = conditions.clay
    plain = Q(tile__mix=None, tile__stack=None, tile__clay__name=clay)
    of_clay = Q(tile__mix__clay_name=clay) | Q(tile__stack__body__name=clay) | plain
    firing = Q(
        firing__cone=conditions.cone,
        firing__atmosphere=conditions.atmosphere,
        firing__kind=conditions.kind,
    )
    if not conditions.glazed:
        return of_clay & firing & (Q(tile__glazed=False) | Q(of_bare_half=True))
    glaze = Q(tile__glaze__name=conditions.glaze) if conditions.glaze else Q(tile__glaze=None)
    return of_clay & firing & Q(tile__glazed=True, of_bare_half=False) & glaze


def _nearest(
    studio: Studio, want: Lab, count: int, colours: QuerySet[ColourReading]
) -> list[FoundTile]:
    """The nearest of these colours that are still those of their tiles."""
    rows = list(colours.order_by("pk").values_list("pk", *LAB_COLUMNS))
    near = nearest(want, [row[1:] for row in rows], _SPARE * count)
    keys = {rows[one.index][0]: one.delta_e for one in near}
    tiles = Tile.objects.of(studio).filter(colours__in=keys).distinct().with_history()
    last = {tile.pk: firing.pk for tile in tiles if (firing := tile.last_firing)}
    found = [
        FoundTile(one, keys[one.reading])
        for one in fired_colours(tiles)
        if one.reading in keys and last.get(one.tile) == one.firing
    ]
    return sorted(found, key=lambda one: one.delta_e)[:count]


@dataclass(frozen=True)
class TestedTiles:
    """What was fired of one clay under some conditions, and the colour of the clay alone.

    ``clay`` is None where no plain tile of it was read.
    """

    tiles: Sequence[FiredColour]
    clay: Lab | None

    @cached_property
    def _doubted(self) -> NotAlike:
        return not_alike(self.tiles)

    @property
    def left_out(self) -> Sequence[str]:
        """Which tiles are unlike their twins, so that nothing is predicted from them."""
        return self._doubted.sentences

    @cached_property
    def sound(self) -> list[FiredColour]:
        """The tiles that something may be predicted from."""
        return self._doubted.without_any(self.tiles)

    def palette(self, clay: Lab, without: frozenset[str]) -> Palette:
        """The clay's palette, without some colourants."""
        usable = [
            FiredTile(tile.pcts, tile.lab)
            for tile in self.sound
            if tile.pcts and not without.intersection(tile.pcts)
        ]
        return learn(clay, usable)


def tested_under(studio: Studio, conditions: Conditions) -> TestedTiles:
    """The latest tiles under some conditions, coloured and plain."""
    return tested_under_each(studio, [conditions])[conditions]


def tested_under_each(
    studio: Studio, wanted: Collection[Conditions]
) -> dict[Conditions, TestedTiles]:
    """The same for several conditions, in as many queries as for one."""
    if not wanted:
        return {}
    latest = ColourReading.objects.filter(pk__in=_latest_under(studio, wanted))
    read = grouped(read_as_fired_colours(latest), lambda one: one.conditions)
    return {one: _tested(read.get(one, [])) for one in wanted}


_UNDER = (
    *("clay_there", "firing__cone", "firing__atmosphere"),
    *("glazed_there", "firing__kind", "glaze_there"),
)
"""The fields of :class:`Conditions`, in its order."""


def _latest_under(studio: Studio, wanted: Collection[Conditions]) -> list[int]:
    """The keys of the latest colours under each of some conditions. Coats on a body are none."""
    readings = latest_colours(studio).filter(
        Q(tile__mix__clay_name__in={one.clay for one in wanted})
        | Q(tile__mix=None, tile__clay__name__in={one.clay for one in wanted}),
        tile__stack=None,
        firing__cone__in={one.cone for one in wanted},
    )
    of_clay = Coalesce("tile__mix__clay_name", "tile__clay__name")
    under = _with_surface(readings).annotate(clay_there=of_clay).order_by()
    place = Window(RowNumber(), partition_by=[*_UNDER], order_by=F("pk").desc())
    latest = under.annotate(place=place).filter(place__lte=MOST_TO_LEARN_FROM)
    return [
        key
        for key, clay, cone, atmosphere, glazed, kind, glaze in latest.values_list("pk", *_UNDER)
        if Conditions(clay, cone, atmosphere, glazed, kind, glaze or "") in wanted
    ]


def _tested(under: Sequence[FiredColour]) -> TestedTiles:
    plain = [one for one in under if one.is_plain]
    coloured = [one for one in under if one.pcts]
    return TestedTiles(coloured, mean_colour(labs(plain)) if plain else None)


def not_tested(studio: Studio, palette: Palette, want: Lab) -> list[str]:
    """Stains on the shelf that are not in a palette, and whose names do not speak against."""
    # What an oxide fires is no surprise that a campaign has to show.
    shelf = Material.objects.of(studio).on_shelf().filter(kind=Material.Kind.STAIN)
    names = shelf.order_by("name").values_list("name", flat=True)
    return [one for one in names if one not in palette.colourants and not misnamed(one, want)]


def _with_surface(readings: QuerySet[ColourReading]) -> QuerySet[ColourReading]:
    """Adds what is on the half that was read: ``glazed_there``, and the glaze by name."""
    return readings.annotate(
        glazed_there=Case(When(of_bare_half=True, then=Value(False)), default=F("tile__glazed")),
        glaze_there=Case(When(of_bare_half=True, then=Value(None)), default=F("tile__glaze__name")),
    )


def named_with(studio: Studio, hazard: str) -> frozenset[str]:
    """The materials that a caution names, like all with cadmium."""
    return frozenset(
        material.name for material in Material.objects.of(studio) if hazard in material.metals
    )
