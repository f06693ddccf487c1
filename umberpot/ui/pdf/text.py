"""Text as printed sheets can show it. Their fonts are those of the pages, with Greek and Cyrillic
letters added by bin/paper_fonts.py."""

from functools import lru_cache
from pathlib import Path
from unicodedata import category, normalize
from xml.sax.saxutils import escape

from reportlab import rl_config
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont

REGULAR, BOLD = "Archivo-Regular", "Archivo-Bold"
FAMILY = "Archivo"

for _name in (REGULAR, BOLD):
    pdfmetrics.registerFont(TTFont(_name, str(Path(__file__).parent / "fonts" / f"{_name}.ttf")))
pdfmetrics.registerFontFamily(FAMILY, REGULAR, BOLD, REGULAR, BOLD)
# Every page begins with this one; the usual one is not embedded.
rl_config.canvas_basefontname = REGULAR

_MOST_NAMED = 4
_HAS = frozenset(pdfmetrics.getFont(REGULAR).face.charToGlyph)


_INVISIBLE = {"Cc", "Cf", "Mn", "Me"}
"""Unicode's categories of what has no shape of its own: accents that stand for themselves, joiners,
marks of direction."""


def shown(text: str) -> str:
    """The text as the fonts can show it: a letter they lack goes without its accents.

    Signs that they lack altogether become their code points, a run of them in one pair of brackets:
    nothing on paper is a question mark that nobody typed.
    """
    found = "".join(_shown(sign) for sign in normalize("NFC", text))
    return found.replace("][", " ") if "[U+" in found else found


@lru_cache(maxsize=2048)
def _shown(sign: str) -> str:
    if ord(sign) in _HAS or sign in "\n\t":
        return sign
    if category(sign) in _INVISIBLE:
        return ""
    return _of_its_parts(sign) or f"[U+{ord(sign):04X}]"


def _of_its_parts(sign: str) -> str:
    return "".join(part for part in normalize("NFKD", sign) if ord(part) in _HAS)


def not_printed(*texts: str) -> str:
    """What of some texts is printed as code points, in a sentence; '' where everything is shown."""
    signs = dict.fromkeys(sign for text in texts for sign in normalize("NFC", text))
    lacking = [sign for sign in signs if _shown(sign).startswith("[U+")]
    if not lacking:
        return ""
    first = ", ".join(f"“{sign}” as {_shown(sign)}" for sign in lacking[:_MOST_NAMED])
    more = f", and {len(lacking) - _MOST_NAMED} more" if len(lacking) > _MOST_NAMED else ""
    return f"The printed sheet has no letters for these signs and shows their codes: {first}{more}."


def printable(text: str) -> str:
    """The text as a paragraph shows it: nothing in it is taken for a tag."""
    return escape(shown(text))
