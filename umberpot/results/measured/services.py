"""Colours off an instrument, recorded together or not at all."""

from collections.abc import Mapping

from django.contrib.auth.models import User
from django.db import transaction

from umberpot.results.measured.forms import Measured
from umberpot.studio.models import Studio
from umberpot.tiles.colours import MeasuredColour
from umberpot.tiles.models import ColourSource, Tile
from umberpot.tiles.progress import halves_differ, progress_of
from umberpot.tiles.services import record_measured_colour


class NotFired(Exception):
    """Some tiles are not known, not fired, or have no bare half; ``codes`` are theirs."""

    def __init__(self, codes: list[str]) -> None:
        super().__init__(codes)
        self.codes = codes


@transaction.atomic
def record(studio: Studio, measured: Mapping[str, Measured], by: User) -> int:
    """Records each colour after its tile's last firing, and says how many. Raises NotFired.

    A colour that stood there is superseded and stays visible; the same one again changes nothing.
    """
    codes = {one.code for one in measured.values()}
    tiles = Tile.objects.of(studio).filter(code__in=codes).with_history()
    fired = {tile.code: tile for tile in tiles if tile.last_firing}
    missing = [
        label
        for label, one in measured.items()
        if one.code not in fired or (one.of_bare_half and not halves_differ(fired[one.code]))
    ]
    if missing:
        raise NotFired(missing)
    recorded = 0
    for one in measured.values():
        tile = fired[one.code]
        progress, firing = progress_of(tile), tile.last_firing
        current = progress.bare_colour if one.of_bare_half else progress.colour
        if firing is None or (current and current.lab == one.lab):
            continue
        colour = MeasuredColour(
            one.lab, one.written, ColourSource.INSTRUMENT, of_bare_half=one.of_bare_half
        )
        record_measured_colour(tile, firing, colour, current.pk if current else None, by)
        recorded += 1
    return recorded
