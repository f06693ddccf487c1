"""A clay with every bare bar and tile there is of it, and what they say.

The one place that gathers them: pages, lists, kept figures, reports, files and grids all ask here,
so that none of them can leave out a reading that another shows.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

from claycore.measure.replicates import Record
from claycore.testing.results import ClayResults, Figure, clay_results
from umberpot.clays.bars import bars_by_clay
from umberpot.clays.figures import spread_records_elsewhere
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.tiles.bars import bar_of
from umberpot.tiles.models import Tile


@dataclass(frozen=True)
class ClayRecord:
    """A clay, its bars and bare tiles ``with_readings``, and what they say together.

    ``elsewhere`` is what equal pieces of the studio's other clays were seen to differ by.
    """

    clay: Material
    bars: Sequence[Tile]
    results: ClayResults
    elsewhere: Mapping[Figure, Record]


def clay_records(
    studio: Studio, clays: Iterable[Material], *, colours: bool = False
) -> list[ClayRecord]:
    """Each of the studio's clays with its bars, in as many queries for many as for one.

    Glazed tiles and those set aside do not count. With ``colours`` the bars' own are fetched too.
    """
    clays = list(clays)
    elsewhere = spread_records_elsewhere(studio, clays)
    bars = bars_by_clay(studio, clays, colours=colours)
    return [
        ClayRecord(
            clay,
            bars[clay.pk],
            clay_results([bar_of(tile) for tile in bars[clay.pk]], elsewhere[clay.pk]),
            elsewhere[clay.pk],
        )
        for clay in clays
    ]
