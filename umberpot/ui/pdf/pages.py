"""Sheets of a document: which page of how many, and the language they are in."""

import io
from collections.abc import Sequence
from typing import Any

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, SimpleDocTemplate

from umberpot.ui.pdf.text import REGULAR

LANGUAGE = "en-GB"
_FOOT_PT = 7 * mm
_SIDE_PT = 12 * mm


class NumberedCanvas(Canvas):
    """A canvas that says on each page which of how many it is, where there are several.

    How many there are is known at the end only, so pages are kept until then.
    """

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self._kept: list[dict[str, Any]] = []

    def showPage(self) -> None:  # noqa: N802 - ReportLab's name
        """Keeps the page."""
        self._kept.append(dict(self.__dict__))
        self._startPage()

    def save(self) -> None:
        """Writes the pages, numbered."""
        count = len(self._kept)
        for number, page in enumerate(self._kept, 1):
            self.__dict__.update(page)
            if count > 1:
                self.setFont(REGULAR, 7)
                self.setFillGray(0.25)
                right = self._pagesize[0] - _SIDE_PT
                self.drawRightString(right, _FOOT_PT, f"Page {number} of {count}")
            super().showPage()
        super().save()


def document(
    story: Sequence[Flowable],
    title: str,
    margins: tuple[float, float, float],
    paper: tuple[float, float],
) -> bytes:
    """A PDF of what is told, on as many pages as that takes.

    ``margins`` are those at the sides, at the top and at the foot, in points.
    """
    out = io.BytesIO()
    side, top, foot = margins
    SimpleDocTemplate(
        out,
        pagesize=paper,
        leftMargin=side,
        rightMargin=side,
        topMargin=top,
        bottomMargin=foot,
        title=title,
        lang=LANGUAGE,
        invariant=1,
    ).build(list(story), canvasmaker=NumberedCanvas)
    return out.getvalue()
