"""Printable label sheets: paper, common label grids, text and a QR code on each label.

Label grids are common stationery sizes, from memory. The QR code holds the address of the thing's
page on this studio's own computer.
"""

import io
from collections.abc import Sequence
from dataclasses import dataclass

import segno
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.units import mm
from reportlab.lib.utils import simpleSplit
from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfgen.canvas import Canvas

from umberpot.ui.pdf import BOLD, REGULAR, shown

LEADING = 1.25


@dataclass(frozen=True)
class Sheet:
    """A sheet of equal labels, in millimetres from its top left corner."""

    title: str
    paper_pt: tuple[float, float]
    columns: int
    rows: int
    label_mm: tuple[float, float]
    margin_mm: tuple[float, float]
    gap_mm: tuple[float, float] = (0.0, 0.0)

    @property
    def per_page(self) -> int:
        return self.columns * self.rows

    def corner_pt(self, index: int) -> tuple[float, float]:
        """The lower left corner of the label at ``index`` of a page, in points."""
        row, column = divmod(index, self.columns)
        x = self.margin_mm[0] + column * (self.label_mm[0] + self.gap_mm[0])
        y = self.margin_mm[1] + row * (self.label_mm[1] + self.gap_mm[1]) + self.label_mm[1]
        return x * mm, self.paper_pt[1] - y * mm


SHEETS = {
    "a4-24": Sheet("A4, 24 labels of 70 × 37 mm", A4, 3, 8, (70.0, 37.0), (0.0, 0.5)),
    "a4-40": Sheet("A4, 40 labels of 52.5 × 29.7 mm", A4, 4, 10, (52.5, 29.7), (0.0, 0.0)),
    "a4-8": Sheet("A4, 8 labels of 105 × 74 mm", A4, 2, 4, (105.0, 74.0), (0.0, 0.5)),
    "letter-30": Sheet(
        "Letter, 30 labels of 2.63 × 1 in",
        LETTER,
        3,
        10,
        (66.675, 25.4),
        (4.76, 12.7),
        (3.175, 0.0),
    ),
    "letter-10": Sheet(
        "Letter, 10 labels of 4 × 2 in", LETTER, 2, 5, (101.6, 50.8), (3.97, 12.7), (4.76, 0.0)
    ),
}


@dataclass(frozen=True)
class Label:
    """A label: its code large, lines under it, and the address its QR code opens."""

    code: str
    lines: tuple[str, ...]
    url: str


def labels_pdf(labels: Sequence[Label], sheet: Sheet, skip: int = 0) -> bytes:
    """The labels on as many sheets as they need; ``skip`` are used up on the first already."""
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=sheet.paper_pt, invariant=1)
    canvas.setTitle("Labels")
    for index, label in enumerate(labels, skip):
        if index > skip and index % sheet.per_page == 0:
            canvas.showPage()
        _draw(canvas, sheet, label, sheet.corner_pt(index % sheet.per_page))
    canvas.showPage()
    canvas.save()
    return out.getvalue()


def _draw(canvas: Canvas, sheet: Sheet, label: Label, corner_pt: tuple[float, float]) -> None:
    width_pt, height_pt = (side * mm for side in sheet.label_mm)
    inset_pt = min(3.5 * mm, height_pt * 0.09)
    qr_pt = min(height_pt - 2 * inset_pt, width_pt * 0.32, 30 * mm)
    x, y = corner_pt
    _draw_qr(canvas, label.url, x + width_pt - inset_pt - qr_pt, y + height_pt - inset_pt, qr_pt)
    room_pt = width_pt - qr_pt - 3 * inset_pt
    size_pt, heading = _heading(label.code, min(16.0, height_pt * 0.2), room_pt)
    top_pt = y + height_pt - inset_pt - size_pt * 0.8
    canvas.setFont(BOLD, size_pt)
    for number, line in enumerate(heading):
        canvas.drawString(x + inset_pt, top_pt - number * size_pt * LEADING, line)
    below_pt = top_pt - size_pt * (0.3 + LEADING * (len(heading) - 1))
    small_pt = min(10.0, height_pt * 0.115)
    canvas.setFont(REGULAR, small_pt)
    lines = [part for line in label.lines for part in _wrapped(line, small_pt, room_pt)]
    for number, line in enumerate(lines, 1):
        line_pt = below_pt - number * small_pt * LEADING
        if line_pt < y + inset_pt * 0.6:
            break
        canvas.drawString(x + inset_pt, line_pt, line)


def _draw_qr(canvas: Canvas, url: str, x: float, top: float, size_pt: float) -> None:
    modules = segno.make(url, error="m", micro=False).matrix
    module_pt = size_pt / len(modules)
    for row, bits in enumerate(modules):
        for column, bit in enumerate(bits):
            if bit:
                canvas.rect(
                    x + column * module_pt,
                    top - (row + 1) * module_pt,
                    module_pt,
                    module_pt,
                    stroke=0,
                    fill=1,
                )


def _heading(text: str, size_pt: float, room_pt: float) -> tuple[float, list[str]]:
    """A short code is as large as it may be; a name is smaller, on two lines where it must be."""
    for share, most_lines in ((1, 1), (0.75, 2), (0.6, 2)):
        lines = simpleSplit(shown(text), BOLD, share * size_pt, room_pt)
        if len(lines) <= most_lines:
            break
    kept = lines if len(lines) <= most_lines else [lines[0], " ".join(lines[1:])]
    return share * size_pt, [_clipped(line, BOLD, share * size_pt, room_pt) for line in kept]


def _wrapped(text: str, size_pt: float, room_pt: float) -> list[str]:
    """A line broken between words where there is no room, clipped where a word has none."""
    parts = simpleSplit(shown(text), REGULAR, size_pt, room_pt)
    return [_clipped(part, REGULAR, size_pt, room_pt) for part in parts]


def _clipped(text: str, font: str, size_pt: float, room_pt: float) -> str:
    """As much of a line as there is room for."""
    text = shown(text)
    if stringWidth(text, font, size_pt) <= room_pt:
        return text
    while text and stringWidth(f"{text}…", font, size_pt) > room_pt:
        text = text[:-1]
    return f"{text}…"
