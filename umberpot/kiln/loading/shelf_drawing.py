"""A kiln shelf from above, to scale: its outline and the slabs that stand on it.

Drawn in mm, with y down as SVG has it; the core's y runs up.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from django.utils.html import format_html
from django.utils.safestring import SafeString

from claycore.firing.loading.shelves import Placed, RoundShelf, Shelf

LETTER = 0.62
"""How wide a letter is set, as a share of its height."""

LARGEST_LETTER = 26.0
SMALLEST_LETTER = 9.0
MARGIN = 4.0


@dataclass(frozen=True)
class DrawnPiece:
    """A piece as it is drawn; ``key`` says which piece it is to whoever moves it, '' where none."""

    name: str
    x: float
    y: float
    width: float
    depth: float
    css: str = ""
    key: str = ""

    @property
    def handles(self) -> SafeString:
        """The attributes in SVG by which it is moved; none where nobody moves it."""
        if not self.key:
            return SafeString("")
        summary = f"{self.name}, locked" if "slab-locked" in self.css else self.name
        return format_html(
            'id="piece-{0}" data-piece="{0}" tabindex="0" role="button" aria-label="{1}"',
            self.key,
            summary,
        )

    @property
    def place(self) -> SafeString:
        """Its attributes in SVG that say where it stands and how large it is."""
        return format_html(
            'x="{}" y="{}" width="{}" height="{}"',
            *(f"{number:.1f}" for number in (self.x, self.y, self.width, self.depth)),
        )

    @property
    def letter(self) -> float:
        """How high its name is set so that it fits along the longer side; 0 where none fits."""
        along, across = max(self.width, self.depth), min(self.width, self.depth)
        fits = min(LARGEST_LETTER, 0.8 * across, 0.9 * along / (LETTER * max(1, len(self.name))))
        return round(fits, 1) if fits >= SMALLEST_LETTER else 0.0

    @property
    def turn(self) -> SafeString:
        """Where its name is set, on end where it is deeper than wide."""
        x, y = self.x + self.width / 2, self.y + self.depth / 2
        turned = format_html(' transform="rotate(-90 {} {})"', f"{x:.1f}", f"{y:.1f}")
        at = format_html(
            'x="{}" y="{}" font-size="{}"', f"{x:.1f}", f"{y + 0.36 * self.letter:.1f}", self.letter
        )
        return at + (turned if self.depth > self.width else SafeString(""))


@dataclass(frozen=True)
class ShelfDrawing:
    """A shelf and its slabs in the frame they are drawn in."""

    summary: str
    is_round: bool
    width: float
    depth: float
    frame: float
    slabs: tuple[DrawnPiece, ...]

    @property
    def view_box(self) -> str:
        """The part that is shown: as wide for all shelves of a page, so that they are to scale."""
        left, top = (-self.width / 2, -self.depth / 2) if self.is_round else (0.0, 0.0)
        return (
            f"{left - MARGIN:.1f} {top - MARGIN:.1f}"
            f" {self.frame + 2 * MARGIN:.1f} {self.depth + 2 * MARGIN:.1f}"
        )

    @property
    def bottom(self) -> str:
        """The lower edge's y as SVG counts: what turns a place there into one of the core's."""
        return "0" if self.is_round else f"{self.depth:.1f}"

    @property
    def radius(self) -> str:
        """Of a round one."""
        return f"{self.width / 2:.1f}"

    @property
    def board(self) -> SafeString:
        """Its attributes in SVG where it is rectangular."""
        return format_html('width="{}" height="{}"', f"{self.width:.1f}", f"{self.depth:.1f}")


def drawn(
    shelf: Shelf, stood: Sequence[tuple[str, Placed, str, str]], summary: str, frame: float
) -> ShelfDrawing:
    """A shelf with what stands on it: each piece's name, place, look and key.

    ``frame`` is the width of the widest shelf it is shown beside, in mm.
    """
    is_round = isinstance(shelf, RoundShelf)
    width, depth = shelf.sides
    bottom = 0.0 if is_round else depth
    slabs = tuple(
        DrawnPiece(name, at.x, bottom - at.y - at.depth, at.width, at.depth, css, key)
        for name, at, css, key in stood
    )
    return ShelfDrawing(summary, is_round, width, depth, frame, slabs)
