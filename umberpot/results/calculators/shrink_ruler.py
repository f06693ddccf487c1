"""A shrinkage ruler of two measured lengths: ``/results/shrinkage/ruler.pdf``."""

from django.contrib.auth.decorators import login_not_required
from django.http.response import HttpResponseBase
from django.utils import timezone
from django.views.decorators.http import require_GET

from claycore.measure.errors import ClayError
from claycore.measure.formatting import plain, with_u95
from umberpot.clays.verdicts.shrink_rule import shrink_rule_pdf
from umberpot.results.calculators.shrinkage import ShrinkageView
from umberpot.studio.request import StudioRequest
from umberpot.ui.downloads import PDF, download
from umberpot.ui.pdf.paper import PAPERS, USUAL_PAPER


@login_not_required
@require_GET
def shrink_ruler(request: StudioRequest) -> HttpResponseBase:
    """The ruler for the lengths of the query string; the calculator where there is none."""
    solved = ShrinkageView.read(request.GET)
    total = solved.result.total if solved else None
    if solved is None or total is None:
        return ShrinkageView.as_view()(request)
    wet, fired = (plain(one or 0, 2) for one in (solved.inputs.wet, solved.inputs.fired))
    title = f"{wet} {solved.inputs.unit} wet, {fired} {solved.inputs.unit} fired"
    note = f"Total shrinkage {with_u95(total.value, total.u95)} % from one line."
    signed_in = request.user.is_authenticated and request.membership
    paper = request.studio.prints_on if signed_in else PAPERS[USUAL_PAPER]
    try:
        body = shrink_rule_pdf(title, total, note, timezone.localdate(), paper)
    except ClayError:
        return ShrinkageView.as_view()(request)
    return download(body, PDF, "shrinkage-ruler.pdf")
