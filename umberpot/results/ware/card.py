"""The card of a batch on paper: what was established, by what, and what was not."""

import io
from collections.abc import Sequence
from datetime import date

from reportlab.lib.colors import Color
from reportlab.lib.pagesizes import A5
from reportlab.lib.styles import ParagraphStyle, getSampleStyleSheet
from reportlab.lib.units import mm
from reportlab.platypus import Flowable, KeepTogether, Paragraph, SimpleDocTemplate, Spacer

from claycore.judging.limits import SCHOOLS, WARES
from umberpot.results.models import WareBatch
from umberpot.results.ware import sentences
from umberpot.results.ware.reading import BatchVerdict, UseRow
from umberpot.ui.pdf import printable, shown

_INK = Color(0.09, 0.09, 0.09)
_STYLES = getSampleStyleSheet()
_TEXT = ParagraphStyle("text", parent=_STYLES["Normal"], fontSize=8.5, leading=11, textColor=_INK)
_LINK = ParagraphStyle("link", parent=_TEXT, leftIndent=5 * mm, bulletIndent=0)
_SMALL = ParagraphStyle("small", parent=_TEXT, fontSize=7.5, leading=9.5)
_TITLE = ParagraphStyle("title", parent=_STYLES["Title"], fontSize=17, alignment=0, spaceAfter=2)
_USE = ParagraphStyle("use", parent=_STYLES["Heading3"], fontSize=11, spaceBefore=7, spaceAfter=1)

_MARKS = {True: "yes", False: "no", None: "open"}


def card_pdf(batch: WareBatch, verdict: BatchVerdict, printed_on: date) -> bytes:
    """One A5 page, or two where much was tested."""
    out = io.BytesIO()
    margin = 12 * mm
    document = SimpleDocTemplate(
        out,
        pagesize=A5,
        **dict.fromkeys(("leftMargin", "rightMargin", "topMargin", "bottomMargin"), margin),
        title=shown(f"{batch.name}: what it may be used for"),
        invariant=1,
    )
    of_what = f"{batch.clay}, cone {batch.cone}, as {WARES[batch.ware]}"
    glaze = f". Glaze: {batch.glaze_name}" if batch.glaze_name else ""
    school = f"Judged by {SCHOOLS[batch.school]}"
    story: list[Flowable] = [
        Paragraph(printable(batch.name), _TITLE),
        Paragraph(printable(f"{of_what}{glaze}."), _TEXT),
        Paragraph(printable(f"{school}. {batch.studio}, {printed_on:%-d %B %Y}"), _SMALL),
        *[KeepTogether(_use(row, verdict)) for row in verdict.rows],
        Spacer(1, 4 * mm),
        Paragraph(printable(sentences.NO_ASSURANCE), _SMALL),
    ]
    document.build(story)
    return out.getvalue()


def _use(row: UseRow, verdict: BatchVerdict) -> Sequence[Flowable]:
    """A use with each of its conditions."""
    lines: list[Flowable] = [Paragraph(printable(f"{row.title}: {row.says.lower()}"), _USE)]
    for link in row.verdict.links:
        known = verdict.known_by.get(link.code, "")
        said = f"{_MARKS[link.holds]}: {link.message}{f' ({known})' if known else ''}"
        lines.append(Paragraph(printable(said), _LINK))
    return lines
