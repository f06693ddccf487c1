"""A year of fired colours as a poster: every tile touching, by hue, on one sheet of ISO A2."""

import io
import math
from collections.abc import Sequence

from django.contrib import messages
from django.http import Http404, HttpResponse
from django.shortcuts import redirect
from django.utils import timezone
from django.views.decorators.http import require_GET
from reportlab.lib import colors
from reportlab.lib.pagesizes import A2
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from claycore.measure.formatting import counted
from umberpot.colours.fired import FiredColour, after_the_last_firing, read_as_fired_colours
from umberpot.colours.wall.whole import Hanging, hanging, in_order, in_upright_columns
from umberpot.studio.request import StudioRequest
from umberpot.tiles.colours import latest_colours
from umberpot.ui.downloads import PDF, download, file_name
from umberpot.ui.pdf import BOLD, REGULAR, shown
from umberpot.ui.pdf.pages import LANGUAGE
from umberpot.ui.reports.blocks import DARK_BELOW

_EDGE_PT, _HEAD_PT = 20 * mm, 26 * mm
_LEAST_FOR_CODES_PT = 13 * mm
"""Smaller cells carry no code: it would be read by nobody."""


@require_GET
def poster(request: StudioRequest, year: int) -> HttpResponse:
    """The poster of a year; back to its report where nothing was fired in it."""
    if not 1900 <= year <= timezone.localdate().year:
        raise Http404
    read = latest_colours(request.studio).filter(firing__fired_on__year=year)
    colours = after_the_last_firing(read_as_fired_colours(read))
    if not colours:
        messages.info(request, f"No colours were fired in {year} yet.")
        return redirect("library:year", year=year)
    name = file_name(f"{request.studio}-{year}", "-poster.pdf", "poster")
    return download(poster_pdf(request.studio.name, year, colours), PDF, name)


def poster_pdf(studio: str, year: int, colours: Sequence[FiredColour]) -> bytes:
    """One sheet: the studio and the year, and as large as there is room the colours."""
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=A2, invariant=1, lang=LANGUAGE)
    canvas.setTitle(f"{studio}, {year}")
    width, height = A2[0] - 2 * _EDGE_PT, A2[1] - 2 * _EDGE_PT - _HEAD_PT
    top = A2[1] - _EDGE_PT
    canvas.setFont(BOLD, 42)
    canvas.drawString(_EDGE_PT, top - 36, shown(f"{studio}, {year}"))
    canvas.setFont(REGULAR, 15)
    count = f"{counted(len(colours), 'fired colour')}, by hue"
    canvas.drawRightString(A2[0] - _EDGE_PT, top - 36, count)
    by_reading = {one.reading: one for one in colours}
    columns = _squarest(_hung(colours), width, height)
    cell = width / len(columns), height / max(map(len, columns))
    for across, column in enumerate(columns):
        for down, one in enumerate(column):
            x, y = _EDGE_PT + across * cell[0], top - _HEAD_PT - (down + 1) * cell[1]
            _draw(canvas, by_reading[one.reading], (x, y), cell)
    canvas.showPage()
    canvas.save()
    return out.getvalue()


def _hung(colours: Sequence[FiredColour]) -> list[Hanging]:
    readings = [(one.reading, one.lab.values, (0, "")) for one in colours]
    return [hanging(*one) for one in in_order(readings)]


def _squarest(hung: Sequence[Hanging], width: float, height: float) -> Sequence[Sequence[Hanging]]:
    """The columns whose cells are nearest to squares when they fill the sheet."""
    about = max(1, int(math.sqrt(len(hung) * height / width)))
    tried = [in_upright_columns(hung, rows) for rows in range(max(1, about - 4), about + 6)]

    def oblong(columns: Sequence[Sequence[Hanging]]) -> float:
        return abs(math.log(width / len(columns) * max(map(len, columns)) / height))

    return min(tried, key=oblong)


def _draw(
    canvas: Canvas, one: FiredColour, at: tuple[float, float], cell: tuple[float, float]
) -> None:
    (x, y), (width, height) = at, cell
    canvas.setFillColor(colors.HexColor(one.lab.hex))
    # A hair larger, so that no paper shows between neighbours.
    canvas.rect(x, y, width + 0.2, height + 0.2, stroke=0, fill=1)
    if min(cell) >= _LEAST_FOR_CODES_PT:
        canvas.setFillColor(colors.white if one.lab.lightness < DARK_BELOW else colors.black)
        canvas.setFont(REGULAR, width * 0.15)
        canvas.drawString(x + width * 0.08, y + width * 0.08, shown(one.code))
