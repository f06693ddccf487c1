"""Label sheets as PDF: the tiles of a trial, and what stands on the shelf."""

from django.http import HttpResponse
from django.shortcuts import get_object_or_404, render
from django.urls import reverse
from django.views.decorators.http import require_GET

from umberpot.studio.codes_on_paper import codes_hold, on_paper
from umberpot.studio.request import StudioRequest
from umberpot.tiles.models import Tile, Trial
from umberpot.ui.label_form import LabelsForm
from umberpot.ui.label_sheets import Label


def _tile_label(request: StudioRequest, tile: Tile) -> Label:
    opens = on_paper(request, reverse("tiles:record", args=[tile.code]), tile.code)
    return Label(tile.code, (*tile.inscription[1:], f"cone {tile.cone}"), opens)


@require_GET
def labels(request: StudioRequest, pk: int) -> HttpResponse:
    """Labels of a trial's tiles, for the bags and boxes they are kept in."""
    trial = get_object_or_404(Trial.objects.of(request.studio), pk=pk)
    tiles = list(trial.tiles.kept())
    printed = [_tile_label(request, tile) for tile in tiles]
    form = LabelsForm.begun(request.GET, request.studio.prints_on)
    if form.is_valid() and tiles:
        made = form.pdf(printed, f"tiles-{trial.pk}")
        if made:
            return made
    context = {"place": "Tiles", "form": form, "title": trial.name, "count": len(tiles)}
    context |= {"words": " ".join(label.words for label in printed)}
    context |= {"back": reverse("tiles:trial", args=[pk]), **codes_hold(request)}
    return render(request, "ui/label_sheet.html", context, status=400 if form.errors else 200)
