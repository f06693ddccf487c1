"""Timed steps: start one, move it on, stop it; the calendar of what is due."""

import uuid

from django import forms
from django.contrib import messages
from django.contrib.auth.decorators import login_not_required
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.utils import timezone
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from claycore.measure.bounds import Bound
from claycore.testing import protocols
from claycore.testing.stages import Protocol, in_hours
from umberpot.bench import sentences, services
from umberpot.bench.models import Timer
from umberpot.bench.timers.calendar import calendar_of
from umberpot.studio.request import StudioRequest, key_in, posted, request_key
from umberpot.studio.roles import for_makers
from umberpot.surface.models import SurfacePlan
from umberpot.surface.plans.stack import protocol_of
from umberpot.tiles.models import ClayTest
from umberpot.ui.downloads import download
from umberpot.ui.fields.measures import Choice, MeasureField

PLACE = "Bench"
MOST_TOLD = 20
HOURS = Bound(0, 24 * 60, "Enter hours, such as 2 or 0.5: from one minute to 60 days.")


class TimerForm(forms.Form):
    """What is timed, what of, and how long its first stage runs."""

    protocol = Choice(choices=protocols.choices, label="Procedure")
    about = forms.CharField(max_length=120, label="Clay or pieces")
    hours = MeasureField(
        HOURS,
        required=False,
        label="Length of first stage",
        help_text="Leave empty for the usual time.",
    )

    @property
    def chosen(self) -> Protocol:
        return protocols.protocol(self.cleaned_data["protocol"])

    def minutes(self) -> float:
        """How long the first stage runs: at least a minute."""
        hours = self.cleaned_data["hours"]
        return max(1.0, hours * 60) if hours else self.chosen.stages[0].minutes


def _test_asked(request: StudioRequest) -> ClayTest | None:
    asked = key_in(request.GET.get("test", ""))
    tests = ClayTest.objects.of(request.studio).select_related("trial", "clay")
    return tests.filter(pk=asked).first() if asked else None


@for_makers
@require_http_methods(["GET", "POST"])
def new(request: StudioRequest) -> HttpResponse:
    """Start timing something."""
    test = _test_asked(request)
    initial = {"protocol": test.method, "about": test.trial.name} if test else {}
    asked = request.GET.get("protocol", "")
    if asked in protocols.protocols():
        initial["protocol"] = asked
    form = TimerForm(posted(request), initial=initial)
    if form.is_valid():
        timer = services.start_timer(
            request.studio,
            form.chosen,
            form.cleaned_data["about"],
            form.minutes(),
            test,
            request_key(request),
            request.user,
        )
        messages.success(request, sentences.timer_started(timer.now.title, timer.about))
        return redirect("bench:bench")
    return render(
        request,
        "bench/timers/new.html",
        {
            "place": PLACE,
            "form": form,
            "protocols": list(protocols.protocols().values()),
            "test": test,
            "request_key": request.POST.get("request_key") or uuid.uuid4(),
        },
        status=400 if form.errors else 200,
    )


@require_POST
def start_waits(request: StudioRequest, pk: int) -> HttpResponse:
    """Times the waits of a surface plan, one after the other, from forming on."""
    plan = get_object_or_404(SurfacePlan.objects.of(request.studio), pk=pk)
    steps = protocol_of(request.studio, plan)
    timer = services.start_timer(
        request.studio,
        steps,
        plan.name,
        steps.stages[0].minutes,
        None,
        request_key(request),
        request.user,
        plan,
    )
    messages.success(request, sentences.timer_started(timer.now.title, timer.about))
    return redirect("bench:bench")


def _timer(request: StudioRequest, pk: int) -> Timer:
    return get_object_or_404(Timer.objects.of(request.studio), pk=pk)


@require_GET
def due(request: StudioRequest) -> HttpResponse:
    """What is due now, for the mark beside Bench on every page."""
    over = Timer.objects.of(request.studio).filter(ended_at=None, due_at__lte=timezone.now())
    return render(request, "bench/_due.html", {"timers": over[:MOST_TOLD]})


@require_POST
def move_on(request: StudioRequest, pk: int) -> HttpResponse:
    """The stage is over: the next begins, or it is done."""
    timer = _timer(request, pk)
    stage = request.POST.get("stage", "")
    from_stage = int(stage) if stage.isdecimal() and len(stage) < 4 else -1
    missing = timer.short_of_least() if from_stage == timer.stage and not timer.ended_at else 0
    if missing >= 1 and not request.POST.get("sure"):
        context = {
            "place": PLACE,
            "timer": timer,
            "least": in_hours(timer.now.least),
            "missing": in_hours(missing),
        }
        return render(request, "bench/timers/early.html", context)
    if services.next_stage(timer, from_stage):
        timer.refresh_from_db()
        stage = "" if timer.ended_at else timer.now.title
        messages.success(request, sentences.timer_at(stage, timer.about))
    else:
        messages.info(request, sentences.TIMER_MOVED_ON)
    if timer.ended_at and timer.test_id and timer.is_soak:
        return redirect("clays:test", pk=timer.test_id)
    return redirect("bench:bench")


@require_POST
def stop(request: StudioRequest, pk: int) -> HttpResponse:
    """It is not waited for any more."""
    timer = _timer(request, pk)
    services.stop(timer)
    messages.success(request, f"Timer stopped: {timer}.")
    return redirect("bench:bench")


def _ical(body: bytes) -> HttpResponse:
    answer = download(body, "text/calendar; charset=utf-8", "bench.ics")
    answer.headers["Cache-Control"] = "no-store"
    return answer


@require_GET
def calendar(request: StudioRequest) -> HttpResponse:
    """What is due, as a file."""
    running = Timer.objects.of(request.studio).filter(ended_at=None)
    return _ical(calendar_of(request.studio, running))


@login_not_required
@require_GET
def feed(request: HttpRequest, token: str) -> HttpResponse:
    """The same for a phone's calendar: whoever knows the address may read it until revoked."""
    found = services.feed_at(token)
    if found is None:
        raise Http404("This calendar address does not exist or was revoked.")
    running = Timer.objects.of(found.studio).filter(ended_at=None)
    return _ical(calendar_of(found.studio, running))


@require_POST
def change_feed(request: StudioRequest) -> HttpResponse:
    """A new private address (``make=yes``), or none any more."""
    if request.POST.get("make") == "yes":
        services.new_feed(request.studio, request.user)
        messages.success(request, "New calendar address created. The previous one no longer works.")
    else:
        services.revoke_feed(request.studio)
        messages.success(request, "Calendar address revoked.")
    return redirect("bench:bench")
