"""The figures of each clay's bars, kept for lists; and what the studio's equal pieces differ by.

Both are summed up again when they are asked for after something changed. What one clay's bars
differ by bears on the ± of every other clay, so all kept ± follow.
"""

from collections import defaultdict
from collections.abc import Iterable, Sequence

from django.db.models import QuerySet

from claycore.measure.replicates import NO_RECORD, Record, Spread, pooled
from claycore.testing.results import RESULTS, ClayResults, Figure, clay_results
from umberpot.clays.bars import bars_by_clay
from umberpot.clays.models import ClayFigure, SummedUp
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.studio.whole_change import whole_change
from umberpot.tiles.bars import bar_of
from umberpot.tiles.models import Tile

_AT_A_TIME = 500


def figures_are_old(tiles: Iterable[Tile]) -> None:
    """Something about these tiles changed: what their clays come to is to be summed up again."""
    clays = {tile.clay_id for tile in tiles if tile.clay_id}
    SummedUp.objects.filter(clay__in=clays).delete()


def forget_figures(studio: Studio) -> None:
    """More than a few tiles changed: what every clay comes to is to be summed up again."""
    SummedUp.objects.of(studio).delete()


def bring_up_to_date(studio: Studio) -> None:
    """Sums up the bars of every clay whose figures are old; nothing where none is."""
    old = Material.objects.of(studio).testable().filter(summed_up=None)
    if old.exists():
        _sum_up(studio, old)


@whole_change()
def _sum_up(studio: Studio, clays: QuerySet[Material]) -> None:
    old = list(clays)
    ClayFigure.objects.filter(clay__in=old).delete()
    bars = bars_by_clay(studio, old)
    ClayFigure.objects.bulk_create(
        figure
        for clay in old
        for figure in _figures(clay, clay_results([bar_of(tile) for tile in bars[clay.pk]]))
    )
    SummedUp.objects.bulk_create(SummedUp(studio=studio, clay=clay) for clay in old)
    _widen(studio)


_ByClay = dict[int, Record]


def _records_by_clay(studio: Studio) -> dict[Figure, _ByClay]:
    """What the equal bars of each clay were seen to differ by, figure by figure. One query."""
    found: dict[Figure, _ByClay] = defaultdict(dict)
    for (clay,), figure, record in ClayFigure.objects.of(studio).records("clay"):
        found[figure][clay] = record
    return found


def _without(by_clay: _ByClay, clay: int) -> Record:
    """What the other clays' equal bars differ by: no single one outweighs the rest."""
    return pooled([record for other, record in by_clay.items() if other != clay])


def spread_records(studio: Studio) -> dict[Figure, Record]:
    """What the studio's equal bars were seen to differ by, figure by figure."""
    bring_up_to_date(studio)
    records = _records_by_clay(studio)
    return {figure: pooled(list(by_clay.values())) for figure, by_clay in records.items()}


def spread_records_elsewhere(
    studio: Studio, clays: Sequence[Material]
) -> dict[int, dict[Figure, Record]]:
    """For each of the clays, what equal bars of all the others were seen to differ by."""
    bring_up_to_date(studio)
    records = _records_by_clay(studio)
    return {
        clay.pk: {figure: _without(by_clay, clay.pk) for figure, by_clay in records.items()}
        for clay in clays
    }


def _figures(clay: Material, found: ClayResults) -> list[ClayFigure]:
    """Every result that is known, with the instruments' own ± until ``_widen`` has been there."""
    made = []
    for (cone, (code, method)), pieces in found.sets.items():
        scale = RESULTS[code].scale
        made.append(
            ClayFigure(
                studio_id=clay.studio_id,
                clay=clay,
                cone=cone,
                result=code,
                method=method,
                surest=_is_judged_by(found, cone, code, method),
                value=pieces.mean * scale,
                u95=pieces.instruments_u95 * scale,
                instruments_u95=pieces.instruments_u95 * scale,
                squares=pieces.squares,
                bars=pieces.pieces,
            )
        )
    return made


def _is_judged_by(found: ClayResults, cone: str, code: str, method: str) -> bool:
    """Whether the result is judged by this way of soaking, of all that gave it."""
    if not method:
        return True
    methods = [how for at, (result, how) in found.sets if (at, result) == (cone, code)]
    return RESULTS[code].judged_by(methods) == method


def _widen(studio: Studio) -> None:
    """Every kept ± by what all other equal pieces of the studio differ by."""
    records = _records_by_clay(studio)
    elsewhere: dict[tuple[int, Figure], Record] = {}
    changed = []
    for kept in ClayFigure.objects.of(studio):
        result, pieces = RESULTS[kept.result], kept.pieces
        figure = (kept.result, kept.method)
        by_clay = records.get(figure, {})
        if (kept.clay_id, figure) not in elsewhere:
            elsewhere[kept.clay_id, figure] = _without(by_clay, kept.clay_id)
        own = by_clay.get(kept.clay_id, NO_RECORD) - pieces.record
        record = elsewhere[kept.clay_id, figure] + own
        u95 = pieces.estimate(Spread(result.usual, record)).u95 * result.scale
        if u95 != kept.u95:
            kept.u95 = u95
            changed.append(kept)
    ClayFigure.objects.bulk_update(changed, ["u95"], batch_size=_AT_A_TIME)
