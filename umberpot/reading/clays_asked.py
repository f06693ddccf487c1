"""The clays that an address asks for, with their bars, judged as it asks; and their chart."""

from django.db.models import QuerySet
from django.shortcuts import get_object_or_404

from claycore.judging.firing_range import FiringRange
from umberpot.reading.chart import NARROW, WIDE, Series, chart
from umberpot.reading.clay_forms import JudgedAsForm
from umberpot.reading.clays import Judged, judge
from umberpot.reading.drawing import Drawing
from umberpot.shelf.models import Material
from umberpot.studio.request import StudioRequest
from umberpot.tiles.clay_records import ClayRecord, clay_records


def studio_clays(request: StudioRequest) -> QuerySet[Material]:
    """The studio's clays with what their pages need."""
    return (
        Material.objects.of(request.studio)
        .testable()
        .select_related("sheet", "claim", "studio")
        .prefetch_related("blend_parts__clay")
    )


def one_clay(request: StudioRequest, pk: int) -> ClayRecord:
    """A clay of the studio with its bars, or 404."""
    return clay_records(request.studio, [get_object_or_404(studio_clays(request), pk=pk)])[0]


def judged_of(request: StudioRequest, record: ClayRecord) -> tuple[JudgedAsForm, Judged]:
    """The clay judged as the address asks, and the form that asked."""
    tested = [at.cone for at in record.results.cones]
    form = JudgedAsForm(request.GET, studio=request.studio, tested=tested)
    return form, judge(record, form.judged_as(), request.studio)


def drawings_of(
    family: list[ClayRecord], limit_pct: float, ranges: FiringRange | None = None
) -> dict[str, Drawing] | None:
    """The chart as a page and as a phone shows it; None where nothing was fired yet."""
    if not any(one.results.cones for one in family):
        return None
    series = [Series(one.clay.name, one.results.cones) for one in family]
    return {
        "wide": chart(series, limit_pct, ranges, WIDE),
        "narrow": chart(series, limit_pct, ranges, NARROW),
    }
