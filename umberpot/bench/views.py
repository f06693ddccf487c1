"""Bench: what is due now."""

from datetime import timedelta

from django.contrib.auth.decorators import login_not_required
from django.db.models import Max
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.urls import reverse
from django.utils import timezone
from django.views.decorators.http import require_GET

from claycore.testing.forgotten import FORGOTTEN_AFTER
from umberpot.bench.models import CalendarFeed, Timer
from umberpot.bench.tasks import to_do
from umberpot.kiln.logs.services import firing_now
from umberpot.mixing.models import Mix
from umberpot.studio.request import StudioRequest
from umberpot.tiles.models import Step, Tile, TileQuerySet
from umberpot.tiles.progress import TileProgress, progress_of
from umberpot.ui.compression import never_compressed

PLACE = "Bench"
MOST_TIMERS = 40
MOST_FORGOTTEN = 12


@require_GET
def bench(request: StudioRequest) -> HttpResponse:
    """What is to be done now, what is timed, what waits."""
    studio = request.studio
    feed = CalendarFeed.objects.of(studio).filter(revoked_at=None).first()
    timers = list(Timer.objects.of(studio).filter(ended_at=None)[:MOST_TIMERS])
    nothing_yet = not Mix.objects.of(studio).exists() and not Tile.objects.of(studio).exists()
    page = render(
        request,
        "bench/bench.html",
        {
            "place": PLACE,
            "to_do": to_do(studio),
            "firing_now": firing_now(studio),
            "timers": timers,
            "any_due": any(timer.is_due() for timer in timers),
            "feed_url": request.build_absolute_uri(reverse("bench:feed", args=[feed.token]))
            if feed
            else "",
            "forgotten": _forgotten(Tile.objects.of(studio).at_work()),
            "nothing_yet": nothing_yet,
        },
    )
    return never_compressed(page) if feed else page


@login_not_required
@require_GET
def calculators(request: HttpRequest) -> HttpResponse:
    """Every calculator, for whoever has no account as well."""
    return render(request, "bench/calculators.html", {"place": PLACE})


def _forgotten(waiting: TileQuerySet) -> list[TileProgress]:
    """What has been dry, or fired, for so long that it was most likely forgotten."""
    before = timezone.now() - timedelta(minutes=FORGOTTEN_AFTER)
    dry = waiting.filter(step=Step.DRY, shaped_at__lt=before)
    fired = waiting.filter(step=Step.MEASURE).annotate(last=Max("loadings__firing__fired_on"))
    keys = [
        *dry.values_list("pk", flat=True)[:MOST_FORGOTTEN],
        *fired.filter(last__lt=before.date()).values_list("pk", flat=True)[:MOST_FORGOTTEN],
    ]
    return [progress_of(tile) for tile in waiting.filter(pk__in=keys).with_history()]
