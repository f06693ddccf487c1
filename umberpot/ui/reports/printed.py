"""A report as PDF."""

import io
from collections.abc import Iterator, Sequence

from reportlab.lib import colors
from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm
from reportlab.platypus import Flowable, Image, Paragraph, SimpleDocTemplate, Table
from reportlab.platypus import TableStyle as Style

from umberpot.ui.pdf import printable, shown
from umberpot.ui.pdf.charts import PrintedChart
from umberpot.ui.pdf.looks import HEAD, SMALL, TEXT, TITLE, WIDTH, table
from umberpot.ui.reports.blocks import (
    Block,
    Grid,
    Photograph,
    Photographs,
    Report,
    Swatch,
    Swatches,
    Text,
)

SWATCHES_A_ROW = 10
PHOTOGRAPHS_A_ROW = 2
HIGHEST_PHOTOGRAPH = 95 * mm


def printed(report: Report) -> bytes:
    """The report on sheets of A4."""
    out = io.BytesIO()
    document = SimpleDocTemplate(
        out,
        pagesize=A4,
        leftMargin=18 * mm,
        rightMargin=18 * mm,
        topMargin=15 * mm,
        bottomMargin=14 * mm,
        title=shown(f"{report.title}: report"),
        invariant=1,
    )
    document.build(list(_story(report)))
    return out.getvalue()


def _story(report: Report) -> Iterator[Flowable]:
    yield Paragraph(printable(report.title), TITLE)
    yield Paragraph(printable(report.subtitle), TEXT)
    yield Paragraph(printable(f"{report.studio}, {report.made_on:%-d %B %Y}"), SMALL)
    if report.headline:
        yield Paragraph(printable(report.headline), HEAD)
    for block in report.blocks:
        yield from _printed(block)
    for section in report.told:
        yield Paragraph(printable(section.title), HEAD)  # its style keeps it with what follows
        for block in section.blocks:
            yield from _printed(block)


def _printed(block: Block) -> Iterator[Flowable]:
    if isinstance(block, Text):
        lead = f"<b>{printable(block.lead)}:</b> " if block.lead else ""
        yield Paragraph(lead + printable(block.text), SMALL if block.small else TEXT)
    elif isinstance(block, Swatches):
        for start in range(0, len(block.swatches), SWATCHES_A_ROW):
            yield _swatch_row(block.swatches[start : start + SWATCHES_A_ROW])
    elif isinstance(block, Grid):
        yield table([block.head, *block.rows], [WIDTH * share for share in block.shares])
    elif isinstance(block, Photographs):
        yield _photographs(block.photographs)
    else:
        yield PrintedChart(block.drawing, WIDTH * 0.92)


def _swatch_row(swatches: Sequence[Swatch]) -> Table:
    """Touching colours, each with its name and a line under it."""
    made = Table(
        [
            ["" for _ in swatches],
            [shown(swatch.name) for swatch in swatches],
            [shown(swatch.says) for swatch in swatches],
        ],
        colWidths=[WIDTH / SWATCHES_A_ROW] * len(swatches),
        rowHeights=[11 * mm, 4 * mm, 4.5 * mm],
        hAlign="LEFT",
    )
    style = [("FONT", (0, 1), (-1, -1), "Helvetica", 6.5), ("ALIGN", (0, 0), (-1, -1), "CENTER")]
    for x, swatch in enumerate(swatches):
        style.append(("BACKGROUND", (x, 0), (x, 0), colors.HexColor(swatch.fill)))
    made.setStyle(Style(style))
    return made


def _photographs(photographs: Sequence[Photograph]) -> Table:
    """Side by side, each with its words; a row is not torn over two sheets."""
    width = WIDTH / PHOTOGRAPHS_A_ROW
    cells = [_photograph(one, width - 3 * mm) for one in photographs]
    rows = [cells[at : at + PHOTOGRAPHS_A_ROW] for at in range(0, len(cells), PHOTOGRAPHS_A_ROW)]
    rows[-1] += [[] for _ in range(PHOTOGRAPHS_A_ROW - len(rows[-1]))]
    made = Table(rows, colWidths=[width] * PHOTOGRAPHS_A_ROW, hAlign="LEFT")
    made.setStyle(
        Style([("VALIGN", (0, 0), (-1, -1), "TOP"), ("LEFTPADDING", (0, 0), (-1, -1), 0)])
    )
    return made


def _photograph(one: Photograph, width: float) -> list[Flowable]:
    picture = Image(io.BytesIO(one.jpeg), width, HIGHEST_PHOTOGRAPH, kind="proportional")
    picture.hAlign = "LEFT"
    return [picture, Paragraph(printable(one.says), SMALL)]
