"""The paper that a studio prints on: one entry a kind."""

from dataclasses import dataclass

from reportlab.lib.pagesizes import A4, A5, LETTER, landscape


@dataclass(frozen=True)
class Paper:
    """A kind of paper: its sheet and half of one, upright, in points; the usual label sheet."""

    title: str
    sheet: tuple[float, float]
    half: tuple[float, float]
    label_sheet: str

    @property
    def lying(self) -> tuple[float, float]:
        """The sheet on its side."""
        width, height = landscape(self.sheet)
        return width, height


USUAL_PAPER = "a4"
PAPERS = {
    USUAL_PAPER: Paper("A4", A4, A5, "a4-24"),
    "letter": Paper("US Letter", LETTER, (LETTER[1] / 2, LETTER[0]), "letter-30"),
}
"""By its code: ISO 216 (half of A4 is A5), and ANSI A."""

PAPER_CHOICES = [(code, paper.title) for code, paper in PAPERS.items()]
