"""The whole wall of a studio: every fired colour, touching, by hue or by what it is of.

To add a way of hanging it is to add one entry to GROUPINGS.
"""

import math
from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass
from itertools import groupby, pairwise
from typing import Any

from django.core.paginator import Page, Paginator
from django.http import HttpRequest

from claycore.firing import cones
from umberpot.colours.fired import IN_ORDER_OF_FIRINGS, FiredColour, read_as_fired_colours
from umberpot.firings.models.atmospheres import fired_in_words
from umberpot.studio.models import Studio
from umberpot.tiles.colours import latest_colours
from umberpot.tiles.models import NOT_NAMED, UNGLAZED, ColourReading

MOST_AT_ONCE = 288
"""Colours on one page."""

COLUMNS = 26
"""Of a wall by hue: as many as stand side by side where there is room."""

GROUP_HEIGHT = 4
"""Of the columns of a group, so that small groups stand beside each other."""

GREY_BELOW = 7.0
"""Colours of less chroma have no hue that anybody would look for. Our choice."""

PLAIN = "plain clay"


@dataclass(frozen=True)
class Grouping:
    """A way to hang the wall: what is fetched of each colour, and the group that this puts it in.

    A group is what it is sorted by, and then its words.
    """

    code: str
    title: str
    fields: tuple[str, ...] = ()
    group: Callable[..., tuple[Any, str]] = lambda: (0, "")


def _clay(of_mix: str | None, of_stack: str | None, alone: str | None) -> tuple[str, str]:
    name = of_stack or of_mix or alone or PLAIN
    return name.lower(), name


def _stain(made_of: dict[str, Any] | None, stack: str | None) -> tuple[str, str]:
    colourants: dict[str, float] = (made_of or {}).get("colourants_g") or {}
    if stack:
        return "~~", "coats on a body"
    if not colourants:
        return "~", PLAIN
    name = max(colourants, key=lambda one: colourants[one])
    return name.lower(), name


def _heat(cone: str, atmosphere: str, kind: str) -> tuple[Any, str]:
    place = cones.order(cone) if cone else -1
    return (place, kind, atmosphere), fired_in_words(cone, atmosphere, kind)


def _surface(glazed: bool, name: str | None, of_bare_half: bool) -> tuple[Any, str]:
    if not glazed or of_bare_half:
        return (0, ""), UNGLAZED
    return (1, name or ""), name or NOT_NAMED


GROUPINGS: dict[str, Grouping] = {
    one.code: one
    for one in (
        Grouping("", "Hue"),
        Grouping(
            "clay",
            "Clay",
            ("tile__mix__clay_name", "tile__stack__body__name", "tile__clay__name"),
            _clay,
        ),
        Grouping("stain", "Stain", ("tile__mix__made_of", "tile__stack__name"), _stain),
        Grouping("cone", "Cone", ("firing__cone", "firing__atmosphere", "firing__kind"), _heat),
        Grouping(
            "glaze",
            "Glaze",
            ("tile__glazed", "tile__glaze__name", "of_bare_half"),
            _surface,
        ),
    )
}


@dataclass(frozen=True)
class Hanging:
    """A colour before its page is known: its reading, its group, where its hue stands."""

    reading: int
    group: tuple[Any, str]
    grey: bool
    hue: float
    lightness: float


@dataclass(frozen=True)
class WholeWall:
    """A page of the wall: groups of touching columns of colours, and how many there are in all."""

    groups: Sequence[tuple[str, Sequence[Sequence[FiredColour]]]]
    page: Page[int]
    grouping: Grouping

    @property
    def count(self) -> int:
        return self.page.paginator.count

    @property
    def groupings(self) -> Sequence[Grouping]:
        """All the ways to hang it."""
        return list(GROUPINGS.values())


def whole_wall(studio: Studio, request: HttpRequest) -> WholeWall:
    """The page of the wall that the query string asks for, by hue unless it says otherwise.

    Every colour is looked at for its place, and only those of the page are fetched with all that
    is said of them. Two queries.
    """
    grouping = GROUPINGS.get(request.GET.get("by", ""), GROUPINGS[""])
    hung = _hung(studio, grouping)
    page = Paginator([one.reading for one in hung], MOST_AT_ONCE).get_page(request.GET.get("page"))
    shown = read_as_fired_colours(ColourReading.objects.of(studio).filter(pk__in=list(page)))
    by_reading = {one.reading: one for one in shown}
    here = [one for one in hung if one.reading in by_reading]
    groups = [
        (group[1], [[by_reading[one.reading] for one in column] for column in columns])
        for group, columns in _in_columns(here, grouping)
    ]
    return WholeWall(groups, page, grouping)


def _hung(studio: Studio, grouping: Grouping) -> list[Hanging]:
    """Where each tile's last colour hangs, or each half's, in order."""
    fields = ("pk", "tile", "of_bare_half", "lightness", "a", "b", *grouping.fields)
    current = latest_colours(studio).order_by("tile", *IN_ORDER_OF_FIRINGS, "of_bare_half")
    rows = current.values_list(*fields)
    last = {(tile, bare): (pk, rest) for pk, tile, bare, *rest in rows.iterator()}
    hung = [hanging(pk, rest[:3], grouping.group(*rest[3:])) for pk, rest in last.values()]
    return in_order(hung)


def in_order(hung: Iterable[Hanging]) -> list[Hanging]:
    """Group by group, hue by hue, greys last; of one hue the lightest first."""
    return sorted(hung, key=lambda one: (one.group, one.grey, one.hue, -one.lightness))


def hanging(reading: int, lab: Sequence[float], group: tuple[Any, str]) -> Hanging:
    """Where a colour hangs in its group."""
    lightness, a, b = lab
    grey = math.hypot(a, b) < GREY_BELOW
    # From the reds on; greys have no hue, so that they stand by their lightness.
    hue = 0.0 if grey else math.degrees(math.atan2(b, a)) % 360
    return Hanging(reading, group, grey, hue, lightness)


def _in_columns(
    hung: Sequence[Hanging], grouping: Grouping
) -> Iterator[tuple[tuple[Any, str], list[list[Hanging]]]]:
    """Each group in columns, as high as lets a wall of one group be no wider than a page."""
    for group, some in groupby(hung, lambda one: one.group):
        row, height = list(some), GROUP_HEIGHT
        while not grouping.fields and len(in_upright_columns(row, height)) > COLUMNS:
            height += 1
        yield group, in_upright_columns(row, height)


def in_upright_columns(hung: Sequence[Hanging], height: int) -> list[list[Hanging]]:
    """Neighbours in hue above one another, the lightest on top; greys in columns of their own."""
    columns = []
    for _, alike in groupby(hung, lambda one: one.grey):
        row = list(alike)
        count = math.ceil(len(row) / height)
        cuts = [round(n * len(row) / count) for n in range(count + 1)]
        columns += [
            sorted(row[first:last], key=lambda one: -one.lightness)
            for first, last in pairwise(cuts)
        ]
    return columns
