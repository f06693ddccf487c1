"""Bench: what is due now."""

from dataclasses import dataclass
from datetime import timedelta

from django.db.models import Case, Count, F, Max, Q, Value, When
from django.http import HttpResponse
from django.shortcuts import render
from django.urls import reverse
from django.utils import timezone
from django.views.decorators.http import require_GET

from claycore.firing import cones
from claycore.testing.forgotten import FORGOTTEN_AFTER
from umberpot.bench.models import CalendarFeed, Timer
from umberpot.mixing.models import Mix, Plan
from umberpot.shelf.models import Material
from umberpot.studio.request import StudioRequest
from umberpot.tiles.models import Step, Tile, TileQuerySet, Trial
from umberpot.tiles.progress import TileProgress, progress_of

PLACE = "Bench"
MOST_TO_READ = 8
MOST_IN_A_LIST = 20
MOST_DRAWN = 16
MOST_FORGOTTEN = 12


@require_GET
def bench(request: StudioRequest) -> HttpResponse:
    """Mixes to weigh and tiles by their next step."""
    waiting = Tile.objects.of(request.studio).kept().exclude(step=Step.READ)
    to_read = Trial.objects.of(request.studio).filter(test=None, tiles__step=Step.READ).distinct()
    feed = CalendarFeed.objects.of(request.studio).filter(revoked_at=None).first()
    mixes = Mix.objects.of(request.studio).kept().filter(plan=None)
    plans = Plan.objects.of(request.studio).kept()
    under_way = plans.filter(
        Q(mixes__finished_at=None) | Q(trial__tiles__step=Step.MAKE)
    ).distinct()
    to_weigh = mixes.filter(finished_at=None)[:MOST_IN_A_LIST]
    without_tiles = mixes.filter(tiles=None).exclude(finished_at=None)[:MOST_IN_A_LIST]
    return render(
        request,
        "bench/bench.html",
        {
            "place": PLACE,
            "to_weigh": to_weigh,
            "without_tiles": without_tiles,
            "plans": under_way[:MOST_IN_A_LIST],
            "steps": _steps(waiting),
            "timers": Timer.objects.of(request.studio).filter(ended_at=None)[:40],
            "feed_url": request.build_absolute_uri(reverse("bench:feed", args=[feed.token]))
            if feed
            else "",
            "forgotten": _forgotten(waiting),
            "trials_to_read": to_read[:MOST_TO_READ],
            "shelf_is_empty": not Material.objects.of(request.studio).on_shelf().exists(),
            "nothing_yet": not Mix.objects.of(request.studio).exists(),
        },
    )


@dataclass(frozen=True)
class ToDo:
    """What is to be done next with some tiles: how many there are, and the first of them."""

    words: str
    count: int
    tiles: list[TileProgress]

    @property
    def more(self) -> int:
        return self.count - len(self.tiles)


def _steps(waiting: TileQuerySet) -> list[ToDo]:
    """The waiting tiles by their next step, counted by the database; few of each are drawn.

    Those to fire stand in one row for each cone; those to make apart from those whose mix or blend
    is not weighed out yet.
    """
    is_mixed = Q(mix=None) | Q(mix__finished_at__isnull=False)
    waiting = waiting.annotate(
        is_mixed=Case(When(is_mixed, then=True), default=False),
        fire_at=Case(When(step=Step.FIRE, then=F("cone")), default=Value("")),
    )
    group = ("step", "fire_at", "is_mixed")
    drawn: dict[tuple[str, str, bool], list[TileProgress]] = {}
    for tile in waiting.first_of_each(*group, most=MOST_DRAWN).with_history():
        key = (tile.step, tile.fire_at, tile.is_mixed or tile.step != Step.MAKE)
        drawn.setdefault(key, []).append(progress_of(tile))
    counts: dict[tuple[str, str, bool], int] = {}
    for step, cone, mixed, count in waiting.values_list(*group).annotate(Count("pk")).order_by():
        key = (step, cone, mixed or step != Step.MAKE)
        counts[key] = counts.get(key, 0) + count
    return [
        ToDo(_words(*key), counts[key], drawn[key][:MOST_DRAWN])
        for key in sorted(drawn, key=_in_the_order_of_work)
    ]


def _in_the_order_of_work(group: tuple[str, str, bool]) -> tuple[int, int, bool]:
    step, cone, mixed = group
    return list(Step).index(Step(step)), cones.order(cone) if cone else 0, not mixed


def _words(step: str, cone: str, mixed: bool) -> str:
    if cone:
        return f"Fire to cone {cone}"
    return str(Step(step).label) if mixed else "Wait for their clay to be mixed"


def _forgotten(waiting: TileQuerySet) -> list[TileProgress]:
    """What has been dry, or fired, for so long that it was most likely forgotten."""
    before = timezone.now() - timedelta(minutes=FORGOTTEN_AFTER)
    dry = waiting.filter(step=Step.DRY, shaped_at__lt=before)
    fired = waiting.filter(step=Step.MEASURE).annotate(last=Max("loadings__firing__fired_on"))
    found = [dry, fired.filter(last__lt=before.date())]
    return [progress_of(tile) for tiles in found for tile in tiles.with_history()[:MOST_FORGOTTEN]]
