"""Bench: what is due now."""

from django.http import HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_GET

from umberpot.mixing.models import Mix
from umberpot.shelf.models import Material
from umberpot.studio.request import StudioRequest
from umberpot.tiles.models import Tile
from umberpot.tiles.progress import READ, STEPS, Standing, standing

PLACE = "Bench"


@require_GET
def bench(request: StudioRequest) -> HttpResponse:
    """Mixes to weigh and tiles by their next step."""
    by_step: dict[str, list[Standing]] = {step: [] for step in STEPS}
    for tile in Tile.objects.of(request.studio).kept().with_history().order_by("-pk")[:400]:
        stands = standing(tile)
        by_step[stands.step].append(stands)
    trials_to_read = {stands.tile.trial_id: stands.tile.trial for stands in by_step.pop(READ)}
    mixes = Mix.objects.of(request.studio).kept()
    to_weigh = mixes.filter(finished_at=None)[:20]
    without_tiles = mixes.filter(tiles=None).exclude(finished_at=None)[:20]
    return render(
        request,
        "bench/bench.html",
        {
            "place": PLACE,
            "to_weigh": to_weigh,
            "without_tiles": without_tiles,
            "steps": [
                {"code": step, "words": STEPS[step], "tiles": list(reversed(standings))}
                for step, standings in by_step.items()
                if standings
            ],
            "trials_to_read": trials_to_read.values(),
            "shelf_is_empty": not Material.objects.of(request.studio).on_shelf().exists(),
            "nothing_yet": not Mix.objects.of(request.studio).exists(),
        },
    )
