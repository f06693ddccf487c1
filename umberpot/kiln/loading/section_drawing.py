"""A kiln cut open: its shelves one over another from the front, and what stands on each.

Drawn in mm, y down. Pieces further back are drawn a little higher, so that they are seen behind
those in front of them.
"""

from collections.abc import Iterable
from dataclasses import dataclass

from django.utils.html import format_html, format_html_join
from django.utils.safestring import SafeString

from claycore.firing.loading.shelves import Placed
from umberpot.firings.models import Kiln

WALL = 34.0
SHELF = 9.0
POST_HEIGHT = 130.0
"""Between two shelves, where nobody entered it."""

LYING, ON_EDGE = 18.0, 55.0
"""How high a piece is drawn that lies, and one that stands on its edge."""

THIN = 25.0
"""What is thinner than this from above stands on its edge."""

_BACK_IS_HIGHER = 0.16


@dataclass(frozen=True)
class SectionPiece:
    """A piece from the front; ``fill`` is its fired colour, '' while it has none."""

    x: float
    y: float
    width: float
    height: float
    fill: str = ""

    @property
    def place(self) -> SafeString:
        """Its attributes in SVG: where it stands, how large it is, its colour if it has one."""
        sizes = ("x", self.x), ("y", self.y), ("width", self.width), ("height", self.height)
        numbers = format_html_join(" ", '{}="{}"', ((name, f"{size:.1f}") for name, size in sizes))
        return format_html('{} fill="{}"', numbers, self.fill) if self.fill else numbers


@dataclass(frozen=True)
class KilnSection:
    """A kiln cut open, in mm: the inside from its ceiling to its floor, ``shelves`` by the y of
    their top, the lowest first, and the pieces, the hindmost first."""

    width: float
    height: float
    shelves: list[float]
    pieces: list[SectionPiece]
    summary: str

    wall, shelf = WALL, SHELF

    @property
    def view_box(self) -> str:
        """With its walls."""
        both = 2 * WALL
        return f"{-WALL:g} {-WALL:g} {self.width + both:g} {self.height + both:g}"


def section(kiln: Kiln, stood: Iterable[tuple[int, Placed, str]], summary: str) -> KilnSection:
    """A kiln with pieces, each by its shelf (from 0, the lowest), its place and its colour."""
    placed = sorted(stood, key=lambda one: -one[1].y)
    count = max([kiln.shelf_count, *(shelf + 1 for shelf, _, _ in placed)])
    between = kiln.post_height_mm or POST_HEIGHT
    height = count * (between + SHELF)
    shelves = [height - SHELF - number * (between + SHELF) for number in range(count)]
    # On a round shelf the middle is 0, on a rectangular one the left corner.
    middle = kiln.shelf_width_mm / 2 if kiln.shelf_depth_mm is None else 0.0
    pieces = []
    for shelf, place, fill in placed:
        on_edge = min(place.width, place.depth) < THIN
        high = min(ON_EDGE if on_edge else LYING, between)
        back = place.y + middle
        bottom = shelves[shelf] - _BACK_IS_HIGHER * back
        pieces.append(SectionPiece(place.x + middle, bottom - high, place.width, high, fill))
    return KilnSection(kiln.shelf_width_mm, height, shelves, pieces, summary)
