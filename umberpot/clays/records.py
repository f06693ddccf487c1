"""A clay with every bare bar and tile there is of it, and what they say.

The one place that gathers them: pages, lists, kept figures, reports, files and grids all ask here,
so that none of them can leave out a reading that another shows.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

from claycore.measure.replicates import Record
from claycore.testing.bars import Bar
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

    ``as_bars`` are the same as the core has them, ``elsewhere`` is what equal pieces of the
    studio's other clays were seen to differ by.
    """

    clay: Material
    bars: Sequence[Tile]
    as_bars: Sequence[Bar]
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
    records = []
    for clay in clays:
        as_bars = [bar_of(tile) for tile in bars[clay.pk]]
        found = clay_results(as_bars, elsewhere[clay.pk])
        records.append(ClayRecord(clay, bars[clay.pk], as_bars, found, elsewhere[clay.pk]))
    return records
