"""The schedules of a studio."""

import uuid

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from claycore.firing.drafts import FiringStage
from claycore.firing.schedule_checks import LoadToFire
from umberpot.kiln.models import Schedule
from umberpot.kiln.places import PLACE
from umberpot.kiln.schedules import files, sentences
from umberpot.kiln.schedules.forms import (
    DraftForm,
    ScheduleEditForm,
    ScheduleFileForm,
    first_figures,
)
from umberpot.kiln.schedules.outlook import Outlook
from umberpot.kiln.schedules.services import as_rows
from umberpot.studio.request import StudioRequest, posted, request_key
from umberpot.ui.calculators import live_errors
from umberpot.ui.downloads import CSV, download, file_name
from umberpot.ui.editing import SHOWN
from umberpot.ui.tables import UnreadableTable


@require_http_methods(["GET", "POST"])
def schedules(request: StudioRequest) -> HttpResponse:
    """The schedules there are, and a draft of another."""
    begun = {"cone": request.studio.usual_cone}
    form = DraftForm(posted(request), studio=request.studio, initial=begun)
    if form.is_valid():
        return redirect(_made(request, form.schedule))
    return _listed(request, form, ScheduleFileForm())


def _listed(request: StudioRequest, form: DraftForm, upload: ScheduleFileForm) -> HttpResponse:
    kept = Schedule.objects.of(request.studio).filter(set_aside_at=None)
    aside = Schedule.objects.of(request.studio).exclude(set_aside_at=None)
    context = {
        "place": PLACE,
        "form": form,
        "upload": upload,
        "request_key": uuid.uuid4(),
        "schedules": [(schedule, Outlook(schedule.curve)) for schedule in kept],
        "aside": aside,
    }
    status = 400 if form.errors or upload.errors else 200
    return render(request, "kiln/schedules/schedules.html", context, status=status)


def _made(request: StudioRequest, schedule: Schedule) -> Schedule:
    """A new schedule, made once per request."""
    key = request_key(request)
    same: Schedule | None = Schedule.objects.of(request.studio).filter(request_key=key).first()
    if same:
        return same
    schedule.studio, schedule.made_by, schedule.request_key = request.studio, request.user, key
    schedule.save()
    return schedule


@require_POST
def schedule_from_file(request: StudioRequest) -> HttpResponse:
    """A schedule from a CSV or JSON file."""
    upload = ScheduleFileForm(request.POST, request.FILES)
    if upload.is_valid():
        file = upload.cleaned_data["file"]
        try:
            read = files.read(file.read())
        except UnreadableTable as error:
            upload.add_error("file", str(error))
        else:
            made = _made(
                request,
                Schedule(
                    name=(read.name or file.name)[:60],
                    segments=as_rows(read.segments),
                    start_c=read.start_c,
                ),
            )
            messages.success(request, sentences.imported(made))
            return redirect(made)
    draft = DraftForm(studio=request.studio, initial={"cone": request.studio.usual_cone})
    return _listed(request, draft, upload)


@require_http_methods(["GET", "POST"])
def edit_schedule(request: StudioRequest, pk: int) -> HttpResponse:
    """One schedule: what it comes to, and changing it."""
    schedule = get_object_or_404(Schedule.objects.of(request.studio), pk=pk)
    title = schedule.name
    form = ScheduleEditForm(posted(request), studio=request.studio, initial=first_figures(schedule))
    if form.is_valid():
        form.write(schedule)
        schedule.save()
        messages.success(request, sentences.saved(schedule))
        return redirect(schedule)
    loaded = LoadToFire(schedule.cone or None, schedule.stage != FiringStage.GLAZE)
    first = Outlook(schedule.curve, loaded=loaded, segments=schedule.steps)
    outlook = _outlook(form) if form.is_bound else first
    return render(
        request,
        "kiln/schedules/schedule.html",
        {
            "place": PLACE,
            "schedule": schedule,
            "title": title,
            "form": form,
            "outlook": outlook,
        },
        status=400 if form.errors else 200,
    )


@require_POST
def check_schedule(request: StudioRequest) -> HttpResponse:
    """What a schedule comes to while someone types it; nothing is saved."""
    typed = request.POST.copy()
    typed.pop(SHOWN, None)  # Nothing is edited yet, so nobody can have been overtaken.
    form = ScheduleEditForm(typed, studio=request.studio)
    form.is_valid()
    context = {"outlook": _outlook(form), "live": True, "live_errors": live_errors(form)}
    response = render(request, "kiln/schedules/_outlook.html", context)
    response["Cache-Control"] = "no-store"
    return response


def _outlook(form: ScheduleEditForm) -> Outlook | None:
    if form.curve is None:
        return None
    typed = form.cleaned_data
    return Outlook(
        form.curve,
        typed.get("kiln"),
        form.loaded(),
        starts_at=typed.get("starts_at"),
        segments=typed["segment"],
    )


@require_POST
def set_schedule_aside(request: StudioRequest, pk: int) -> HttpResponse:
    """A schedule is not offered any more, or is again."""
    schedule = get_object_or_404(Schedule.objects.of(request.studio), pk=pk)
    schedule.set_aside(request.POST.get("aside") == "yes")
    messages.success(request, sentences.set_aside(schedule))
    return redirect("kiln:schedules")


@require_GET
def schedule_file(request: StudioRequest, pk: int, form: str) -> HttpResponse:
    """A schedule as CSV or JSON."""
    schedule = get_object_or_404(Schedule.objects.of(request.studio), pk=pk)
    if form == "json":
        body, kind = files.to_json(schedule), "application/json"
    else:
        form, body, kind = "csv", files.to_csv(schedule), CSV
    return download(
        body, kind, f"schedule-{file_name(schedule.name, f'.{form}', str(schedule.pk))}"
    )
