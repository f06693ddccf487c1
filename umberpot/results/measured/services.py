"""Colours off an instrument, recorded together or not at all."""

from collections.abc import Mapping

from django.contrib.auth.models import User
from django.db import transaction

from umberpot.results.measured.forms import Measured
from umberpot.studio.models import Studio
from umberpot.tiles.models import ColourSource, Tile
from umberpot.tiles.progress import progress_of
from umberpot.tiles.services import MeasuredColour, record_measured_colour


class NotFired(Exception):
    """Some tiles are not known or not fired; ``codes`` are theirs."""

    def __init__(self, codes: list[str]) -> None:
        super().__init__(codes)
        self.codes = codes


@transaction.atomic
def record(studio: Studio, measured: Mapping[str, Measured], by: User) -> int:
    """Records each colour after its tile's last firing, and says how many. Raises NotFired.

    A colour that stood there is superseded and stays visible; the same one again changes nothing.
    """
    tiles = Tile.objects.of(studio).filter(code__in=measured).with_history()
    fired = {tile.code: tile for tile in tiles if tile.last_firing}
    missing = [code for code in measured if code not in fired]
    if missing:
        raise NotFired(missing)
    recorded = 0
    for code, one in measured.items():
        tile = fired[code]
        current, firing = progress_of(tile).colour, tile.last_firing
        if firing is None or (current and current.lab == one.lab):
            continue
        colour = MeasuredColour(one.lab, one.written, ColourSource.INSTRUMENT)
        record_measured_colour(tile, firing, colour, current.pk if current else None, by)
        recorded += 1
    return recorded
