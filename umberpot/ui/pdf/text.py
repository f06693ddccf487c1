"""Text as the fonts of a printed sheet can show it."""

import re
from xml.sax.saxutils import escape

from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont

IN_WORDS = {"−": "-", "Δ": "Delta ", "→": "to", "≤": "at most ", "≥": "at least ", "≈": "about "}
"""What the standard fonts lack, and what stands for it."""

SIGNS = {"Δ": "∆", "−": "−", "≤": "≤", "≥": "≥", "≈": "≈"}
"""Those of them that a font which comes with ReportLab has; of the Greek letters it has none, but
the sign for an increment looks like a delta."""

SIGNS_FONT = "Vera"
pdfmetrics.registerFont(TTFont(SIGNS_FONT, "Vera.ttf"))


def shown(text: str) -> str:
    """The text as the standard PDF fonts can show it; what they cannot becomes a question mark."""
    for sign, words in IN_WORDS.items():
        text = text.replace(sign, words)
    return text.encode("cp1252", "replace").decode("cp1252")


def printable(text: str) -> str:
    """The text as a paragraph shows it: its signs as they are, nothing in it taken for a tag."""
    pieces = re.split(f"([{''.join(SIGNS)}])", text)
    return "".join(
        f'<font name="{SIGNS_FONT}">{SIGNS[piece]}</font>'
        if piece in SIGNS
        else escape(shown(piece))
        for piece in pieces
    )
