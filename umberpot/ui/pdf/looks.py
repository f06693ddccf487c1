"""How printed sheets look: ink, type, tables. Achromatic but for fired clay, as the pages are."""

from collections.abc import Sequence

from reportlab.lib import colors
from reportlab.lib.pagesizes import A4
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.platypus import Paragraph, Table, TableStyle

from umberpot.ui.pdf.text import BOLD, REGULAR, printable

INK = colors.Color(0.09, 0.09, 0.09)
RULE = colors.Color(0.75, 0.75, 0.75)
BAND = colors.Color(0.90, 0.90, 0.90)
WIDTH = A4[0] - 36 * mm
"""What is printed on, in points: of the narrowest paper, between margins of 18 mm."""

TEXT = ParagraphStyle(
    "text",
    fontName=REGULAR,
    fontSize=9,
    leading=12,
    textColor=INK,
    allowWidows=0,
    allowOrphans=0,
)
SMALL = ParagraphStyle("small", parent=TEXT, fontSize=7.5, leading=9.5)
HEAD = ParagraphStyle(
    "head",
    parent=TEXT,
    fontName=BOLD,
    fontSize=12,
    leading=15,
    spaceBefore=8,
    spaceAfter=3,
    keepWithNext=True,
)
TITLE = ParagraphStyle("title", parent=HEAD, fontSize=20, leading=24, spaceBefore=0, spaceAfter=2)


_NO_ROW_ALONE = (("NOSPLIT", (0, 0), (0, 2)), ("NOSPLIT", (0, -2), (0, -1)))
"""The head stays with the first two rows, and the last with the one before it."""


def table(rows: Sequence[Sequence[str]], widths: Sequence[float]) -> Table:
    """A ruled table in small type; the first row is its head, repeated on every page."""
    made = Table(
        [[Paragraph(printable(cell), SMALL) for cell in row] for row in rows],
        colWidths=list(widths),
        repeatRows=1,
        hAlign="LEFT",
    )
    made.setStyle(
        TableStyle(
            [
                ("LINEBELOW", (0, 0), (-1, 0), 0.8, INK),
                ("LINEBELOW", (0, 1), (-1, -1), 0.4, RULE),
                ("VALIGN", (0, 0), (-1, -1), "TOP"),
                ("TOPPADDING", (0, 0), (-1, -1), 1.5),
                ("BOTTOMPADDING", (0, 0), (-1, -1), 1.5),
                ("LEFTPADDING", (0, 0), (0, -1), 0),
                *_NO_ROW_ALONE,
            ]
        )
    )
    return made
