"""Bench: what is due now."""

from datetime import timedelta

from django.db.models import Q
from django.http import HttpResponse
from django.shortcuts import render
from django.urls import reverse
from django.utils import timezone
from django.views.decorators.http import require_GET

from claycore.firing import cones
from claycore.testing.forgotten import is_forgotten
from umberpot.bench.models import CalendarFeed, Timer
from umberpot.mixing.models import Mix, Plan
from umberpot.shelf.models import Material
from umberpot.studio.request import StudioRequest
from umberpot.tiles.models import Step, Tile, Trial
from umberpot.tiles.progress import TileProgress, progress_of

PLACE = "Bench"
MOST_TO_READ = 8


@require_GET
def bench(request: StudioRequest) -> HttpResponse:
    """Mixes to weigh and tiles by their next step."""
    by_step: dict[str, list[TileProgress]] = {step: [] for step in Step}
    waiting = Tile.objects.of(request.studio).kept().exclude(step=Step.READ)
    for tile in waiting.with_history():
        by_step[tile.step].append(progress_of(tile))
    to_read = Trial.objects.of(request.studio).filter(test=None, tiles__step=Step.READ).distinct()
    feed = CalendarFeed.objects.of(request.studio).filter(revoked_at=None).first()
    mixes = Mix.objects.of(request.studio).kept().filter(plan=None)
    plans = Plan.objects.of(request.studio).kept()
    under_way = plans.filter(
        Q(mixes__finished_at=None) | Q(trial__tiles__step=Step.MAKE)
    ).distinct()
    to_weigh = mixes.filter(finished_at=None)[:20]
    without_tiles = mixes.filter(tiles=None).exclude(finished_at=None)[:20]
    return render(
        request,
        "bench/bench.html",
        {
            "place": PLACE,
            "to_weigh": to_weigh,
            "without_tiles": without_tiles,
            "plans": under_way[:20],
            "steps": [
                {"words": words, "tiles": progresses}
                for step in Step
                for words, progresses in _split(step, by_step[step])
            ],
            "timers": Timer.objects.of(request.studio).filter(ended_at=None)[:40],
            "feed_url": request.build_absolute_uri(reverse("bench:feed", args=[feed.token]))
            if feed
            else "",
            "forgotten": _forgotten(by_step),
            "trials_to_read": to_read[:MOST_TO_READ],
            "shelf_is_empty": not Material.objects.of(request.studio).on_shelf().exists(),
            "nothing_yet": not Mix.objects.of(request.studio).exists(),
        },
    )


def _split(step: Step, progresses: list[TileProgress]) -> list[tuple[str, list[TileProgress]]]:
    """A step's tiles in one row; those to fire in one row for each cone.

    Those to make stand apart from those whose mix or blend is not weighed out yet.
    """
    if step == Step.MAKE:
        mixed = [progress for progress in progresses if _is_mixed(progress)]
        waiting = [progress for progress in progresses if not _is_mixed(progress)]
        both = ((str(step.label), mixed), ("Wait for their clay to be mixed", waiting))
        return [(words, there) for words, there in both if there]
    if step != Step.FIRE:
        return [(str(step.label), progresses)] if progresses else []
    by_cone: dict[str, list[TileProgress]] = {}
    for progress in sorted(progresses, key=lambda progress: cones.order(progress.tile.cone)):
        by_cone.setdefault(progress.tile.cone, []).append(progress)
    return [(f"Fire to cone {cone}", there) for cone, there in by_cone.items()]


def _is_mixed(progress: TileProgress) -> bool:
    mix = progress.tile.mix
    return mix is None or mix.finished_at is not None


def _forgotten(by_step: dict[str, list[TileProgress]]) -> list[TileProgress]:
    """What has been dry, or fired, for so long that it was most likely forgotten."""
    now, today = timezone.now(), timezone.localdate()
    dry = [
        progress
        for progress in by_step[Step.DRY]
        if progress.tile.shaped_at and is_forgotten(_minutes(now - progress.tile.shaped_at))
    ]
    fired = [
        progress
        for progress in by_step[Step.MEASURE]
        if progress.firing and is_forgotten(_minutes(today - progress.firing.fired_on))
    ]
    return dry + fired


def _minutes(waited: timedelta) -> float:
    return waited.total_seconds() / 60
