"""What printed sheets share: their text, how they look, and the charts of a page on paper."""

from umberpot.ui.pdf.text import BOLD, REGULAR, printable, shown

__all__ = ["BOLD", "REGULAR", "printable", "shown"]
