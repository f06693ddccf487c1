"""Text as the fonts of a printed sheet can show it."""

from xml.sax.saxutils import escape


def shown(text: str) -> str:
    """The text as the standard PDF fonts can show it; what they cannot becomes a question mark."""
    return text.replace("−", "-").encode("cp1252", "replace").decode("cp1252")


def printable(text: str) -> str:
    """The same, with what paragraph markup would take for a tag made harmless."""
    return escape(shown(text))
