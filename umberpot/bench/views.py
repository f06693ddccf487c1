"""Bench: what is due now."""

from django.contrib.auth.decorators import login_not_required
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.template.defaultfilters import filesizeformat
from django.urls import reverse
from django.views.decorators.http import require_GET

from umberpot.bench.models import CalendarFeed, Timer
from umberpot.bench.services import left_behind, running_timers
from umberpot.bench.tasks import to_do
from umberpot.kiln.logs.services import firing_now
from umberpot.mixing.models import Mix
from umberpot.studio.addresses import outside, works_outside
from umberpot.studio.models import Studio
from umberpot.studio.request import StudioRequest
from umberpot.tiles.models import Tile
from umberpot.ui import disk
from umberpot.ui.compression import never_compressed

PLACE = "Bench"
MOST_TIMERS = 40


@require_GET
def bench(request: StudioRequest) -> HttpResponse:
    """What is to be done now, what is timed, what waits."""
    studio = request.studio
    feed = CalendarFeed.objects.of(studio).filter(revoked_at=None).first()
    timers: list[Timer] = list(running_timers(studio=studio.pk))
    found = to_do(studio, timers)
    nothing_yet = found.is_empty and not _is_begun(studio)
    page = render(
        request,
        "bench/bench.html",
        {
            "place": PLACE,
            "to_do": found,
            "firing_now": firing_now(studio),
            "timers": timers[:MOST_TIMERS],
            "left_behind": left_behind(timers[:MOST_TIMERS]),
            "any_due": any(timer.is_due() for timer in timers),
            "feed_url": outside(studio, request, reverse("bench:feed", args=[feed.token]))
            if feed
            else "",
            "is_reachable": works_outside(studio, request),
            "nothing_yet": nothing_yet,
            "few_bytes_left": _few_bytes_left(request),
        },
    )
    return never_compressed(page) if feed else page


def _few_bytes_left(request: StudioRequest) -> str:
    """What is free on a disk that is nearly full, for an owner; '' for anybody else."""
    free = disk.free_bytes()
    return filesizeformat(free) if request.membership.decides and disk.is_low(free) else ""


@login_not_required
@require_GET
def calculators(request: HttpRequest) -> HttpResponse:
    """Every calculator, for whoever has no account as well."""
    return render(request, "bench/calculators.html", {"place": PLACE})


def _is_begun(studio: Studio) -> bool:
    """Whether anything was ever mixed or made."""
    return Mix.objects.of(studio).exists() or Tile.objects.of(studio).exists()
