"""The only writer of what comes next with a tile, and of its being made."""

from collections.abc import Iterable

from django.utils import timezone

from umberpot.tiles.by_keys import tiles_with_history
from umberpot.tiles.models import Tile
from umberpot.tiles.progress import progress_of
from umberpot.tiles.signals import tiles_changed


def note_steps(tiles: Iterable[Tile]) -> None:
    """Keeps on each tile what comes next, so that the bench finds it without reading them all.

    The tiles that are given carry it afterwards. As many queries for many tiles as for one.
    """
    given = {tile.pk: tile for tile in tiles}
    if not given:
        return
    moved = []
    fresh = list(tiles_with_history(keys=given))
    for tile in fresh:
        before = (tile.step, tile.cone, tile.atmosphere)
        progress = progress_of(tile)
        tile.step = progress.step
        tile.cone = next(iter(tile.cones_after(progress.firing)), tile.cone)
        tile.atmosphere = tile.next_atmosphere(progress.firing)
        asked = given[tile.pk]
        asked.step, asked.cone, asked.atmosphere = tile.step, tile.cone, tile.atmosphere
        if (tile.step, tile.cone, tile.atmosphere) != before:
            moved.append(tile)
    if moved:
        Tile.objects.bulk_update(moved, ["step", "cone", "atmosphere"])
    tiles_changed.send(Tile, tiles=fresh)


def note_made(tiles: Iterable[Tile]) -> None:
    """Those of the tiles that were still to be made are made by now: they are there to be read."""
    unmade = [tile for tile in tiles if tile.shaped_at is None]
    if not unmade:
        return
    now = timezone.now()
    Tile.objects.filter(pk__in=[tile.pk for tile in unmade]).update(shaped_at=now)
    for tile in unmade:
        tile.shaped_at = now
