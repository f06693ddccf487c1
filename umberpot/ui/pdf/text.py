"""Text as the fonts of a printed sheet can show it."""

from xml.sax.saxutils import escape

IN_WORDS = {"−": "-", "Δ": "Delta ", "→": "to", "≤": "at most ", "≥": "at least "}
"""What the standard fonts lack, and what stands for it."""


def shown(text: str) -> str:
    """The text as the standard PDF fonts can show it; what they cannot becomes a question mark."""
    for sign, words in IN_WORDS.items():
        text = text.replace(sign, words)
    return text.encode("cp1252", "replace").decode("cp1252")


def printable(text: str) -> str:
    """The same, with what paragraph markup would take for a tag made harmless."""
    return escape(shown(text))
