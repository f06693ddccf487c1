"""Every current reading of a studio as one CSV, piece by piece."""

from collections.abc import Iterator

from umberpot.clays.readings.rows import COLUMNS, as_text, record_rows
from umberpot.studio.models import Studio
from umberpot.tiles.models import Tile
from umberpot.ui.tables import to_csv

OF_A_STUDIO = ("trial", "made_of", "glazed", "glaze", "set_aside")
"""What a row of all readings says besides: whose reading it is."""

TILES_AT_ONCE = 400


def every_reading_as_csv(studio: Studio) -> Iterator[str]:
    """The file piece by piece, so that a large studio's does not stand in memory at once."""
    columns = (*OF_A_STUDIO, *COLUMNS)
    yield to_csv(columns, [])
    last = 0
    while True:
        tiles = Tile.objects.of(studio).filter(pk__gt=last).order_by("pk").with_history()
        some = list(tiles[:TILES_AT_ONCE])
        if not some:
            return
        last = some[-1].pk
        rows = [{**_whose(tile), **as_text(row)} for tile in some for row in record_rows(tile)]
        yield to_csv(columns, rows, with_header=False)


def _whose(tile: Tile) -> dict[str, str]:
    return {
        "trial": tile.trial.name,
        "made_of": tile.made_of,
        "glazed": tile.glazing.value,
        "glaze": tile.glaze_name,
        "set_aside": "yes" if tile.set_aside_at else "no",
    }
