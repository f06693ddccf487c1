"""One clay's results on paper: chart, swatches, verdict, figures, methods and uncertainties."""

import io
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from django.utils.text import capfirst
from reportlab.lib import colors
from reportlab.lib.pagesizes import A4
from reportlab.lib.styles import ParagraphStyle, getSampleStyleSheet
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import (
    Flowable,
    KeepTogether,
    Paragraph,
    SimpleDocTemplate,
    Spacer,
    Table,
    TableStyle,
)

from claycore.firing import cones
from claycore.judging.limits import SCHOOLS, WARES
from claycore.judging.purposes import PURPOSES
from claycore.measure.formatting import with_u95
from claycore.measure.uncertainty import Estimate
from claycore.testing.soaking import METHODS
from umberpot.results.clays.chart import Series, chart
from umberpot.results.clays.judging import JudgedClay
from umberpot.results.clays.sentences import range_sentences, spread_words
from umberpot.results.clays.tables import figure_rows, seen_at
from umberpot.tiles.models import Tile
from umberpot.ui.drawing import Drawing, Mark
from umberpot.ui.pdf import printable, shown

_INK = colors.Color(0.09, 0.09, 0.09)
_RULE = colors.Color(0.75, 0.75, 0.75)
_BAND = colors.Color(0.90, 0.90, 0.90)
_WIDTH = A4[0] - 36 * mm
_MOST_SWATCHES = 10

_STYLES = getSampleStyleSheet()
_TEXT = ParagraphStyle("text", parent=_STYLES["Normal"], fontSize=9, leading=12, textColor=_INK)
_SMALL = ParagraphStyle("small", parent=_TEXT, fontSize=7.5, leading=9.5)
_HEAD = ParagraphStyle(
    "head", parent=_STYLES["Heading2"], fontSize=12, spaceBefore=8, spaceAfter=3, keepWithNext=True
)
_TITLE = ParagraphStyle("title", parent=_STYLES["Title"], fontSize=20, alignment=0, spaceAfter=2)


class _Chart(Flowable):
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
            canvas.setFillColor(_INK if box.css == "chart-range" else _BAND)
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
            canvas.setFont("Helvetica-Bold" if bold else "Helvetica", 8 if bold else 7)
            canvas.setFillColor(_INK)
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
        "chart-line": (2.0, 0.10, None),
        "chart-far": (0.7, 0.40, (4, 3)),
        "chart-error": (1.2, 0.10, None),
        "chart-perhaps": (2.0, 0.10, (3, 3)),
        "chart-spoilt": (1.4, 0.10, (6, 4)),
    }
    width, grey, dash = pens[name]
    canvas.setLineWidth(width)
    canvas.setStrokeColorRGB(grey, grey, grey)
    canvas.setDash(*dash) if dash else canvas.setDash()


def _mark(canvas: Canvas, mark: Mark) -> None:
    canvas.setFillColor(_INK)
    canvas.circle(mark.x, mark.y, 4.5, stroke=0, fill=1)


@dataclass(frozen=True)
class Swatch:
    """A fired bar, the cone it was fired to and its colour as ``#rrggbb``."""

    bar: Tile
    cone: str
    fill: str


def clay_report_pdf(judged: JudgedClay, swatches: Sequence[Swatch], printed_on: date) -> bytes:
    """One or two pages."""
    out = io.BytesIO()
    clay = judged.record.clay
    document = SimpleDocTemplate(
        out,
        pagesize=A4,
        leftMargin=18 * mm,
        rightMargin=18 * mm,
        topMargin=15 * mm,
        bottomMargin=14 * mm,
        title=shown(f"{clay.name}: clay test report"),
        invariant=1,
    )
    as_what = judged.as_what
    judged_as = f"For {PURPOSES[as_what.purpose]}, as {WARES[as_what.ware]}"
    if judged.evidence.cone:
        judged_as += f", judged at cone {judged.evidence.cone}"
    story: list[Flowable] = [
        Paragraph(printable(clay.name), _TITLE),
        Paragraph(printable(_origin(judged)), _TEXT),
        Paragraph(printable(f"{clay.studio}, {printed_on:%-d %B %Y}"), _SMALL),
        Paragraph(printable(f"{judged.headline}."), _HEAD),
        Paragraph(printable(f"{judged_as}. {judged.verdict.reason}"), _TEXT),
        *[Paragraph(printable(held.sentence), _TEXT) for held in judged.label],
        Paragraph(printable(_other_purposes(judged)), _TEXT),
        Spacer(1, 3 * mm),
    ]
    limit_pct = judged.limits.dense.high_pct
    if judged.record.results.cones:
        picture = chart(
            [Series(clay.name, judged.record.results.cones)], limit_pct, judged.evidence.range
        )
        story.append(_Chart(picture, _WIDTH * 0.92))
    for heading, sentence in range_sentences(judged.evidence.range, limit_pct):
        story.append(Paragraph(f"<b>{heading}:</b> {printable(sentence)}", _TEXT))
    if swatches:
        story.append(KeepTogether([Paragraph("Fired colour", _HEAD), _swatches(swatches)]))
    story += [Paragraph("Figures", _HEAD), Paragraph(printable(_before_firing(judged)), _TEXT)]
    story += [Spacer(1, 1.5 * mm), _figures(judged)]
    story += [Paragraph("Checks", _HEAD), _rules(judged)]
    story += [Paragraph("Methods", _HEAD), *_methods(judged)]
    document.build(story)
    return out.getvalue()


def _other_purposes(judged: JudgedClay) -> str:
    """What it comes to for everything else that it may be wanted for."""
    others = [
        f"{PURPOSES[purpose]}: {verdict.title.lower()}"
        for purpose, verdict in judged.verdicts.items()
        if purpose != judged.as_what.purpose
    ]
    return f"For other purposes: {'; '.join(others)}."


def _origin(judged: JudgedClay) -> str:
    clay = judged.record.clay
    parts = [clay.get_kind_display()]
    sheet = getattr(clay, "sheet", None)
    if sheet:
        parts += [sheet.place, f"dug {sheet.dug_on:%-d %b %Y}" if sheet.dug_on else ""]
    parts += [f"{part.share_pct:g} % {part.clay}" for part in clay.blend_parts.all()]
    parts.append(f"{judged.record.results.bars} bars")
    return " · ".join(part for part in parts if part)


def _swatches(swatches: Sequence[Swatch]) -> Table:
    """From coolest to hottest; as many of each cone as the width has room for."""
    by_cone: dict[str, list[Swatch]] = {}
    for swatch in sorted(swatches, key=lambda swatch: cones.order(swatch.cone)):
        by_cone.setdefault(swatch.cone, []).append(swatch)
    each = max(1, _MOST_SWATCHES // len(by_cone))
    chosen = [swatch for at_cone in by_cone.values() for swatch in at_cone[:each]][:_MOST_SWATCHES]
    table = Table(
        [
            ["" for _ in chosen],
            [shown(f"{swatch.bar.code}, cone {swatch.cone}") for swatch in chosen],
        ],
        colWidths=[_WIDTH / _MOST_SWATCHES] * len(chosen),
        rowHeights=[11 * mm, 5 * mm],
        hAlign="LEFT",
    )
    style = [("FONT", (0, 1), (-1, 1), "Helvetica", 6.5), ("ALIGN", (0, 0), (-1, -1), "CENTER")]
    for x, swatch in enumerate(chosen):
        style.append(("BACKGROUND", (x, 0), (x, 0), colors.HexColor(swatch.fill)))
    table.setStyle(TableStyle(style))
    return table


def _table(rows: Sequence[Sequence[str]], widths: Sequence[float]) -> Table:
    table = Table(
        [[Paragraph(printable(cell), _SMALL) for cell in row] for row in rows],
        colWidths=list(widths),
        repeatRows=1,
        hAlign="LEFT",
    )
    table.setStyle(
        TableStyle(
            [
                ("LINEBELOW", (0, 0), (-1, 0), 0.8, _INK),
                ("LINEBELOW", (0, 1), (-1, -1), 0.4, _RULE),
                ("VALIGN", (0, 0), (-1, -1), "TOP"),
                ("TOPPADDING", (0, 0), (-1, -1), 1.5),
                ("BOTTOMPADDING", (0, 0), (-1, -1), 1.5),
                ("LEFTPADDING", (0, 0), (0, -1), 0),
            ]
        )
    )
    return table


def _before_firing(judged: JudgedClay) -> str:
    found = judged.record.results
    known = [
        f"{title} {with_u95(estimate.value, estimate.u95)} %"
        for title, estimate in (
            ("drying shrinkage", found.drying),
            ("water of plasticity, on dry clay,", found.water_of_plasticity),
        )
        if estimate
    ]
    return f"Before firing: {'; '.join(known) or 'not measured'}."


def _figures(judged: JudgedClay) -> Table:
    found = judged.record.results
    head = ["", *(f"cone {at.cone}, {at.bars} bars" for at in found.cones)]
    rows = [
        [
            f"{row.title}{', ' if row.unit else ''}{row.unit.replace('⁻⁶', '^-6')}",
            *(_cell(estimate) for estimate in row.cells),
        ]
        for row in figure_rows(found)
    ]
    rows.append(["Observations", *(seen_at(at) or "-" for at in found.cones)])
    cell = (_WIDTH * 0.68) / max(1, len(found.cones))
    return _table([head, *rows], [_WIDTH * 0.32, *([cell] * len(found.cones))])


def _cell(estimate: Estimate | None) -> str:
    if estimate is None:
        return "-"
    return f"{with_u95(estimate.value, estimate.u95)} ({estimate.count})"


def _rules(judged: JudgedClay) -> Table:
    rows = [
        [
            line.title,
            line.finding.measured,
            f"{line.finding.limit} ({line.finding.school})",
            line.outcome.words,
        ]
        for line in judged.verdict.lines
        if line.matters
    ]
    share = (0.28, 0.24, 0.36, 0.12)
    return _table([["Check", "Measured", "Limit", ""], *rows], [_WIDTH * s for s in share])


def _methods(judged: JudgedClay) -> list[Flowable]:
    found = judged.record.results
    used = {method for at in found.cones for method in at.soaks}
    lines = [
        f"{METHODS[m].title}: {METHODS[m].steps} {capfirst(METHODS[m].standing)}."
        for m in sorted(used)
    ]
    lines += [
        "Shrinkage as ASTM C326 defines it, absorption, porosity and density as ASTM C373 and C20."
        " Numbers in brackets are numbers of bars. ± is about 95 % (JCGM 100:2008): what"
        " equal bars of the studio differ by, moderated (Smyth 2004), and never less than the"
        " steps of scale and ruler leave open.",
        f"Limits: {judged.as_what.school}, {SCHOOLS[judged.as_what.school]}; common practice or the"
        " studio's own. This report does not show that ware is food-safe. Only an"
        " accredited laboratory and local law can decide that.",
        *found.problems,
        *spread_words(found, judged.evidence.cone),
    ]
    return [Paragraph(printable(line), _SMALL) for line in lines]
