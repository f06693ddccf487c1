"""Bench: what is due now."""

from django.db.models import Q
from django.http import HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_GET

from umberpot.mixing.models import Mix, Plan
from umberpot.shelf.models import Material
from umberpot.studio.request import StudioRequest
from umberpot.tiles.models import Step, Tile, Trial
from umberpot.tiles.progress import Standing, standing

PLACE = "Bench"
MOST_TO_READ = 8


@require_GET
def bench(request: StudioRequest) -> HttpResponse:
    """Mixes to weigh and tiles by their next step."""
    by_step: dict[str, list[Standing]] = {step: [] for step in Step}
    waiting = Tile.objects.of(request.studio).kept().exclude(step=Step.READ)
    for tile in waiting.with_history():
        by_step[tile.step].append(standing(tile))
    to_read = Trial.objects.of(request.studio).filter(tiles__step=Step.READ).distinct()
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
                {"words": Step(step).label, "tiles": standings}
                for step, standings in by_step.items()
                if standings
            ],
            "trials_to_read": to_read[:MOST_TO_READ],
            "shelf_is_empty": not Material.objects.of(request.studio).on_shelf().exists(),
            "nothing_yet": not Mix.objects.of(request.studio).exists(),
        },
    )
