"""The card of a batch on paper: what was established, by what, and what was not."""

from collections.abc import Sequence
from datetime import date

from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.platypus import Flowable, KeepTogether, Paragraph, Spacer

from claycore.judging.limits import SCHOOL_WORDS
from claycore.safety.metals import caution_in_short, in_words
from umberpot.ui.pdf import BOLD, printable
from umberpot.ui.pdf.looks import SMALL, TEXT, TITLE
from umberpot.ui.pdf.pages import document
from umberpot.ui.pdf.paper import Paper
from umberpot.ware import sentences
from umberpot.ware.models import WareBatch
from umberpot.ware.reading import BatchVerdict, UseRow

_TEXT = ParagraphStyle("card", parent=TEXT, fontSize=8.5, leading=11)
_LINK = ParagraphStyle("link", parent=_TEXT, leftIndent=5 * mm, bulletIndent=0)
_TITLE = ParagraphStyle("batch", parent=TITLE, fontSize=17, leading=21)
_USE = ParagraphStyle(
    "use", parent=TEXT, fontName=BOLD, fontSize=11, leading=14, spaceBefore=7, spaceAfter=1
)

_CAUTION = ParagraphStyle("caution", parent=_TEXT, fontName=BOLD, spaceAfter=3)

_MARKS = {True: "yes", False: "no", None: "open"}


def card_pdf(batch: WareBatch, verdict: BatchVerdict, printed_on: date, paper: Paper) -> bytes:
    """Half a sheet, or two where much was tested."""
    glaze = f". Glaze: {batch.glaze_called}" if batch.glaze_called else ""
    school = f"By {SCHOOL_WORDS[batch.school]}"
    story: list[Flowable] = [
        *_caution(batch),
        Paragraph(printable(batch.name), _TITLE),
        Paragraph(printable(f"{batch.in_words}{glaze}."), _TEXT),
        Paragraph(printable(f"{school}. {batch.studio}, {printed_on:%-d %B %Y}"), SMALL),
        *[KeepTogether(_use(row, verdict)) for row in verdict.rows],
        Spacer(1, 4 * mm),
        Paragraph(printable(sentences.NO_ASSURANCE), SMALL),
    ]
    title = f"{batch.name}: what it may be used for"
    return document(story, title, (12 * mm, 12 * mm, 12 * mm), paper.half)


def _caution(batch: WareBatch) -> list[Flowable]:
    """What is in its glaze and clay that must be watched for, before everything else."""
    if not batch.metals:
        return []
    said = f"{caution_in_short(batch.metals)} ({in_words(batch.metals)} in its glaze or clay)"
    return [Paragraph(printable(said), _CAUTION)]


def _use(row: UseRow, verdict: BatchVerdict) -> Sequence[Flowable]:
    """A use with each of its conditions."""
    lines: list[Flowable] = [Paragraph(printable(f"{row.title}: {row.summary.lower()}"), _USE)]
    if row.untried:
        lines.append(Paragraph(printable(row.untried), _TEXT))
    for link in row.verdict.links:
        known = verdict.known_by.get(link.code, "")
        said = f"{_MARKS[link.holds]}: {link.message}{f' ({known})' if known else ''}"
        lines.append(Paragraph(printable(said), _LINK))
    return lines
