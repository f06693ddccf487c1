"""Drawings of the pages, drawn again on paper."""

from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable

from umberpot.ui.drawing import Drawing, PointMark
from umberpot.ui.pdf.looks import BAND, INK
from umberpot.ui.pdf.text import BOLD, REGULAR, shown


class PrintedChart(Flowable):
    """A drawing of the page, drawn again on paper."""

    def __init__(self, drawing: Drawing, width_pt: float) -> None:
        super().__init__()
        self.drawing = drawing
        self.scale = width_pt / drawing.width
        self.width, self.height = width_pt, drawing.height * self.scale

    def draw(self) -> None:
        canvas, drawing = self.canv, self.drawing
        canvas.saveState()
        canvas.translate(0, self.height)
        canvas.scale(self.scale, -self.scale)
        for box in drawing.boxes:
            canvas.setFillColor(INK if box.css == "chart-range" else BAND)
            canvas.rect(box.x, box.y, box.width, box.height, stroke=0, fill=1)
        for stroke in drawing.strokes:
            _look(canvas, stroke.css)
            path = canvas.beginPath()
            path.moveTo(*stroke.points[0])
            for point in stroke.points[1:]:
                path.lineTo(*point)
            canvas.drawPath(path)
        canvas.setDash()
        for mark in drawing.marks:
            _mark(canvas, mark)
        canvas.restoreState()
        for words in drawing.words:
            bold = words.css in ("chart-cone", "chart-title")
            canvas.setFont(BOLD if bold else REGULAR, 8 if bold else 7)
            canvas.setFillColor(INK)
            x, y = words.x * self.scale, self.height - words.y * self.scale
            draw = {
                "start": canvas.drawString,
                "middle": canvas.drawCentredString,
                "end": canvas.drawRightString,
            }[words.anchor]
            draw(x, y, shown(words.text))


def _look(canvas: Canvas, css: str) -> None:
    """Sets the pen as app.css has it for these classes."""
    name = css.split()[0]
    pens = {
        "chart-rule": (0.6, 0.80, None),
        "chart-tested": (0.6, 0.80, (2, 3)),
        "chart-axis": (1.0, 0.35, None),
        "chart-leader": (0.6, 0.35, None),
        "chart-line": (2.0, 0.10, None),
        "chart-plan": (0.8, 0.55, None),
        "chart-far": (0.7, 0.40, (4, 3)),
        "chart-error": (1.2, 0.10, None),
        "chart-perhaps": (2.0, 0.10, (3, 3)),
        "chart-spoilt": (1.4, 0.10, (6, 4)),
    }
    width, grey, dash = pens[name]
    canvas.setLineWidth(width)
    canvas.setStrokeColorRGB(grey, grey, grey)
    canvas.setDash(*dash) if dash else canvas.setDash()


def _mark(canvas: Canvas, mark: PointMark) -> None:
    canvas.setFillColor(INK)
    canvas.circle(mark.x, mark.y, 4.5, stroke=0, fill=1)
