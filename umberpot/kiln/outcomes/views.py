"""What a firing did, noted piece by piece and cone by cone."""

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect
from django.views.decorators.http import require_POST

from claycore.measure.errors import ClayError
from umberpot.firings.models import Firing
from umberpot.kiln.outcomes import sentences, services
from umberpot.kiln.outcomes.page import read_cones
from umberpot.kiln.outcomes.services import Mishap
from umberpot.studio.request import StudioRequest
from umberpot.tiles.models import Tile


def _firing(request: StudioRequest, pk: int) -> Firing:
    firings = Firing.objects.of(request.studio).select_related("kiln")
    found: Firing = get_object_or_404(firings, pk=pk)
    return found


@require_POST
def piece_outcome(request: StudioRequest, pk: int) -> HttpResponse:
    """A piece broke, stuck, bloated or was lost; or it is to be made again."""
    firing = _firing(request, pk)
    in_it = Tile.objects.of(request.studio).filter(loadings__firing=firing)
    tile = get_object_or_404(in_it, code=request.POST.get("tile", ""))
    wish = request.POST.get("do", "")
    if wish == "remake":
        made = services.remake_piece(tile, firing, request.user)
        messages.success(request, sentences.remade(tile.code, made.code))
    elif wish in set(Mishap):
        mishap = Mishap(wish)
        services.note_mishap(tile, firing, mishap, request.user)
        messages.success(request, sentences.marked(tile.code, mishap.label))
    return redirect("kiln:firing", pk=pk)


@require_POST
def witness_cones(request: StudioRequest, pk: int) -> HttpResponse:
    """How the witness cones were found."""
    firing = _firing(request, pk)
    try:
        services.note_cones(firing, read_cones(firing, request.POST.dict()), request.user)
    except ClayError as error:
        messages.error(request, str(error))
    else:
        messages.success(request, sentences.CONES_SAVED)
    return redirect("kiln:firing", pk=pk)
