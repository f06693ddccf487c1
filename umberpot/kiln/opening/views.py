"""Opening the kiln: one page a firing, each piece noted as it is taken out."""

from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.urls import reverse
from django.views.decorators.http import require_GET, require_POST
from django_htmx.http import reswap, retarget

from umberpot.firings.models import Firing
from umberpot.kiln.opening.cards import card_of, cards_of, pieces_of
from umberpot.kiln.opening.forms import CameOutForm
from umberpot.kiln.opening.likenesses import likenesses
from umberpot.kiln.places import PLACE
from umberpot.studio.request import StudioRequest
from umberpot.studio.roles import for_makers
from umberpot.tiles import sentences
from umberpot.tiles.colours import current_colours
from umberpot.tiles.models import Tile, Trial
from umberpot.tiles.readings.services import StaleReading, record_piece
from umberpot.ui.paging import page_of

PIECES_A_PAGE = 24
ANOTHER_COLOUR = "other"


def _firing(request: StudioRequest, pk: int) -> Firing:
    firings = Firing.objects.of(request.studio).select_related("kiln")
    found: Firing = get_object_or_404(firings, pk=pk)
    return found


@for_makers
@require_GET
def opening(request: StudioRequest, pk: int) -> HttpResponse:
    """Every piece of a firing in shelf order, with what can be tapped about it."""
    firing = _firing(request, pk)
    pieces = pieces_of(firing)
    page = page_of(request, pieces, PIECES_A_PAGE)
    coloured = current_colours(request.studio).filter(firing=firing, tile__in=pieces.values("tile"))
    return render(
        request,
        "kiln/opening/opening.html",
        {
            "place": PLACE,
            "firing": firing,
            "page": page,
            "shelves": cards_of(request.studio, firing, list(page.object_list)),
            "coloured": coloured.values("tile").distinct().count(),
            "trials": Trial.objects.of(request.studio)
            .filter(tiles__loadings__firing=firing, test=None)
            .distinct(),
        },
    )


@require_POST
def came_out(request: StudioRequest, pk: int, code: str) -> HttpResponse:
    """What was tapped about one piece: recorded at once, shown in its place."""
    firing = _firing(request, pk)
    tile = _tile(request, firing, code)
    form = CameOutForm(request.POST, tile=tile, studio=request.studio)
    is_typed = request.POST.get("do") == ANOTHER_COLOUR
    stale = False
    if form.is_valid():
        try:
            record_piece(firing, form.entries(typed_other=is_typed), request.user)
        except StaleReading:
            form.add_error(None, sentences.STALE_ON_THE_PAGE)
            stale = True
    if not form.errors and not request.htmx:
        return redirect(f"{reverse('kiln:opening', args=[pk])}#piece-{tile.pk}")
    return _answer(request, firing, form, whole=is_typed or stale or not request.htmx)


def _tile(request: StudioRequest, firing: Firing, code: str) -> Tile:
    in_it = Tile.objects.of(request.studio).filter(loadings__firing=firing).with_history()
    found: Tile = get_object_or_404(in_it, code=code)
    return found


def _answer(
    request: StudioRequest, firing: Firing, form: CameOutForm, *, whole: bool
) -> HttpResponse:
    """What is noted of the piece now; as a whole card where what is tapped on it changed too.

    Otherwise the card stays: somebody may be tapping on.
    """
    tile = _tile(request, firing, form.tile.code)
    beside = likenesses(request.studio, firing, [tile])
    card = card_of(request.studio, firing, tile, beside, form if form.errors else None)
    context = {"firing": firing, "card": card}
    if not whole:
        return render(request, "kiln/opening/_noted.html", context)
    response = render(request, "kiln/opening/_card.html", context)
    return retarget(reswap(response, "outerHTML"), f"#piece-{tile.pk}")
