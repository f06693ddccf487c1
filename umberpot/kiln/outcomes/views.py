"""What a firing did, noted piece by piece and cone by cone."""

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect
from django.urls import reverse
from django.views.decorators.http import require_POST

from umberpot.firings.models import Firing
from umberpot.kiln.outcomes import sentences, services
from umberpot.kiln.outcomes.firing_page import shown_firing
from umberpot.kiln.outcomes.page import cone_rows, read_cones
from umberpot.kiln.outcomes.services import ConesContradict, Mishap
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
        seen = services.SEEN.get(mishap)
        said = sentences.marked(tile.code, mishap.label, seen, is_gone=mishap.is_gone)
        messages.success(request, said)
    return redirect("kiln:opening" if request.POST.get("back") == "opening" else "kiln:firing", pk)


@require_POST
def witness_cones(request: StudioRequest, pk: int) -> HttpResponse:
    """How the witness cones were found."""
    firing = _firing(request, pk)
    found = read_cones(firing, request.POST.dict())
    try:
        services.note_cones(firing, found, request.user)
    except ConesContradict as wrong:
        messages.error(request, sentences.contradicting(wrong.errors))
        rows = cone_rows(firing, typed=found, errors=wrong.errors)
        return shown_firing(request, firing, rows=rows)
    messages.success(request, sentences.CONES_SAVED)
    return redirect(f"{reverse('kiln:firing', args=[pk])}#cones")
