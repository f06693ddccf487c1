"""Printable label sheets: paper, common label grids, text and a QR code on each label.

Label grids are common stationery sizes, from memory.
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
from umberpot.ui.pdf.pages import LANGUAGE

LEADING = 1.25
SMALLEST_PT = 5.5
"""Smaller print is read by nobody who reaches for a bag. Our choice."""


UNPRINTED_MM = 5.0
"""So near the paper's edge most printers print nothing. Common practice."""

_BESIDE_CODE_PT = 3 * mm

_SMALLER = (1, 0.85, 0.7)
"""How much smaller lines may be where there is no room for them."""

_SHARES = ((1, 1), (0.75, 2), (0.6, 2), (0.5, 3), (0.42, 4))
"""Of the largest size for a code, and on how many lines it may stand at that."""


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
    """A label: its code large, lines under it, and what its QR code ``opens``: a page, or itself.

    ``caution`` stands first: what must be watched for of what is in the bag. It and the code stand
    whole or the label is not printed; of the lines stand as many as there is room for.
    """

    code: str
    lines: tuple[str, ...]
    opens: str
    caution: str = ""

    @property
    def words(self) -> str:
        """Everything that is printed on it."""
        return " ".join([self.caution, self.code, *self.lines])


class DoesNotFit(Exception):
    """A label that cannot say on a sheet what it has to; ``str()`` is its code."""


def sheets_for(labels: Sequence[Label]) -> list[str]:
    """The titles of the sheets on which all of these labels stand whole."""
    return [sheet.title for sheet in SHEETS.values() if all(fits(one, sheet) for one in labels)]


def fits(label: Label, sheet: Sheet) -> bool:
    """Whether a label's caution and code stand whole on a sheet."""
    try:
        _heading(label, _Room.on(sheet))
    except DoesNotFit:
        return False
    return True


def labels_pdf(labels: Sequence[Label], sheet: Sheet, skip: int = 0) -> bytes:
    """The labels on as many sheets as they need; ``skip`` are used up on the first already.

    Raises DoesNotFit.
    """
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=sheet.paper_pt, invariant=1, lang=LANGUAGE)
    canvas.setTitle("Labels")
    for index, label in enumerate(labels, skip):
        if index > skip and index % sheet.per_page == 0:
            canvas.showPage()
        _draw(canvas, _Room.on(sheet), label, sheet.corner_pt(index % sheet.per_page))
    canvas.showPage()
    canvas.save()
    return out.getvalue()


@dataclass(frozen=True)
class _Room:
    """What there is to write on beside the QR code of a label, in points."""

    width: float
    height: float
    side: float
    top: float
    qr: float

    @classmethod
    def on(cls, sheet: Sheet) -> "_Room":
        """The room on a label of a sheet."""
        width_pt, height_pt = (side * mm for side in sheet.label_mm)
        usual = min(3.5 * mm, height_pt * 0.09)
        side, top = (max(usual, (UNPRINTED_MM - margin_mm) * mm) for margin_mm in sheet.margin_mm)
        qr_pt = min(height_pt - 2 * top, width_pt * 0.32, 30 * mm)
        return cls(width_pt, height_pt, side, top, qr_pt)

    @property
    def of_text(self) -> tuple[float, float]:
        """Its width and height."""
        return self.width - self.qr - 2 * self.side - _BESIDE_CODE_PT, self.height - 2 * self.top

    @property
    def small_pt(self) -> float:
        """The size of the lines."""
        return min(10.0, self.height * 0.115)


_Line = tuple[str, str, float]
"""A line of text, its font and its size."""


def _heading(label: Label, room: _Room) -> list[_Line]:
    """The caution and the code, as large as they may be and stand whole. Raises DoesNotFit."""
    width, height = room.of_text
    caution = _caution(label.caution, room.small_pt, width)
    for size_pt, most_lines in _sizes(room):
        code = _whole(label.code, BOLD, size_pt, width)
        if caution is None or code is None or len(code) > most_lines:
            continue
        lines = [*caution, *code]
        if _height(lines) <= height:
            return lines
    raise DoesNotFit(label.code)


def _caution(text: str, size_pt: float, width: float) -> list[_Line] | None:
    """On one line if it can be, at up to a third less than the size; None where it never fits."""
    if not text:
        return []
    tried = [_whole(text, BOLD, share * size_pt, width) for share in _SMALLER]
    return next((lines for lines in tried if lines and len(lines) == 1), tried[-1])


def _sizes(room: _Room) -> list[tuple[float, int]]:
    """A short code is as large as it may be; a name is smaller, on several lines if need be."""
    largest = min(16.0, room.height * 0.2)
    found = [(share * largest, most) for share, most in _SHARES]
    return [(size, most) for size, most in found if size > SMALLEST_PT] + [(SMALLEST_PT, 5)]


def _whole(text: str, font: str, size_pt: float, width: float) -> list[_Line] | None:
    """A text on lines, broken between words; None where a word is wider than there is room."""
    parts = simpleSplit(shown(text), font, size_pt, width)
    if any(stringWidth(part, font, size_pt) > width for part in parts):
        return None
    return [(part, font, size_pt) for part in parts]


def _draw(canvas: Canvas, room: _Room, label: Label, corner_pt: tuple[float, float]) -> None:
    x, y = corner_pt
    top = y + room.height - room.top
    _draw_qr(canvas, label.opens, x + room.width - room.side - room.qr, top, room.qr)
    used = 0.0
    for text, font, size_pt in _laid_out(label, room):
        used += size_pt * LEADING
        canvas.setFont(font, size_pt)
        canvas.drawString(x + room.side, top - used + 0.35 * size_pt, text)


def _laid_out(label: Label, room: _Room) -> list[_Line]:
    """The caution and the code, and of the lines all if they can be, smaller if they must be.

    A line for which there is no room is left out whole: half a sentence says less than none.
    """
    width, height = room.of_text
    heading = _heading(label, room)
    left_pt = height - _height(heading) + 0.01
    for share in _SMALLER:
        size_pt = share * room.small_pt
        lines = [_wrapped(line, size_pt, width) for line in label.lines]
        if sum(len(parts) for parts in lines) * size_pt * LEADING <= left_pt:
            break
    found: list[_Line] = []
    for parts in lines:
        more = [(part, REGULAR, size_pt) for part in parts]
        if _height([*found, *more]) <= left_pt:
            found += more
    return [*heading, *found]


def _height(lines: Sequence[_Line]) -> float:
    return sum(size_pt * LEADING for _, _, size_pt in lines)


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
