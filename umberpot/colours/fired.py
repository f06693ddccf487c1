"""The fired colours of tiles: one row for each tile and firing whose colour stands."""

from collections import defaultdict
from collections.abc import Callable, Hashable, Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import TypeVar

from django.db.models import OuterRef, QuerySet, Subquery
from django.urls import reverse

from claycore.colour.notation import Lab
from claycore.colour.series import SeriesStep
from claycore.firing import cones
from claycore.firing.kinds import FiringKind
from claycore.materials.names import in_a_sentence
from claycore.measure.formatting import percentage
from claycore.mixing.weighing import is_as_wanted
from umberpot.firings.models import Firing
from umberpot.firings.models.atmospheres import fired_in_words
from umberpot.tiles.columns import LAB_COLUMNS
from umberpot.tiles.models import (
    BARE_HALF,
    NOT_NAMED,
    UNGLAZED,
    ColourReading,
    Loading,
    Tile,
)

Key = TypeVar("Key", bound=Hashable)
Row = TypeVar("Row", "FiredColour", ColourReading)


@dataclass(frozen=True)
class Conditions:
    """What must be alike for the colours of two tiles to be compared: clay, heat and glaze.

    ``cone`` is '' where the fire had none; ``glaze`` is the glaze by name, '' where there is none,
    and where it is ``glazed`` with one that nobody named.
    """

    clay: str
    cone: str
    atmosphere: str
    glazed: bool
    kind: str = FiringKind.KILN
    glaze: str = ""

    @property
    def surface(self) -> str:
        """What is on the clay, in words: 'unglazed', the glaze, 'glaze not named'."""
        return (self.glaze or NOT_NAMED) if self.glazed else UNGLAZED

    @property
    def heat(self) -> str:
        """The firing in words: 'cone 6', 'cone 10 reduction', 'pit firing'."""
        return fired_in_words(self.cone, self.atmosphere, self.kind)

    @property
    def words(self) -> str:
        return f"{self.clay}, {self.heat}, {self.surface}"

    @property
    def key(self) -> str:
        """As a query string has it."""
        surface = f"glazed {self.glaze}" if self.glazed else ""
        return "|".join((self.cone, self.atmosphere, surface.strip(), self.clay))

    @property
    def heat_order(self) -> tuple[int, str, str]:
        """Coolest first: under every cone where the fire had none."""
        return cones.order(self.cone) if self.cone else -1, self.kind, self.atmosphere

    @property
    def order(self) -> tuple[object, ...]:
        return self.clay, self.glazed, self.glaze, *self.heat_order


@dataclass(frozen=True)
class FiredColour:
    """A tile's colour after one of its firings; ``shelf`` counts from 0, None where not noted.

    A tile with a bare half has two of them after a firing. ``stack`` are the coats that a body
    carries, in words, '' where it is no test tile of a surface; ``zinc`` whether its glaze contains
    zinc, None where nobody said.
    """

    code: str
    lab: Lab
    mix: int | None
    pcts: Mapping[str, float] = field(hash=False)
    conditions: Conditions
    firing: int
    shelf: int | None
    reading: int
    of_bare_half: bool = False
    stack: str = ""
    tile: int = 0
    zinc: bool | None = None
    bar_page: str = ""

    @property
    def href(self) -> str:
        """Where its figures are entered; worked out only for those that are shown."""
        return self.bar_page or reverse("tiles:record", args=[self.code])

    @property
    def recipe(self) -> Hashable:
        """What equal tiles have in common: their mix or their coats; of plain clay only itself."""
        return self.mix or self.stack or self.code

    @property
    def is_plain(self) -> bool:
        """Whether it is of clay and nothing else."""
        return not self.pcts and not self.stack

    @property
    def label(self) -> str:
        """Its code, and that it is the bare half, if it is."""
        return f"{self.code}{BARE_HALF}" if self.of_bare_half else self.code

    @property
    def summary(self) -> str:
        """What it is of, how it was fired and what is on it: coats stand on a body."""
        return f"{self.title} {'on' if self.stack else 'in'} {self.conditions.words}"

    def is_of(self, pcts: Mapping[str, float]) -> bool:
        """Whether it is of these percentages on dry clay, as near as weighing goes."""
        if self.stack or self.pcts.keys() != pcts.keys():
            return False
        return all(is_as_wanted(self.pcts[name], pct) for name, pct in pcts.items())

    @property
    def title(self) -> str:
        """What is in it, or on it, in words."""
        if self.stack:
            return self.stack
        parts = [f"{percentage(pct)} % {in_a_sentence(name)}" for name, pct in self.pcts.items()]
        return " + ".join(parts) or "plain"


def fired_colours(tiles: Iterable[Tile]) -> list[FiredColour]:
    """Every current colour of tiles fetched ``with_history``, in the order of each tile's firings.

    Makes no query of its own.
    """
    found = []
    for tile in tiles:
        current = grouped(
            (one for one in tile.colours.all() if one.is_current), lambda one: one.firing_id
        )
        for loading in tile.loadings.all():
            readings = sorted(current.get(loading.firing_id, ()), key=lambda r: r.of_bare_half)
            firing, shelf = loading.firing, loading.shelf
            found += [_fired_colour(tile, firing, shelf, reading) for reading in readings]
    return found


IN_ORDER_OF_FIRINGS = ("firing__fired_on", "firing_id")
"""Earliest first; by itself a firing is ordered the latest first, as lists show them."""


def read_as_fired_colours(readings: QuerySet[ColourReading]) -> list[FiredColour]:
    """The same for single readings, in the order of their tiles: one query, no history fetched."""
    stood = Loading.objects.filter(tile=OuterRef("tile"), firing=OuterRef("firing"))
    rows = (
        readings.select_related(*_READ_WITH)
        .only(*_FIELDS)
        .annotate(shelf=Subquery(stood.values("shelf")[:1]))
    )
    return [
        _fired_colour(one.tile, one.firing, one.shelf, one)
        for one in rows.order_by("tile", *IN_ORDER_OF_FIRINGS, "of_bare_half")
        if one.firing
    ]


def conditions_of_reading(tile: Tile, firing: Firing, of_bare_half: bool) -> Conditions:
    """What a colour was read under; its bare half has no glaze on it. Makes no query."""
    glazed = tile.glazed and not of_bare_half
    glaze = tile.glaze_name if glazed else ""
    return Conditions(tile.body_name, firing.cone, firing.atmosphere, glazed, firing.kind, glaze)


def _fired_colour(
    tile: Tile, firing: Firing, shelf: int | None, reading: ColourReading
) -> FiredColour:
    conditions = conditions_of_reading(tile, firing, reading.of_bare_half)
    return FiredColour(
        tile.code,
        reading.lab,
        tile.mix_id,
        tile.mix.said_pcts if tile.mix else {},
        conditions,
        firing.pk,
        shelf,
        reading.pk,
        reading.of_bare_half,
        tile.stack.name if tile.stack else "",
        tile.pk,
        tile.glaze.contains_zinc if conditions.glaze and tile.glaze else None,
        tile.get_absolute_url() if tile.is_bar else "",
    )


_FIELDS = (
    *(*LAB_COLUMNS, "u95", "doubt", "source", "of_bare_half", "tile__code", "tile__role"),
    *("tile__glazed", "firing__cone", "firing__atmosphere", "firing__kind"),
    *("tile__mix__clay_name", "tile__mix__made_of", "tile__mix__wanted_pcts", "tile__clay__name"),
    *("tile__glaze__name", "tile__glaze__zinc", "tile__stack__name", "tile__stack__body__name"),
    *("tile__trial__name", "tile__trial__test__trial"),
)
_READ_WITH = (
    *("firing", "tile__mix", "tile__clay", "tile__glaze", "tile__stack__body"),
    "tile__trial__test",
)


def after_the_last_firing(colours: Iterable[FiredColour]) -> list[FiredColour]:
    """Of each tile, or half of one, the colour after its last firing that was read."""
    return list({one.label: one for one in colours}.values())


def grouped(colours: Iterable[Row], key: Callable[[Row], Key]) -> dict[Key, list[Row]]:
    """Colours that are alike in something, by what that is."""
    found: dict[Key, list[Row]] = defaultdict(list)
    for one in colours:
        found[key(one)].append(one)
    return found


def equal_sets(colours: Iterable[FiredColour]) -> list[list[FiredColour]]:
    """Colours of tiles that should be alike: of one mix, fired alike, glazed alike."""
    return list(grouped(colours, lambda one: (one.recipe, one.conditions)).values())


def no_firing_in_common(one: Iterable[FiredColour], other: Iterable[FiredColour]) -> bool:
    """Whether no firing holds some of both, so that how firings differ is part of a comparison."""
    return not {tile.firing for tile in one} & {tile.firing for tile in other}


def fired_apart(
    by_strength: Mapping[float, Sequence[FiredColour]], compared: Iterable[SeriesStep]
) -> list[SeriesStep]:
    """The compared strengths with ``no_firing_in_common``."""
    return [
        step
        for step in compared
        if no_firing_in_common(by_strength[step.from_pct], by_strength[step.to_pct])
    ]


def labs(colours: Iterable[FiredColour]) -> list[Lab]:
    """The colours alone."""
    return [one.lab for one in colours]
