"""The readings of a trial's pieces, many at a time, and the scale beside them."""

from django.conf import settings
from django.core.exceptions import ValidationError
from django.http import HttpResponse, JsonResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_http_methods, require_POST

from claycore.measure import bounds
from umberpot.mixing.weighing import scale
from umberpot.mixing.weighing.recorded import note_recorded
from umberpot.studio.request import StudioRequest
from umberpot.tiles.models import Trial
from umberpot.tiles.readings import pages
from umberpot.ui.fields.measures import MeasureField

PLACE = "Tiles"


def _trial(request: StudioRequest, pk: int) -> Trial:
    trials = Trial.objects.of(request.studio).select_related("test", "studio")
    return get_object_or_404(trials, pk=pk)


@require_http_methods(["GET", "POST"])
def readings(request: StudioRequest, pk: int) -> HttpResponse:
    """All tiles of a trial down, the readings of one stage across, filled in one go."""
    trial = _trial(request, pk)
    if hasattr(trial, "test"):
        return redirect("clays:test", pk=trial.test.pk)
    page = pages.grid_page(request, trial)
    if request.method == "POST" and (onward := pages.save(request, page)):
        return redirect(onward)
    return render(
        request,
        "tiles/readings/readings.html",
        {"place": PLACE, "trial": trial, **page.shown},
        status=200 if page.grid.is_sound else 400,
    )


@require_POST
def check(request: StudioRequest, pk: int) -> HttpResponse:
    """What is wrong or odd about the grid as it is typed; nothing is recorded."""
    page = pages.grid_page(request, _trial(request, pk))
    pages.fill(request, page.grid)
    return render(request, "tiles/readings/_notes.html", {"grid": page.grid})


@require_POST
def read_scale(request: StudioRequest) -> JsonResponse:
    """What the scale says, for the cell that has the cursor."""
    try:
        if settings.SCALE_IS_SIMULATED and request.POST.get("put"):
            scale.clear()
            scale.put(MeasureField(bounds.MASS).clean(request.POST["put"]))
        cell = request.POST.get("cell", "")
        grams = scale.read(request.studio.scale_step_g, cell)
        note_recorded(grams, cell)
        return JsonResponse({"grams": grams})
    except scale.ScaleProblem as problem:
        return JsonResponse({"problem": str(problem)}, status=503)
    except ValidationError as refused:
        return JsonResponse({"problem": refused.messages[0]}, status=400)
