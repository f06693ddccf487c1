"""A ruler stretched by a clay's shrinkage, to be printed at true size.

Laid on wet clay it reads what the piece will measure once fired: each of its millimetres is
``1 / (1 − total)`` long. A plain 100 mm line beside it proves that the printer did not scale.
"""

import io
from datetime import date

from reportlab.lib.pagesizes import A4, landscape
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from claycore.measure.formatting import plain
from claycore.measure.uncertainty import Estimate
from claycore.testing.shrinkage import size_to_make
from umberpot.ui.pdf import BOLD, REGULAR, shown
from umberpot.ui.pdf.pages import LANGUAGE

_LEFT = 16 * mm
_ROOM_MM = landscape(A4)[0] / mm - 32
CHECK_MM = 100


def shrink_rule_pdf(name: str, cone: str, total: Estimate, note: str, day: date) -> bytes:
    """Two rules for one clay at one cone, and the check mark. Raises OutOfBounds.

    Each says within its frame what it is of: cut out, it has nothing else to say it by.
    """
    stretch = size_to_make(1, total).value
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=landscape(A4), invariant=1, lang=LANGUAGE)
    canvas.setTitle(f"Shrinkage ruler: {name}, cone {cone}")
    canvas.setFont(BOLD, 16)
    top = landscape(A4)[1]
    canvas.drawString(_LEFT, top - 20 * mm, shown(f"{name}, cone {cone}"))
    canvas.setFont(REGULAR, 9)
    canvas.drawString(_LEFT, top - 26 * mm, shown(note))
    canvas.drawString(
        _LEFT,
        top - 31 * mm,
        "Print at 100 %, unscaled. Measure wet clay with it to read the fired size in mm.",
    )
    most_fired = int(_ROOM_MM / stretch)
    whose = f"{name}, cone {cone}, shrinks {plain(total.value, 1)} %, {day:%-d %b %Y}"
    _rule(canvas, top - 62 * mm, stretch, most_fired, f"Fired mm. {whose}")
    _rule(canvas, top - 100 * mm, stretch, most_fired, f"Fired mm, spare. {whose}")
    _check(canvas, top - 140 * mm)
    canvas.showPage()
    canvas.save()
    return out.getvalue()


def _rule(canvas: Canvas, y: float, stretch: float, most: int, words: str) -> None:
    canvas.setLineWidth(0.6)
    canvas.rect(_LEFT - 3 * mm, y - 14 * mm, most * stretch * mm + 6 * mm, 20 * mm)
    canvas.setLineWidth(0.35)
    for fired in range(most + 1):
        x = _LEFT + fired * stretch * mm
        length = 8 if fired % 10 == 0 else 6 if fired % 5 == 0 else 4
        canvas.line(x, y + 6 * mm, x, y + (6 - length) * mm)
        if fired % 10 == 0:
            canvas.setFont(REGULAR, 8)
            canvas.drawCentredString(x, y - 6 * mm, str(fired))
    canvas.setFont(REGULAR, 7)
    canvas.drawString(_LEFT, y - 11.5 * mm, shown(words))


def _check(canvas: Canvas, y: float) -> None:
    canvas.setLineWidth(0.6)
    right = _LEFT + CHECK_MM * mm
    canvas.line(_LEFT, y, right, y)
    for x in (_LEFT, right):
        canvas.line(x, y - 3 * mm, x, y + 3 * mm)
    canvas.setFont(REGULAR, 9)
    canvas.drawString(
        _LEFT,
        y - 8 * mm,
        f"This line must be {CHECK_MM} mm long. If it is not, the printer scaled the"
        " page: throw this ruler away and print again at 100 %.",
    )
