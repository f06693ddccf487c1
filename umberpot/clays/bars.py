"""The bars and plain tiles there are of a clay."""

from collections.abc import Sequence
from typing import Any

from django.db.models import IntegerField, QuerySet

from umberpot.shelf.models import Material
from umberpot.studio.composed_once import Keys, composed_once
from umberpot.studio.models import Studio
from umberpot.tiles.models import Tile, TileQuerySet


def bars_by_clay(
    studio: Studio, clays: Sequence[Material], *, colours: bool = False
) -> dict[int | None, list[Tile]]:
    """Every bare bar and tile of each of the clays ``with_readings``, in a fixed number of queries.

    With ``colours`` they come ``with_history``: files and reports tell of both. Glazed tiles and
    those set aside do not count, nor do tiles of a colour trial that nothing was read of: those
    were not made to test the clay.
    """
    by_clay: dict[int | None, list[Tile]] = {clay.pk: [] for clay in clays}
    fetched = _with_history if colours else _with_readings
    for tile in fetched(studio=studio.pk, clays=by_clay):
        if getattr(tile.trial, "test", None) or tile.readings.all():
            by_clay[tile.clay_id].append(tile)
    return by_clay


def _bare(studio: Any, clays: Any) -> TileQuerySet:
    return Tile.objects.of(studio).kept().filter(clay__in=clays, glazed=False)


@composed_once(studio=IntegerField(), clays=Keys())
def _with_readings(studio: Any, clays: Any) -> QuerySet[Tile]:
    return _bare(studio, clays).with_readings()


@composed_once(studio=IntegerField(), clays=Keys())
def _with_history(studio: Any, clays: Any) -> QuerySet[Tile]:
    return _bare(studio, clays).with_history()
