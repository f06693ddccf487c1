"""The bench sheet of a bar test: a table to write on where there is no screen.

One table for the plastic and dry clay, then one for each planned cone; rows and columns stand in
the order of the entry grid.
"""

from collections.abc import Sequence

from reportlab.lib import colors
from reportlab.lib.units import mm
from reportlab.platypus import PageBreak, Paragraph, Spacer, Table, TableStyle

from claycore.firing import cones
from claycore.testing import soaking
from claycore.testing.bar_roles import read_of_any, role_of
from claycore.testing.bars import REMARKS
from umberpot.tiles.models import ClayTest, Tile
from umberpot.ui.pdf import BOLD, REGULAR, printable, shown
from umberpot.ui.pdf.looks import HEAD, TEXT
from umberpot.ui.pdf.pages import document
from umberpot.ui.pdf.paper import Paper

_GRID = colors.Color(0.45, 0.45, 0.45)
_NOT_READ = colors.Color(0.86, 0.86, 0.86)
_ROW_HEIGHT = 9 * mm
_SEEN_WIDTH = 50 * mm


def bench_sheet_pdf(test: ClayTest, bars: Sequence[Tile], paper: Paper) -> bytes:
    """The sheets of a test, as many pages as its bars need."""
    story = _stage(test, "Wet and bone dry", bars, False, (), paper)
    for cone in sorted({c for bar in bars for c in bar.cone_plan}, key=cones.order):
        there = [bar for bar in bars if cone in bar.cone_plan]
        story += [
            PageBreak(),
            *_stage(test, f"After cone {cone}", there, True, ("Colour",), paper),
        ]
    margins = (14 * mm, 12 * mm, 12 * mm)
    return document(story, f"Bench sheet: {test.trial.name}", margins, paper.lying)


def _stage(
    test: ClayTest,
    title: str,
    bars: Sequence[Tile],
    fired: bool,
    also: tuple[str, ...],
    paper: Paper,
) -> list:
    """One table; ``also`` are columns without a unit, before what was seen."""
    columns = read_of_any([bar.role for bar in bars], fired)
    method = soaking.METHODS[test.method].title.lower()
    head = ["Bar", *(f"{c.column}, {c.unit}" for c in columns), *also, "Observations"]
    rows = [[bar.code, *([""] * (len(head) - 1))] for bar in bars]
    width = (paper.lying[0] - 28 * mm - 18 * mm - _SEEN_WIDTH) / max(1, len(head) - 2)
    table = Table(
        [[shown(text) for text in row] for row in [head, *rows]],
        colWidths=[18 * mm, *([width] * (len(head) - 2)), _SEEN_WIDTH],
        rowHeights=[8 * mm, *([_ROW_HEIGHT] * len(rows))],
        repeatRows=1,
    )
    style = [
        ("GRID", (0, 0), (-1, -1), 0.5, _GRID),
        ("FONT", (0, 0), (-1, 0), REGULAR, 8),
        ("FONT", (0, 1), (0, -1), BOLD, 13),
        ("VALIGN", (0, 0), (-1, -1), "MIDDLE"),
    ]
    for y, bar in enumerate(bars, 1):
        for x, column in enumerate(columns, 1):
            if column.quantity not in role_of(bar.role).reads:
                style.append(("BACKGROUND", (x, y), (x, y), _NOT_READ))
    table.setStyle(TableStyle(style))
    line = f"line {bars[0].mark_length_mm:g} mm, soaking method: {method}" if bars else ""
    if test.span_mm:
        line += f", span {test.span_mm:g} mm"
    return [
        Paragraph(printable(f"{test.trial.name}: {title}"), HEAD),
        Paragraph(
            printable(
                f"{test.clay.name}; {line}. Date: ____________ Scale reads to: ________ g"
                " Ruler reads to: ________ mm"
            ),
            TEXT,
        ),
        Spacer(1, 4 * mm),
        table,
        Spacer(1, 3 * mm),
        Paragraph(
            printable(f"Observations to choose from: {', '.join(REMARKS.values())}."),
            TEXT,
        ),
    ]
