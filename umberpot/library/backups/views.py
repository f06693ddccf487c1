"""Backups: when the last good one was made, making one now, and the owner's copy."""

from django.contrib import messages
from django.http import FileResponse, Http404, HttpResponse, HttpResponseBase
from django.shortcuts import redirect, render
from django.utils import timezone
from django.views.decorators.http import require_GET, require_POST

from umberpot.library.backups import copies, services
from umberpot.library.housekeeping.room import rooms
from umberpot.library.housekeeping.sentences import AT_NIGHT
from umberpot.places import STUDIO
from umberpot.studio.request import StudioRequest
from umberpot.studio.roles import for_owners
from umberpot.studio.services import owns_installation


def _may_download(request: StudioRequest) -> bool:
    """The data file holds every studio: it is its owner's whose installation this is."""
    return owns_installation(request.membership)


@require_GET
def backups(request: StudioRequest) -> HttpResponse:
    """Every backup there is, and what there is to worry about."""
    context = {
        "place": STUDIO,
        "standing": services.standing(timezone.now()),
        "folder": services.folder(),
        "may_download": _may_download(request),
        "at_night": AT_NIGHT,
        "rooms": rooms() if _may_download(request) else [],
    }
    return render(request, "library/backups/backups.html", context)


@for_owners
@require_POST
def back_up(request: StudioRequest) -> HttpResponse:
    """Makes a backup now."""
    try:
        copies.back_up(services.database(), services.folder(), timezone.now())
    except copies.BackupError as error:
        messages.error(request, str(error))
    else:
        messages.success(request, "Backup made and checked.")
    return redirect("library:backups")


@require_GET
def download(request: StudioRequest, name: str) -> HttpResponseBase:
    """One backup as a file."""
    if not _may_download(request):
        raise Http404
    every = services.standing(timezone.now()).every
    found = next((copy for copy in every if copy.path.name == name), None)
    if found is None:
        raise Http404
    return FileResponse(found.path.open("rb"), as_attachment=True, filename=name)
