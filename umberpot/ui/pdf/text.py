"""Text as printed sheets can show it. Their fonts are those of the pages, cut by
bin/paper_fonts.py."""

from functools import lru_cache
from pathlib import Path
from unicodedata import combining, normalize
from xml.sax.saxutils import escape

from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont

REGULAR, BOLD = "Archivo-Regular", "Archivo-Bold"
FAMILY = "Archivo"

for _name in (REGULAR, BOLD):
    pdfmetrics.registerFont(TTFont(_name, str(Path(__file__).parent / "fonts" / f"{_name}.ttf")))
pdfmetrics.registerFontFamily(FAMILY, REGULAR, BOLD, REGULAR, BOLD)

_HAS = frozenset(pdfmetrics.getFont(REGULAR).face.charToGlyph)


def shown(text: str) -> str:
    """The text as the fonts can show it: a letter they lack goes without its accents, or becomes a
    question mark."""
    return "".join(_shown(sign) for sign in normalize("NFC", text))


@lru_cache(maxsize=2048)
def _shown(sign: str) -> str:
    if combining(sign):
        return ""
    if ord(sign) in _HAS or sign in "\n\t":
        return sign
    plain = (part for part in normalize("NFKD", sign) if not combining(part))
    return "".join(part for part in plain if ord(part) in _HAS) or "?"


def printable(text: str) -> str:
    """The text as a paragraph shows it: nothing in it is taken for a tag."""
    return escape(shown(text))
