"""A report as PDF."""

import io
from collections.abc import Callable, Iterator, Sequence
from typing import Any

from reportlab.lib import colors
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.platypus import Flowable, Image, Paragraph, Table
from reportlab.platypus import TableStyle as Style

from umberpot.ui.pdf import REGULAR, printable, shown
from umberpot.ui.pdf.charts import PrintedChart
from umberpot.ui.pdf.looks import HEAD, SMALL, TEXT, TITLE, WIDTH, table
from umberpot.ui.pdf.pages import document
from umberpot.ui.pdf.paper import Paper
from umberpot.ui.reports.blocks import (
    Block,
    DrawingBlock,
    Photographs,
    Report,
    ReportPhotograph,
    ReportSwatch,
    Swatches,
    SwatchGrid,
    TableBlock,
    Text,
)

SWATCHES_A_ROW = 10
PHOTOGRAPHS_A_ROW = 2
HIGHEST_PHOTOGRAPH = 95 * mm
UNDER_SWATCH = ParagraphStyle("swatch", parent=SMALL, fontSize=6.5, leading=8, alignment=1)


def printed(report: Report, paper: Paper) -> bytes:
    """The report on sheets of some paper, equally wide on all."""
    margins = ((paper.sheet[0] - WIDTH) / 2, 15 * mm, 14 * mm)
    return document(list(_story(report)), f"{report.title}: report", margins, paper.sheet)


def _story(report: Report) -> Iterator[Flowable]:
    yield Paragraph(printable(report.title), TITLE)
    yield Paragraph(printable(report.subtitle), TEXT)
    yield Paragraph(printable(f"{report.studio}, {report.made_on:%-d %B %Y}"), SMALL)
    if report.headline:
        yield Paragraph(printable(report.headline), HEAD)
    for block in report.blocks:
        yield from PRINTED[type(block)](block)
    for section in report.filled_sections:
        yield Paragraph(printable(section.title), HEAD)  # its style keeps it with what follows
        for block in section.blocks:
            yield from PRINTED[type(block)](block)


def _text(block: Text) -> Iterator[Flowable]:
    lead = f"<b>{printable(block.lead)}:</b> " if block.lead else ""
    yield Paragraph(lead + printable(block.text), SMALL if block.small else TEXT)


def _swatches(block: Swatches) -> Iterator[Flowable]:
    for start in range(0, len(block.swatches), SWATCHES_A_ROW):
        yield _swatch_row(block.swatches[start : start + SWATCHES_A_ROW])


def _swatch_grid(block: SwatchGrid) -> Iterator[Flowable]:
    down = f"; {block.down}" if block.down else ""
    yield Paragraph(printable(f"{block.title}: {block.across}{down}"), SMALL)
    yield _swatch_table(block)


def _grid(block: TableBlock) -> Iterator[Flowable]:
    yield table([block.head, *block.rows], [WIDTH * share for share in block.shares])


def _picture(block: DrawingBlock) -> Iterator[Flowable]:
    yield PrintedChart(block.drawing, WIDTH * 0.92)


def _photographs(block: Photographs) -> Iterator[Flowable]:
    yield _photograph_table(block.photographs)


PRINTED: dict[type[Block], Callable[[Any], Iterator[Flowable]]] = {
    Text: _text,
    Swatches: _swatches,
    SwatchGrid: _swatch_grid,
    TableBlock: _grid,
    DrawingBlock: _picture,
    Photographs: _photographs,
}
"""How each kind of block is printed."""


def _swatch_row(swatches: Sequence[ReportSwatch]) -> Table:
    """Touching colours, each with its name and a line under it."""
    made = Table(
        [
            ["" for _ in swatches],
            [Paragraph(printable(swatch.name), UNDER_SWATCH) for swatch in swatches],
            [Paragraph(printable(swatch.summary), UNDER_SWATCH) for swatch in swatches],
        ],
        colWidths=[WIDTH / SWATCHES_A_ROW] * len(swatches),
        rowHeights=[11 * mm, None, None],
        hAlign="LEFT",
        spaceBefore=4,
        spaceAfter=4,
    )
    style: list[tuple] = [
        ("VALIGN", (0, 1), (-1, -1), "TOP"),
        ("LEFTPADDING", (0, 1), (-1, -1), 1),
        ("RIGHTPADDING", (0, 1), (-1, -1), 1),
        ("TOPPADDING", (0, 1), (-1, -1), 1),
        ("BOTTOMPADDING", (0, 1), (-1, -1), 0),
    ]
    for x, swatch in enumerate(swatches):
        style.append(("BACKGROUND", (x, 0), (x, 0), colors.HexColor(swatch.fill)))
    made.setStyle(Style(style))
    return made


def _swatch_table(block: SwatchGrid) -> Table:
    """A row of touching colours for each row of the grid, each with its code on it.

    Where a cell has several tiles, every cell has as many parts, and its head spans them.
    """
    parts = max((len(cell) for _, cells in block.rows for cell in cells), default=1) or 1
    columns = len(block.columns)
    head = [words for column in block.columns for words in (column, *[""] * (parts - 1))]
    lines = [["", *(shown(words) for words in head)]]
    style: list[tuple] = [
        ("ALIGN", (0, 0), (-1, -1), "CENTER"),
        ("VALIGN", (0, 0), (-1, -1), "MIDDLE"),
        ("FONT", (0, 0), (-1, -1), REGULAR, 7.5),
        *[("SPAN", (1 + n * parts, 0), ((n + 1) * parts, 0)) for n in range(columns)],
    ]
    for name, cells in block.rows:
        swatches = [swatch for cell in cells for swatch in _in_parts(cell, parts)]
        style += [_colour_of((1 + at, len(lines)), swatch) for at, swatch in enumerate(swatches)]
        style += [
            ("TEXTCOLOR", (1 + at, len(lines)), (1 + at, len(lines)), colors.white)
            for at, swatch in enumerate(swatches)
            if swatch and swatch.ink == "light"
        ]
        lines.append([shown(name), *[shown(one.name) if one else "–" for one in swatches]])
    width = min(22 * mm, (WIDTH - 24 * mm) / max(columns, 1)) / parts
    made = Table(
        lines,
        colWidths=[24 * mm, *[width] * (columns * parts)],
        rowHeights=[None, *[13 * mm] * len(block.rows)],
        hAlign="LEFT",
        repeatRows=1,
    )
    made.setStyle(Style(style))
    return made


def _in_parts(cell: Sequence[ReportSwatch], parts: int) -> list[ReportSwatch | None]:
    """A cell's swatches spread over its parts."""
    return [cell[nth * len(cell) // parts] if cell else None for nth in range(parts)]


def _colour_of(at: tuple[int, int], swatch: ReportSwatch | None) -> tuple:
    """Its colour behind a part of a cell; one that is not read is outlined."""
    if swatch and swatch.fill:
        return ("BACKGROUND", at, at, colors.HexColor(swatch.fill))
    return ("BOX", at, at, 0.5, colors.HexColor("#9a9a9a"))


def _photograph_table(photographs: Sequence[ReportPhotograph]) -> Table:
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


def _photograph(one: ReportPhotograph, width: float) -> list[Flowable]:
    picture = Image(io.BytesIO(one.jpeg), width, HIGHEST_PHOTOGRAPH, kind="proportional")
    picture.hAlign = "LEFT"
    return [picture, Paragraph(printable(one.summary), SMALL)]
