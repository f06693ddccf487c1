"""Colours off an instrument, recorded together or not at all."""

from collections.abc import Mapping

from django.contrib.auth.models import User

from umberpot.colours.measured.forms import MeasuredLine
from umberpot.studio.models import Studio
from umberpot.studio.whole_change import whole_change
from umberpot.tiles.colours import MeasuredColour
from umberpot.tiles.models import ColourSource, Tile
from umberpot.tiles.progress import halves_differ, progress_of
from umberpot.tiles.readings.services import ColourEntry, record_last_colours


class NotFired(Exception):
    """Some tiles are not known, not fired, or have no bare half; ``codes`` are theirs."""

    def __init__(self, codes: list[str]) -> None:
        super().__init__(codes)
        self.codes = codes


@whole_change()
def record(studio: Studio, measured: Mapping[str, MeasuredLine], by: User) -> int:
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
    entries = [(fired[one.code], _entry(fired[one.code], one)) for one in measured.values()]
    new = [(tile, entry) for tile, entry in entries if entry]
    return len(record_last_colours(new, by))


def _entry(tile: Tile, one: MeasuredLine) -> ColourEntry | None:
    """What is to be recorded; None where the same colour stands there."""
    progress = progress_of(tile)
    current = progress.bare_colour if one.of_bare_half else progress.colour
    if current and current.lab.values == one.lab.values:
        return None
    colour = MeasuredColour(
        one.lab, one.written, ColourSource.INSTRUMENT, of_bare_half=one.of_bare_half
    )
    return ColourEntry(colour, current.pk if current else None)
