"""The whole wall of a studio: every fired colour, touching, by hue or by what it is of.

To add a way of hanging it is to add one entry to GROUPINGS.
"""

import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from itertools import groupby, pairwise
from typing import Any

import numpy as np
from django.core.paginator import Page, Paginator
from django.db.models import Case, When
from django.http import HttpRequest

from claycore.firing import cones
from umberpot.colours.fired import IN_ORDER_OF_FIRINGS, FiredColour, read_as_fired_colours
from umberpot.firings.models.atmospheres import fired_in_words
from umberpot.studio.models import Studio
from umberpot.tiles.colours import latest_colours
from umberpot.tiles.columns import LAB_COLUMNS
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
    """A colour in its group: its reading, and what columns are made by."""

    reading: int
    group: tuple[Any, str]
    grey: bool
    lightness: float


Reading = tuple[int, Sequence[float], tuple[Any, str]]
"""A colour before it hangs: the key of its reading, its L, a, b, its group."""


@dataclass(frozen=True)
class WholeWall:
    """A page of the wall: groups of touching columns of colours, and how many there are in all."""

    groups: Sequence[tuple[str, Sequence[Sequence[FiredColour]]]]
    page: Page[Reading]
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
    page = Paginator(_hung(studio, grouping), MOST_AT_ONCE).get_page(request.GET.get("page"))
    here = [hanging(*one) for one in page]
    keys = [one.reading for one in here]
    shown = read_as_fired_colours(ColourReading.objects.of(studio).filter(pk__in=keys))
    by_reading = {one.reading: one for one in shown}
    here = [one for one in here if one.reading in by_reading]
    groups = [
        (group[1], [[by_reading[one.reading] for one in column] for column in columns])
        for group, columns in _in_columns(here, grouping)
    ]
    return WholeWall(groups, page, grouping)


def _hung(studio: Studio, grouping: Grouping) -> list[Reading]:
    """Each tile's last colour, or each half's, in the order they hang in."""
    # A number, and no field of its own: what is fetched of each of many colours counts.
    half = Case(When(of_bare_half=True, then=1), default=0)
    fields = ("tile", "half", "pk", *LAB_COLUMNS, *grouping.fields)
    current = latest_colours(studio).order_by("tile", *IN_ORDER_OF_FIRINGS, "of_bare_half")
    rows = current.annotate(half=half).values_list(*fields)
    last = {row[:2]: row[2:] for row in rows.iterator()}.values()
    return in_order([(row[0], row[1:4], grouping.group(*row[4:])) for row in last])


def in_order(readings: Sequence[Reading]) -> list[Reading]:
    """Group by group, hue by hue, greys last; of one hue the lightest first."""
    if not readings:
        return []
    groups = {group: place for place, group in enumerate(sorted({one[2] for one in readings}))}
    of_group = np.array([groups[one[2]] for one in readings])
    labs = np.array([one[1] for one in readings])
    grey = np.hypot(labs[:, 1], labs[:, 2]) < GREY_BELOW
    # From the reds on; greys have no hue, so that they stand by their lightness.
    hue = np.where(grey, 0.0, np.degrees(np.arctan2(labs[:, 2], labs[:, 1])) % 360)
    return [readings[place] for place in np.lexsort((-labs[:, 0], hue, grey, of_group))]


def hanging(reading: int, lab: Sequence[float], group: tuple[Any, str]) -> Hanging:
    """A colour as columns are made of it."""
    lightness, a, b = lab
    return Hanging(reading, group, math.hypot(a, b) < GREY_BELOW, lightness)


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
