"""The bars and plain tiles there are of a clay."""

from collections.abc import Sequence

from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.tiles.models import Tile


def bars_by_clay(
    studio: Studio, clays: Sequence[Material], *, colours: bool = False
) -> dict[int | None, list[Tile]]:
    """Every bare bar and tile of each of the clays ``with_readings``, in a fixed number of queries.

    With ``colours`` they come ``with_history``: files and reports tell of both. Glazed tiles and
    those set aside do not count, nor do tiles of a colour trial that nothing was read of: those
    were not made to test the clay.
    """
    by_clay: dict[int | None, list[Tile]] = {clay.pk: [] for clay in clays}
    tiles = Tile.objects.of(studio).kept().filter(clay__in=by_clay, glazed=False)
    for tile in tiles.with_history() if colours else tiles.with_readings():
        if getattr(tile.trial, "test", None) or tile.readings.all():
            by_clay[tile.clay_id].append(tile)
    return by_clay
