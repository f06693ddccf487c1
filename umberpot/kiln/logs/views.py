"""Logs: a kiln started, followed and switched off; a file brought in."""

import uuid

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from claycore.measure.errors import ClayError
from claycore.measure.formatting import plain
from umberpot.devices import DeviceProblem
from umberpot.firings.forms import NO_CONE, FiringForm, as_it_ran, as_planned
from umberpot.firings.models import Firing
from umberpot.firings.models.atmospheres import Atmosphere
from umberpot.kiln.logs import sentences, services
from umberpot.kiln.logs.file_formats import format_of
from umberpot.kiln.logs.forms import LogFileForm
from umberpot.kiln.logs.page import LogPage
from umberpot.kiln.logs.services import KilnBusy, can_start
from umberpot.kiln.models import FiringLog, Load
from umberpot.kiln.models.loads import LoadState
from umberpot.kiln.places import PLACE
from umberpot.studio import progress
from umberpot.studio.request import StudioRequest, page_key, posted, request_key
from umberpot.studio.roles import for_makers
from umberpot.ui.downloads import CSV, download, file_name
from umberpot.ui.tables import UnreadableTable, to_csv


def _log(request: StudioRequest, pk: int) -> FiringLog:
    logs = FiringLog.objects.of(request.studio).select_related("load__kiln", "firing")
    found: FiringLog = get_object_or_404(logs, pk=pk)
    return found


@require_POST
def start_kiln(request: StudioRequest, pk: int) -> HttpResponse:
    """Starts the kiln of a load by its schedule."""
    loads = Load.objects.of(request.studio).filter(state=LoadState.PLANNED)
    load = get_object_or_404(loads.select_related("kiln", "schedule", "studio"), pk=pk)
    try:
        log = services.start(load, request.user, request_key(request))
    except DeviceProblem as problem:
        messages.error(request, str(problem))
        return redirect(load)
    except KilnBusy:
        messages.error(request, sentences.BUSY)
        return redirect(load)
    messages.success(request, sentences.STARTED)
    return redirect(log)


def _followed(log: FiringLog) -> LogPage:
    """The log as it is this moment; a controller that does not answer is said, not fatal."""
    try:
        services.follow(log)
    except DeviceProblem as problem:
        return LogPage(log, str(problem))
    return LogPage(log)


@require_GET
def log(request: StudioRequest, pk: int) -> HttpResponse:
    """A firing's curve: live while it runs, with what to do once it has ended."""
    found = _log(request, pk)
    page = _followed(found)
    if request.htmx:
        response = render(request, "kiln/logs/_log.html", {"page": page, "log": found})
        response["Cache-Control"] = "no-store"
        if not page.is_running:
            response["HX-Refresh"] = "true"
        return response
    is_open = found.load is not None and found.load.state == LoadState.PLANNED
    can_record = is_open and not page.is_running
    atmosphere = found.load.atmosphere if found.load else Atmosphere.OXIDATION
    ran = page.run_outcome
    begun = (
        as_it_ran(ran, atmosphere) if ran else as_planned(page.reached.down or NO_CONE, atmosphere)
    )
    return render(
        request,
        "kiln/logs/log.html",
        {
            "place": PLACE,
            "page": page,
            "log": found,
            "form": FiringForm(initial=begun, in_a_kiln=True) if can_record else None,
            "can_start": found.load is not None and can_start(found.load),
            "request_key": uuid.uuid4(),
        },
    )


@require_GET
def log_file(request: StudioRequest, pk: int) -> HttpResponse:
    """A log as CSV, as any logger might have written it; it comes in again as it went out."""
    found = _log(request, pk)
    rows = [{"hours": f"{hours:.5f}", "celsius": plain(celsius)} for hours, celsius in found.curve]
    name = file_name(str(found.load or found.firing), "-log.csv", "firing")
    columns = ("hours", "celsius")
    return download(to_csv(columns, rows, request.studio.writes_tables, columns), CSV, name)


@require_POST
def stop_kiln(request: StudioRequest, pk: int) -> HttpResponse:
    """Switches the kiln off; or closes the log where the controller is gone for good."""
    found = _log(request, pk)
    if request.POST.get("close"):
        services.give_up(found)
        messages.success(request, sentences.GIVEN_UP)
        return redirect(found)
    try:
        services.stop(found)
    except DeviceProblem as problem:
        messages.error(request, str(problem))
    except KilnBusy:
        messages.error(request, sentences.BUSY)
    else:
        messages.success(request, sentences.STOPPED)
    return redirect(found)


@for_makers
@require_http_methods(["GET", "POST"])
def import_log(request: StudioRequest, pk: int) -> HttpResponse:
    """The log of a firing out of a file; which columns it has is asked."""
    firing = get_object_or_404(Firing.objects.of(request.studio), pk=pk)
    form = LogFileForm(posted(request), request.FILES or None)
    if form.is_valid():
        made = _imported(request, firing, form)
        if made:
            return redirect(made)
    return render(
        request,
        "kiln/logs/import.html",
        {"place": PLACE, "firing": firing, "form": form, "request_key": uuid.uuid4()},
        status=400 if form.errors else 200,
    )


def _imported(request: StudioRequest, firing: Firing, form: LogFileForm) -> FiringLog | None:
    """The log; None, with the reason at its field, where the file is none."""
    file = form.cleaned_data["file"]
    key = page_key(request)
    try:
        with progress.reported(request.studio, key) as begin:
            log_format = format_of(file.name)
            report = begin(progress.Doing.CHECKING, log_format.count_rows(file))
            read = log_format.read(file, form.columns(), report)
    except UnreadableTable as error:
        form.add_error("file", str(error))
        return None
    except ClayError as error:
        form.add_error(error.field, str(error))
        return None
    made = services.keep_file(firing, file.name, read, request.user, request_key(request))
    messages.success(request, sentences.imported(made, len(read.points)))
    return made
