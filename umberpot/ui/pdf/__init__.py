"""What printed sheets share: their text, how they look, and the charts of a page on paper."""

from umberpot.ui.pdf.text import printable, shown

__all__ = ["printable", "shown"]
