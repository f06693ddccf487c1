"""Import and export: downloads, and taking a file or a paste in."""

import uuid
from collections.abc import Iterable
from typing import Any

from django.contrib import messages
from django.http import Http404, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_GET, require_http_methods

from umberpot.shelf.places import PLACE
from umberpot.studio import progress
from umberpot.studio.models import Studio
from umberpot.studio.request import StudioRequest, page_key, posted
from umberpot.transfer import services
from umberpot.transfer.forms import EVERYTHING, GOOD, ImportForm
from umberpot.transfer.kinds import KINDS
from umberpot.transfer.kinds.base import Cells, TransferKind
from umberpot.transfer.services import ImportResult
from umberpot.ui import tables
from umberpot.ui.downloads import CSV
from umberpot.ui.downloads import download as as_download


@require_http_methods(["GET", "POST"])
def transfer(request: StudioRequest) -> HttpResponse:
    """Everything out, and a file or a paste in."""
    form = ImportForm(posted(request), request.FILES or None)
    taken = None
    if form.is_valid():
        taken = _take(request, form.cleaned_data)
        if taken.count or taken.here_already:
            messages.success(request, _said(taken))
        if not taken.refused:
            return redirect("transfer:transfer")
    return render(
        request,
        "transfer/transfer.html",
        {
            "place": PLACE,
            "form": form,
            "kinds": KINDS.values(),
            "taken": taken,
            "request_key": uuid.uuid4(),
        },
        status=400 if form.errors or (taken and taken.refused and not taken.count) else 200,
    )


def _take(request: StudioRequest, cleaned: dict[str, Any]) -> ImportResult:
    """Takes the rows in, telling how far it has come."""
    rows, key = cleaned["rows"], page_key(request)
    count = sum(map(len, rows.values())) if cleaned["kind"] == EVERYTHING else len(rows)
    with progress.reported(request.studio, key) as begin:
        how = {
            "only_good": cleaned["bad_rows"] == GOOD,
            "report": begin(progress.Doing.CHECKING, count),
        }
        if cleaned["kind"] == EVERYTHING:
            return services.take_everything(rows, request.studio, request.user, **how)
        kind = KINDS[cleaned["kind"]]
        return services.take(kind, rows, request.studio, request.user, **how)


def _said(taken: ImportResult) -> str:
    """What was imported, and what was left as it is because it was here before."""
    rows = "row" if taken.count == 1 else "rows"
    said = f"{taken.count} {rows} imported."
    if taken.here_already:
        were = "row was" if taken.here_already == 1 else "rows were"
        said += f" {taken.here_already} {were} here already and stayed as they are."
    return said


def _csv(kind: TransferKind, rows: Iterable[Cells], studio: Studio) -> str:
    return tables.to_csv(kind.columns, rows, studio.writes_tables, kind.figures)


@require_GET
def download(request: StudioRequest, kind: str, form: str) -> HttpResponse:
    """One kind as a file, or all of them as one JSON file."""
    if kind == EVERYTHING and form == "json":
        all_rows = {key: one.rows_of(request.studio) for key, one in KINDS.items()}
        return as_download(tables.all_to_json(all_rows), "application/json", "studio.json")
    if kind not in KINDS or form not in ("csv", "json"):
        raise Http404
    chosen = KINDS[kind]
    rows = chosen.rows_of(request.studio)
    if form == "csv":
        content, mime = _csv(chosen, rows, request.studio), CSV
    else:
        content, mime = tables.to_json(kind, rows), "application/json"
    return as_download(content, mime, f"{kind}.{form}")
