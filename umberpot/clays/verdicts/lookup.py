"""The clays that an address asks for, with their bars, judged as it asks; and their chart."""

from django.db.models import QuerySet
from django.shortcuts import get_object_or_404

from umberpot.clays.records import ClayRecord, clay_records
from umberpot.clays.verdicts.forms import ClayPurposeForm
from umberpot.clays.verdicts.judging import JudgedClay, judge
from umberpot.shelf.models import Material
from umberpot.studio.request import StudioRequest


def studio_clays(request: StudioRequest) -> QuerySet[Material]:
    """The studio's clays with what their pages need."""
    return Material.objects.of(request.studio).testable().with_what_is_judged()


def one_clay(request: StudioRequest, pk: int) -> ClayRecord:
    """A clay of the studio with its bars and their colours, or 404."""
    clay = get_object_or_404(studio_clays(request), pk=pk)
    return clay_records(request.studio, [clay], colours=True)[0]


def judged_of(request: StudioRequest, record: ClayRecord) -> tuple[ClayPurposeForm, JudgedClay]:
    """The clay judged as the address asks, and the form that asked."""
    tested = [at.cone for at in record.results.cones]
    form = ClayPurposeForm(request.GET, studio=request.studio, tested=tested, clay=record.clay)
    return form, judge(record, form.judged_as(), request.studio)
