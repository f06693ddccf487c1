"""A ruler stretched by a clay's shrinkage, to be printed at true size.

Laid on wet clay it reads what the piece will measure once fired: each of its millimetres is
``1 / (1 − total)`` long. A plain 100 mm line beside it proves that the printer did not scale.
"""

import io
from datetime import date

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from claycore.measure.formatting import plain
from claycore.measure.uncertainty import Estimate
from claycore.testing.shrinkage import size_to_make
from umberpot.ui.pdf import BOLD, REGULAR, shown
from umberpot.ui.pdf.pages import LANGUAGE
from umberpot.ui.pdf.paper import Paper

_LEFT = 16 * mm
CHECK_MM = 100


def shrink_rule_pdf(title: str, total: Estimate, note: str, day: date, paper: Paper) -> bytes:
    """A rule for what ``title`` says in two parts, and the check mark. Raises OutOfBounds.

    The second goes on where the first ends: laid end to end they measure what is longer than the
    paper. Each says within its frame what it is of: cut out, it has nothing else to say it by.
    """
    stretch = size_to_make(1, total).value
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=paper.lying, invariant=1, lang=LANGUAGE)
    canvas.setTitle(f"Shrinkage ruler: {title}")
    canvas.setFont(BOLD, 16)
    top = paper.lying[1]
    canvas.drawString(_LEFT, top - 20 * mm, shown(title))
    canvas.setFont(REGULAR, 9)
    canvas.drawString(_LEFT, top - 26 * mm, shown(note))
    canvas.drawString(
        _LEFT,
        top - 31 * mm,
        "Print at 100 %, unscaled. Measure wet clay with it to read the fired size in mm.",
    )
    # In whole centimetres, so that the second part begins with a figure.
    most_fired = 10 * int((paper.lying[0] - 2 * _LEFT) / mm / stretch / 10)
    whose = f"{title}, shrinks {plain(total.value, 1)} %, {day:%-d %b %Y}"
    for part, y in enumerate((62, 100)):
        said = f"Part {part + 1}, fired mm. {whose}"
        _rule(canvas, top - y * mm, stretch, (part * most_fired, (part + 1) * most_fired), said)
    _check(canvas, top - 140 * mm)
    canvas.showPage()
    canvas.save()
    return out.getvalue()


def _rule(canvas: Canvas, y: float, stretch: float, fired_mm: tuple[int, int], words: str) -> None:
    first, last = fired_mm
    canvas.setLineWidth(0.6)
    canvas.rect(_LEFT - 3 * mm, y - 14 * mm, (last - first) * stretch * mm + 6 * mm, 20 * mm)
    canvas.setLineWidth(0.35)
    for fired in range(first, last + 1):
        x = _LEFT + (fired - first) * stretch * mm
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
