"""Every current reading of a studio as one CSV, piece by piece."""

from collections.abc import Iterator

from umberpot.clays.readings.rows import (
    COLUMNS,
    FIGURES,
    OF_A_STUDIO,
    as_text,
    reading_rows,
)
from umberpot.studio.models import Studio
from umberpot.studio.progress import Report
from umberpot.tiles.models import Tile
from umberpot.ui.table_styles import PLAIN, TableStyle
from umberpot.ui.tables import csv_in_pieces


def every_reading_as_csv(
    studio: Studio, style: TableStyle = PLAIN, report: Report | None = None
) -> Iterator[str]:
    """The file piece by piece, so that a large studio's does not stand in memory at once.

    ``report`` is told of how many tiles it is.
    """
    rows = map(as_text, reading_rows(Tile.objects.of(studio), report))
    return csv_in_pieces((*OF_A_STUDIO, *COLUMNS), rows, style, FIGURES)
