"""What the page of results draws its rows by: tiles as tiles, mixes as bars, firings as curves."""

from collections import defaultdict
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from django.http import QueryDict

from claycore.colour.notation import Lab
from claycore.firing import cones
from umberpot.clays.verdicts.judging import judged_as_usual
from umberpot.firings.models import Firing
from umberpot.kiln.models import Load, LogPoint
from umberpot.library.search.kind import FoundRow
from umberpot.library.search.query import OfKind, SearchAnswer
from umberpot.mixing.models import Mix
from umberpot.shelf.models import Material
from umberpot.tiles.by_keys import tiles_with_history
from umberpot.tiles.fired_looks import FiredLook, note_mixes, note_stains
from umberpot.tiles.models import Tile
from umberpot.tiles.plain_colours import plain_colours
from umberpot.tiles.progress import TileProgress, progress_of
from umberpot.ui.drawing import Drawing, DrawnLine

WIDE, HIGH = 84.0, 44.0
MOST_POINTS = 60
"""A curve as small as this shows no more."""


@dataclass(frozen=True)
class Shaped:
    """A kind of the page: its rows, each with what it is drawn by; where there is more of it."""

    kind: OfKind
    rows: list[tuple[FoundRow, Any]]
    all_of_it: str

    @property
    def shape(self) -> "RowShape":
        return SHAPES[self.kind.shape]


def with_shapes(answer: SearchAnswer, query: QueryDict) -> list[Shaped]:
    """The kinds of an answer with their shapes; ``query`` is what was asked."""
    return [
        Shaped(kind, _drawn(kind), _only(query, kind.slug) if kind.more else "")
        for kind in answer.kinds
    ]


def _only(query: QueryDict, slug: str) -> str:
    asked = query.copy()
    asked["kind"] = slug
    return f"?{asked.urlencode()}"


def _drawn(kind: OfKind) -> list[tuple[FoundRow, Any]]:
    shapes = SHAPES[kind.shape].draw([found.row for found in kind.rows])
    return [(found, shapes.get(found.row.pk) if found.row else None) for found in kind.rows]


def _tiles(tiles: Sequence[Tile]) -> Mapping[int, TileProgress]:
    rows = tiles_with_history(keys=[tile.pk for tile in tiles])
    return {tile.pk: progress_of(tile) for tile in rows}


def _materials(materials: Sequence[Material]) -> Mapping[int, Sequence[FiredLook]]:
    """What those that colour clay have fired to."""
    note_stains(materials)
    return {material.pk: material.fired for material in materials if material.fired}


def _mixes(mixes: Sequence[Mix]) -> Mapping[int, Mix]:
    """Those that are made, each with the fired colour of its own tiles."""
    made = [mix for mix in mixes if mix.made_of]
    note_mixes(made)
    return {mix.pk: mix for mix in made}


@dataclass(frozen=True)
class _Heat:
    """How hot a firing was, in °C by hours; or was to be, where nothing was logged."""

    points: Sequence[tuple[float, float]]
    is_planned: bool = False


def _curves(firings: Sequence[Firing]) -> Mapping[int, Drawing]:
    """The curve of each firing that was logged or had a schedule, to a common scale."""
    keys = [firing.pk for firing in firings]
    heats = {**_planned(keys), **_logged(keys)}
    every = [point for heat in heats.values() for point in heat.points]
    if not every:
        return {}
    longest, hottest = (max(values) or 1.0 for values in zip(*every, strict=True))
    return {
        firing: Drawing(
            WIDE,
            HIGH,
            "its schedule; nothing was logged" if heat.is_planned else "its curve",
            [_curve(heat, longest, hottest)],
        )
        for firing, heat in heats.items()
    }


def _logged(firings: Sequence[int]) -> dict[int, _Heat]:
    points = LogPoint.objects.filter(log__firing__in=firings).order_by("log", "seconds")
    by_firing: defaultdict[int, list[tuple[float, float]]] = defaultdict(list)
    for firing, seconds, celsius in points.values_list("log__firing", "seconds", "celsius"):
        by_firing[firing].append((seconds / 3600, celsius))
    return {firing: _Heat(points) for firing, points in by_firing.items()}


def _planned(firings: Sequence[int]) -> dict[int, _Heat]:
    loads = Load.objects.filter(firing__in=firings).select_related("schedule")
    return {
        load.firing_id: _Heat(load.schedule.curve.points, is_planned=True)
        for load in loads
        if load.schedule and load.firing_id
    }


def _curve(heat: _Heat, longest: float, hottest: float) -> DrawnLine:
    every = max(1, len(heat.points) // MOST_POINTS)
    room = HIGH - 4
    path = tuple(
        (hours / longest * WIDE, HIGH - 2 - celsius / hottest * room)
        for hours, celsius in heat.points[::every]
    )
    return DrawnLine(path, "chart-plan" if heat.is_planned else "chart-line")


@dataclass(frozen=True)
class _Clay:
    """What the verdict on a clay says in large letters; what it fires to, coolest cone first."""

    headline: str
    colours: Sequence[Lab]


def _clays(clays: Sequence[Material]) -> Mapping[int, _Clay]:
    """Those that were fired."""
    studio, keys = clays[0].studio, [clay.pk for clay in clays]
    colours: dict[int, list[Lab]] = defaultdict(list)
    at_cones = plain_colours(studio, keys)
    for key, cone in sorted(at_cones, key=lambda where: cones.order(where[1])):
        colours[key].append(at_cones[key, cone])
    judged = judged_as_usual(studio, keys)
    return {key: _Clay(one.headline, colours[key]) for key, one in judged.items()}


def _nothing(rows: Sequence[Any]) -> Mapping[int, Any]:
    return {}


@dataclass(frozen=True)
class RowShape:
    """How rows show themselves: what each is drawn by, by key; the template of one; their list."""

    template: str
    draw: Callable[[Sequence[Any]], Mapping[int, Any]] = _nothing
    css: str = "sheet"


SHAPES = {
    "": RowShape("library/search/shapes/plain.html"),
    "tile": RowShape("library/search/shapes/tile.html", _tiles, "booth results-tiles"),
    "material": RowShape("library/search/shapes/material.html", _materials),
    "mix": RowShape("library/search/shapes/mix.html", _mixes),
    "clay": RowShape("library/search/shapes/clay.html", _clays),
    "firing": RowShape("library/search/shapes/firing.html", _curves),
}
"""The shapes by the name that a kind has for its own."""
