"""The wall, and its files."""

from dataclasses import dataclass
from urllib.parse import urlencode

from django.http import Http404, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_GET

from umberpot.results.colours.fired import (
    FiredColour,
    after_the_last_firing,
    fired_colours,
    grouped,
)
from umberpot.results.places import PLACE
from umberpot.results.wall import exports
from umberpot.results.wall.forms import WallForm
from umberpot.results.wall.sorting import in_order
from umberpot.studio.request import StudioRequest
from umberpot.tiles.models import Tile
from umberpot.ui.wall import Swatch, WallRow, touching

IN_A_ROW = 8


@dataclass(frozen=True)
class Hung:
    """The tiles on the wall in order, and the codes that hang nowhere: unknown, or not read."""

    tiles: list[FiredColour]
    missing: list[str]

    @property
    def rows(self) -> list[WallRow]:
        """The wall, so many tiles in a row."""
        swatches = [
            Swatch(tile.label, tile.lab, under=tile.title, href=tile.href) for tile in self.tiles
        ]
        return [
            touching(swatches[at : at + IN_A_ROW], f"Tiles {at + 1} and following, touching")
            for at in range(0, len(swatches), IN_A_ROW)
        ]


def _hung(request: StudioRequest, form: WallForm) -> Hung:
    """Each picked tile, and its bare half, with its colour after its last firing."""
    picked = form.picked()
    tiles = Tile.objects.of(request.studio).filter(code__in=picked).with_history()
    last = grouped(after_the_last_firing(fired_colours(tiles)), lambda one: one.code)
    found = [one for code in picked for one in last.get(code, ())]
    missing = [code for code in picked if code not in last]
    return Hung(in_order(found, form.cleaned_data["sort"]), missing)


@require_GET
def wall(request: StudioRequest) -> HttpResponse:
    """Any fired tiles of the studio, touching."""
    form = WallForm(request.GET)
    hung = _hung(request, form) if form.is_valid() else Hung([], [])
    context = {"place": PLACE, "form": form, "hung": hung, "files": exports.EXPORTS.values()}
    context["query"] = urlencode(form.query()) if form.is_valid() else ""
    status = 400 if form.is_bound and form.errors else 200
    return render(request, "results/wall/wall.html", context, status=status)


@require_GET
def wall_file(request: StudioRequest, form: str) -> HttpResponse:
    """The wall as a file: colours for programs, or the picture of it."""
    export = exports.EXPORTS.get(form)
    asked = WallForm(request.GET)
    if export is None:
        raise Http404
    hung = _hung(request, asked) if asked.is_valid() else Hung([], [])
    if not hung.tiles:
        return redirect("results:wall")
    return HttpResponse(
        export.write(hung.tiles),
        content_type=export.content_type,
        headers={"Content-Disposition": f'attachment; filename="wall.{export.code}"'},
    )
