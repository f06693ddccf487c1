"""The figures of each clay's bars, summed up for lists; reckoned anew when they are asked for."""

from collections.abc import Iterable

from django.db import transaction
from django.utils import timezone

from claycore.measure.uncertainty import Estimate
from claycore.testing.results import RESULTS, AtCone, ClayResults, Result
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.tiles.clay_records import clay_records
from umberpot.tiles.models import ClayFigure, Tile


def figures_are_old(tiles: Iterable[Tile]) -> None:
    """Something about these tiles changed: what their clays come to is to be reckoned anew."""
    clays = {tile.clay_id for tile in tiles if tile.clay_id}
    Material.objects.filter(pk__in=clays).update(figures_at=None)


@transaction.atomic
def bring_up_to_date(studio: Studio) -> None:
    """Sums up the bars of every clay whose figures are old; nothing where none is."""
    old = list(Material.objects.of(studio).testable().filter(figures_at=None))
    if not old:
        return
    ClayFigure.objects.filter(clay__in=old).delete()
    ClayFigure.objects.bulk_create(
        figure
        for record in clay_records(studio, old)
        for figure in _figures(record.clay, record.results)
    )
    Material.objects.filter(pk__in=[clay.pk for clay in old]).update(figures_at=timezone.now())


def _figures(clay: Material, found: ClayResults) -> list[ClayFigure]:
    """Every result that is known: those before any firing under the cone ''."""
    places: list[tuple[str, ClayResults | AtCone]] = [("", found)]
    places += [(at.cone, at) for at in found.cones]
    return [
        _figure(clay, cone, result, known)
        for cone, place in places
        for result in RESULTS.values()
        if result.at_cone == bool(cone) and (known := result.of(place))
    ]


def _figure(clay: Material, cone: str, result: Result, known: Estimate) -> ClayFigure:
    return ClayFigure(
        studio_id=clay.studio_id,
        clay=clay,
        cone=cone,
        result=result.code,
        value=known.value,
        u95=known.u95,
        bars=known.count,
    )
