"""Links to one thing: made and revoked by the studio, opened by anybody who has them."""

from django.contrib import messages
from django.contrib.auth.decorators import login_not_required
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.utils import timezone
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_GET, require_POST, require_safe

from umberpot.library.models import SHARED, Share
from umberpot.library.places import PLACE
from umberpot.library.reports.kinds import REPORTS
from umberpot.library.sharing import services
from umberpot.library.sharing.forms import ShareForm
from umberpot.studio.addresses import outside
from umberpot.studio.request import StudioRequest, request_key
from umberpot.ui.reports.policy import with_photographs

NOT_TO_BE_FOUND = {"X-Robots-Tag": "noindex, nofollow", "Referrer-Policy": "no-referrer"}


@require_GET
def shares(request: StudioRequest) -> HttpResponse:
    """Every link of the studio, the open ones first."""
    rows = Share.objects.of(request.studio).select_related("made_by", *SHARED)
    every = sorted(rows, key=lambda share: not share.is_open)
    return render(request, "library/sharing/shares.html", {"place": PLACE, "shares": every})


@require_POST
def share(request: StudioRequest, about: str, pk: int) -> HttpResponse:
    """Makes a link to the report of something."""
    if about not in REPORTS:
        raise Http404
    subject = get_object_or_404(REPORTS[about].model.objects.of(request.studio), pk=pk)
    form = ShareForm(request.POST)
    if not form.is_valid():
        messages.error(request, "Choose how long the link works.")
    else:
        days = form.cleaned_data["days"]
        services.share(request.studio, about, subject, days, request_key(request), request.user)
        messages.success(request, "The link is below. Whoever has it can read this report.")
    return redirect("library:report", about, pk)


@require_POST
def revoke(request: StudioRequest, pk: int) -> HttpResponse:
    """Closes a link."""
    found = get_object_or_404(Share.objects.of(request.studio), pk=pk)
    services.revoke(found)
    messages.success(request, "Link revoked.")
    return redirect("library:shares")


@login_not_required
@with_photographs
@never_cache
@require_safe
def shared(request: HttpRequest, token: str) -> HttpResponse:
    """What a link shows: the report, and nothing else of the studio."""
    found = services.share_behind(token)
    if found is None:
        raise Http404
    if not found.is_open:
        closed = render(request, "library/sharing/closed.html", {"share": found}, status=410)
        return _unlisted(closed)
    report = REPORTS[found.about].build(found.studio, found.subject, timezone.localdate())
    address = outside(found.studio, request, found.get_absolute_url())
    shown = {"share": found, "report": report, "address": address, "qr": services.qr_of(address)}
    return _unlisted(render(request, "library/sharing/shared.html", shown))


def _unlisted(page: HttpResponse) -> HttpResponse:
    for header, value in NOT_TO_BE_FOUND.items():
        page[header] = value
    return page
