"""Whether pieces stand under the shelf above them, and the shelves under the roof of the kiln."""

from collections.abc import Iterable
from dataclasses import dataclass

from claycore.firing.loading.footprints import RACK_MM, PieceSize

SHELF_THICKNESS_MM = 15.0
"""Common practice."""

CUSHION_MM = 5.0
"""Air between a piece and the shelf above it. Our choice."""


@dataclass(frozen=True)
class ShelfStack:
    """What so many shelves on posts of one height take up, against the room there is, in mm."""

    shelves: int
    needed: float
    usable: float

    @property
    def fits(self) -> bool:
        return self.needed <= self.usable


def standing_height(piece: PieceSize, on_edge: bool) -> float:
    """How high a piece stands, in mm: its thickness lying flat, its width in a rack.

    Raises nothing. Source: arithmetic; the rack's own foot is our choice.
    """
    return piece.width + RACK_MM if on_edge else piece.thickness


def too_tall(heights: Iterable[float], post: float) -> float | None:
    """The height of the tallest piece in mm if it does not stand under posts of ``post`` mm.

    None if all do. Raises nothing. Source: arithmetic with a cushion of air of our choice.
    """
    tallest = max(heights, default=0.0)
    return tallest if tallest + CUSHION_MM > post else None


def stack(shelves: int, post: float, usable: float) -> ShelfStack:
    """Shelves on posts of ``post`` mm in a kiln with ``usable`` mm of height.

    Above the highest shelf as much room is needed as under it. Raises nothing. Source: arithmetic;
    the thickness of a shelf is common practice.
    """
    return ShelfStack(shelves, shelves * (post + SHELF_THICKNESS_MM), usable)
