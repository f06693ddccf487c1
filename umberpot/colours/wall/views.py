"""The wall, and its files."""

from dataclasses import dataclass
from typing import Any
from urllib.parse import urlencode

from django.http import Http404, HttpResponse
from django.shortcuts import redirect, render
from django.utils import timezone
from django.views.decorators.http import require_GET

from umberpot.colours.fired import (
    FiredColour,
    after_the_last_firing,
    fired_colours,
    grouped,
)
from umberpot.colours.places import PLACE
from umberpot.colours.wall import exports
from umberpot.colours.wall.arrangements import Arranged, arranged
from umberpot.colours.wall.crops import pictures_of
from umberpot.colours.wall.forms import WallForm
from umberpot.colours.wall.sorting import in_order
from umberpot.colours.wall.whole import whole_wall
from umberpot.studio.request import StudioRequest
from umberpot.tiles.models import Tile
from umberpot.ui.downloads import download
from umberpot.ui.wall import Swatch, touching

IN_A_ROW = 8


@dataclass(frozen=True)
class WallView:
    """The tiles on the wall in order, and the codes that hang nowhere: unknown, or not read.

    ``colours`` are those after every firing, ``tiles`` those after the last.
    """

    colours: list[FiredColour]
    tiles: list[FiredColour]
    missing: list[str]

    @property
    def words(self) -> str:
        """What its sheet to print says of them."""
        return " ".join(f"{tile.label} {tile.summary}" for tile in self.tiles)


def _hung(request: StudioRequest, form: WallForm) -> WallView:
    """Each picked tile, and its bare half, with its colours."""
    picked = form.picked()
    tiles = Tile.objects.of(request.studio).filter(code__in=picked).with_history()
    by_code = grouped(fired_colours(tiles), lambda one: one.code)
    colours = [one for code in picked for one in by_code.get(code, ())]
    last = in_order(after_the_last_firing(colours), form.cleaned_data["sort"])
    return WallView(colours, last, [code for code in picked if code not in by_code])


def _rows(request: StudioRequest, form: WallForm, hung: WallView) -> Arranged:
    """The wall itself."""
    pictures = form.cleaned_data["show"] == "pictures"
    picture_of = pictures_of(request.studio, hung.colours) if pictures else lambda _: ""
    if form.arrangement:
        return arranged(hung.colours, form.arrangement, picture_of)
    swatches = [
        Swatch(one.label, one.lab, under=one.title, href=one.href, picture=picture_of(one))
        for one in hung.tiles
    ]
    places = range(0, len(swatches), IN_A_ROW)
    said = "Tiles {} and following, touching"
    return Arranged(
        [("", touching(swatches[at : at + IN_A_ROW], said.format(at + 1))) for at in places]
    )


@require_GET
def wall(request: StudioRequest) -> HttpResponse:
    """Every fired tile of the studio, touching; or those that were picked, side by side."""
    form = WallForm(request.GET)
    context: dict[str, Any] = {"place": PLACE, "form": form, "files": exports.EXPORTS.values()}
    if form.is_valid():
        hung = _hung(request, form)
        context |= {"hung": hung, "wall": _rows(request, form, hung)}
        context["query"] = urlencode(form.query())
    elif not form.is_bound:
        context["whole"] = whole_wall(request.studio, request)
    status = 400 if form.is_bound and form.errors else 200
    return render(request, "colours/wall/wall.html", context, status=status)


@require_GET
def wall_file(request: StudioRequest, form: str) -> HttpResponse:
    """The wall as a file: colours for programs, or the picture of it."""
    export = exports.EXPORTS.get(form)
    asked = WallForm(request.GET)
    if export is None:
        raise Http404
    hung = _hung(request, asked) if asked.is_valid() else WallView([], [], [])
    if not hung.tiles:
        return redirect("results:wall")
    studio = request.studio
    paper, style = studio.prints_on, studio.writes_tables
    about = exports.About(studio.name, timezone.localdate(), paper, style)
    return download(export.write(hung.tiles, about), export.content_type, f"wall.{export.code}")
