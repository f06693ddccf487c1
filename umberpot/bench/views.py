"""Bench: what is due now."""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import timedelta

from django.db.models import Count, Exists, Max, OuterRef, Q
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
from umberpot.ui.compression import never_compressed

PLACE = "Bench"
MOST_TO_READ = 8
MOST_IN_A_LIST = 12
MOST_DRAWN = 6
MOST_FORGOTTEN = 12


@require_GET
def bench(request: StudioRequest) -> HttpResponse:
    """Mixes to weigh and tiles by their next step."""
    waiting = Tile.objects.of(request.studio).at_work()
    read = Tile.objects.of(request.studio).filter(trial=OuterRef("pk"), step=Step.READ)
    to_read = Trial.objects.of(request.studio).filter(Exists(read), test=None)
    feed = CalendarFeed.objects.of(request.studio).filter(revoked_at=None).first()
    mixes = Mix.objects.of(request.studio).kept().filter(plan=None)
    plans = Plan.objects.of(request.studio).kept()
    under_way = plans.filter(
        Q(mixes__finished_at=None) | Q(trial__tiles__step=Step.MAKE)
    ).distinct()
    to_weigh = mixes.filter(finished_at=None)[:MOST_IN_A_LIST]
    without_tiles = mixes.filter(tiles=None).exclude(finished_at=None)[:MOST_IN_A_LIST]
    page = render(
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
    return never_compressed(page) if feed else page


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

    Those to fire stand in one row for each cone, those to make apart from those whose mix or blend
    is not weighed out yet. Each row asks for its own first few, so that the queries grow with the
    steps and cones, and not with the tiles.
    """
    counts = dict(_counts(waiting))
    unmixed = waiting.filter(step=Step.MAKE, mix__isnull=False, mix__finished_at=None)
    unmixed_count = unmixed.count() if (Step.MAKE, "") in counts else 0
    rows = [
        (_words(step, cone), count, waiting.filter(step=step, **({"cone": cone} if cone else {})))
        for (step, cone), count in sorted(counts.items(), key=_in_the_order_of_work)
    ]
    if unmixed_count:
        words, count, to_make = rows[0]
        mixed = to_make.exclude(pk__in=unmixed.values("pk"))
        rows[0] = (words, count - unmixed_count, mixed)
        rows.insert(1, ("Wait for their clay to be mixed", unmixed_count, unmixed))
    drawn = [(words, count, _first(tiles)) for words, count, tiles in rows if count]
    wanted = [key for _, _, keys in drawn for key in keys]
    shown = {tile.pk: progress_of(tile) for tile in waiting.filter(pk__in=wanted).with_history()}
    return [ToDo(words, count, [shown[key] for key in keys]) for words, count, keys in drawn]


def _counts(waiting: TileQuerySet) -> Iterator[tuple[tuple[str, str], int]]:
    """How many tiles wait for each step, and for each cone of those to fire."""
    of_steps: dict[tuple[str, str], int] = {}
    for step, cone, count in waiting.values_list("step", "cone").annotate(Count("pk")).order_by():
        key = (step, cone if step == Step.FIRE else "")
        of_steps[key] = of_steps.get(key, 0) + count
    yield from of_steps.items()


def _in_the_order_of_work(counted: tuple[tuple[str, str], int]) -> tuple[int, int]:
    (step, cone), _ = counted
    return list(Step).index(Step(step)), cones.order(cone) if cone else 0


def _words(step: str, cone: str) -> str:
    return f"Fire to cone {cone}" if cone else str(Step(step).label)


def _first(tiles: TileQuerySet) -> list[int]:
    return list(tiles.values_list("pk", flat=True)[:MOST_DRAWN])


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
