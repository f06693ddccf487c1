"""The whole studio out, as one archive; and one taken in to an empty studio. For owners."""

import uuid
from collections.abc import Iterator
from datetime import datetime
from typing import Any

from django.contrib import messages
from django.http import HttpResponse, HttpResponseBase, StreamingHttpResponse
from django.shortcuts import redirect, render
from django.utils import timezone
from django.views.decorators.http import require_GET, require_http_methods

from umberpot.places import STUDIO
from umberpot.studio import progress
from umberpot.studio.models import Studio
from umberpot.studio.request import StudioRequest, page_key, posted
from umberpot.studio.roles import for_owners
from umberpot.transfer.archive import sentences
from umberpot.transfer.archive.checking import Unfit
from umberpot.transfer.archive.exporting import archive_of
from umberpot.transfer.archive.forms import ArchiveForm
from umberpot.transfer.archive.importing import is_empty, take_in
from umberpot.ui.compression import never_compressed
from umberpot.ui.downloads import as_file, file_name


@for_owners
@require_http_methods(["GET", "POST"])
def archive(request: StudioRequest) -> HttpResponse:
    """Where the whole studio goes out and comes in."""
    form = ArchiveForm(posted(request), request.FILES or None)
    if form.is_valid() and _taken_in(request, form):
        return redirect("transfer:archive")
    shown: dict[str, Any] = {"place": STUDIO, "form": form, "empty": is_empty(request.studio)}
    shown |= {"request_key": uuid.uuid4(), "download_key": uuid.uuid4()}
    status = 400 if form.errors else 200
    return render(request, "transfer/archive/archive.html", shown, status=status)


def _taken_in(request: StudioRequest, form: ArchiveForm) -> bool:
    """Takes the archive in, telling how far it has come; what is wrong is said at the field."""
    key, file = page_key(request), form.cleaned_data["archive"]
    try:
        with progress.reported(request.studio, key) as begin:
            found = take_in(request.studio, file, begin)
    except Unfit as unfit:
        form.add_error("archive", str(unfit))
        return False
    messages.success(request, sentences.taken_in(found.manifest.studio, found.manifest.count))
    return True


@for_owners
@require_GET
def download(request: StudioRequest) -> HttpResponseBase:
    """The archive. It is as of one moment, and sent as it is written.

    The page says with a key which of its requests this is, to ask how far it has come.
    """
    now = timezone.now()
    pieces = _told_of(request.studio, page_key(request), now)
    name = file_name(request.studio.name, f"-{timezone.localtime(now):%Y-%m-%d}.zip", "studio")
    return never_compressed(
        as_file(StreamingHttpResponse(pieces, content_type="application/zip"), name)
    )


def _told_of(studio: Studio, key: uuid.UUID, now: datetime) -> Iterator[bytes]:
    with progress.reported(studio, key) as begin:
        yield from archive_of(studio, now, begin)
