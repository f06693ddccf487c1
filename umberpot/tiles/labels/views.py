"""Label sheets as PDF: the tiles of a trial, and what stands on the shelf."""

from django.http import HttpResponse
from django.shortcuts import get_object_or_404, render
from django.urls import reverse
from django.utils import timezone
from django.views.decorators.http import require_GET

from umberpot.studio.codes_on_paper import codes_hold, on_paper
from umberpot.studio.request import StudioRequest
from umberpot.tiles.models import Tile, TileQuerySet, Trial
from umberpot.ui.label_form import LabelsForm
from umberpot.ui.label_sheets import Label

MOST_AT_ONCE = 500
"""Labels printed together."""


def _tile_label(request: StudioRequest, tile: Tile) -> Label:
    opens = on_paper(request, reverse("tiles:record", args=[tile.code]), tile.code)
    return Label(tile.code, (*tile.inscription[1:], f"cone {tile.cone}"), opens)


@require_GET
def labels(request: StudioRequest, pk: int) -> HttpResponse:
    """Labels of a trial's tiles, for the bags and boxes they are kept in."""
    trial = get_object_or_404(Trial.objects.of(request.studio), pk=pk)
    back = reverse("tiles:trial", args=[pk])
    return _sheet(request, trial.tiles.kept(), trial.name, f"tiles-{trial.pk}", back)


@require_GET
def labels_of_today(request: StudioRequest) -> HttpResponse:
    """Labels of every tile and bar that was made today, whatever trial it is of."""
    midnight = timezone.localtime().replace(hour=0, minute=0, second=0, microsecond=0)
    tiles = Tile.objects.of(request.studio).kept().made_since(midnight).order_by("pk")
    return _sheet(request, tiles, "Tiles made today", "tiles-of-today", reverse("tiles:tiles"))


def _sheet(
    request: StudioRequest, tiles: TileQuerySet, title: str, name: str, back: str
) -> HttpResponse:
    """A page to choose the paper on, or the sheet itself, of as many as are printed at once."""
    shown = list(tiles.select_related("mix", "clay", "glaze", "stack__body")[:MOST_AT_ONCE])
    printed = [_tile_label(request, tile) for tile in shown]
    form = LabelsForm.begun(request.GET, request.studio.prints_on)
    if form.is_valid() and printed:
        made = form.pdf(printed, name)
        if made:
            return made
    context = {"place": "Tiles", "form": form, "title": title, "count": len(printed)}
    context |= {"words": " ".join(label.words for label in printed)}
    context |= {"back": back, **codes_hold(request)}
    return render(request, "ui/label_sheet.html", context, status=400 if form.errors else 200)
