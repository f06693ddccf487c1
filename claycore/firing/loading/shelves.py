"""Kiln shelves from above, and the pieces that stand on them. Millimetres throughout.

A round shelf's origin is its centre, a rectangular one's its lower left corner.
"""

import math
from collections.abc import Iterable
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from claycore.measure.bounds import Bound

SIDE = Bound(1, 5000, "Sizes must be from 1 to 5000 mm.", low_allowed=True)
CLEARANCE = Bound(0, 200, "Clearance must be from 0 to 200 mm.", low_allowed=True)
CLEARANCE_MM = 5.0
"""Between pieces and to the edge, where nobody says. Common practice: 5 to 10 mm."""

MOST_INSCRIBED = 80
"""Rectangles that stand for a round shelf; more cost time and gain nothing that was seen."""

EVEN_ANGLES = 8
"""Of them so many are spread evenly, whatever the pieces measure."""

DUST = 1e-7
"""What floating point may take from a fit, in mm."""

AIR_MM = 25.0
"""Left between a shelf and the wall of the kiln, all around. Common practice."""

Rectangles = NDArray[np.float64]
"""One a row: left, bottom, right, top."""


class Size(NamedTuple):
    """What a piece covers, standing as it will stand, in mm. It may be turned by 90°."""

    width: float
    depth: float

    @property
    def area(self) -> float:
        """In mm²."""
        return self.width * self.depth

    @property
    def upright(self) -> "Size":
        """Itself with the long side first: the same for a piece and for the piece turned."""
        return Size(max(self), min(self))


@dataclass(frozen=True)
class Placed:
    """Where a piece stands: its lower left corner, and what it covers from there, in mm."""

    x: float
    y: float
    width: float
    depth: float

    @property
    def size(self) -> Size:
        """What it covers."""
        return Size(self.width, self.depth)


@dataclass(frozen=True)
class ShelfPlace:
    """Where a piece stands in a kiln: its shelf, from 0, the lowest, and its place on it."""

    shelf: int
    placed: Placed


@dataclass(frozen=True)
class RectangularShelf:
    """A shelf with four corners, in mm."""

    width: float
    depth: float

    @property
    def sides(self) -> tuple[float, float]:
        """How wide and how deep it is at most, in mm."""
        return self.width, self.depth

    @property
    def area(self) -> float:
        """In mm²."""
        return self.width * self.depth

    def room_area(self, clearance: float) -> float:
        """No less than pieces can cover with their share of the gaps, in mm²."""
        return max(0.0, self.width - clearance) * max(0.0, self.depth - clearance)

    def holds(self, piece: Placed, clearance: float) -> bool:
        """Whether a piece keeps its distance to the edge."""
        return (
            piece.x >= clearance - DUST
            and piece.y >= clearance - DUST
            and piece.x + piece.width <= self.width - clearance + DUST
            and piece.y + piece.depth <= self.depth - clearance + DUST
        )

    def takes(self, piece: Size, clearance: float) -> bool:
        """Whether a piece fits at all, turned or not."""
        across, along = sorted((piece.width, piece.depth))
        narrow, wide = sorted((self.width, self.depth))
        gaps = 2 * clearance - DUST
        return across <= narrow - gaps and along <= wide - gaps

    def free(self, clearance: float, sides: Iterable[float]) -> Rectangles:
        """The rectangles free at first, each piece carrying half a gap around it."""
        gap = clearance / 2
        return np.array([[gap, gap, self.width - gap, self.depth - gap]])

    def row(self, bottom: float, top: float, clearance: float) -> float:
        """How long a row between two heights may be, in mm; 0 where it does not fit."""
        inside = bottom >= clearance - DUST and top <= self.depth - clearance + DUST
        return max(0.0, self.width - 2 * clearance) if inside else 0.0

    def height(self, clearance: float) -> float:
        """How high a stack of rows may be, in mm."""
        return self.depth - 2 * clearance

    def turned(self) -> "RectangularShelf":
        """The same shelf seen from its side."""
        return RectangularShelf(self.depth, self.width)

    @property
    def middle(self) -> tuple[float, float]:
        """Where the middle of the shelf is."""
        return self.width / 2, self.depth / 2

    def bottoms(self, height: float, length: float, clearance: float) -> list[float]:
        """The bottoms at which a row of a height just holds a length."""
        return [clearance] if length <= self.width - 2 * clearance + DUST else []


@dataclass(frozen=True)
class RoundShelf:
    """A shelf that is a disc, in mm."""

    diameter: float

    @property
    def sides(self) -> tuple[float, float]:
        """How wide and how deep it is at most, in mm."""
        return self.diameter, self.diameter

    @property
    def area(self) -> float:
        """In mm²."""
        return math.pi * self.diameter**2 / 4

    def room_area(self, clearance: float) -> float:
        """No less than pieces can cover with their share of the gaps, in mm².

        Pieces stay in a disc that the gap makes smaller; half a gap around each is a square
        slid along that disc, whose area follows Steiner's formula.
        """
        radius = self._radius(clearance)
        return math.pi * radius**2 + 4 * clearance * radius + clearance**2 if radius > 0 else 0.0

    def holds(self, piece: Placed, clearance: float) -> bool:
        """Whether a piece keeps its distance to the edge: its farthest corner does."""
        far_x = max(abs(piece.x), abs(piece.x + piece.width))
        far_y = max(abs(piece.y), abs(piece.y + piece.depth))
        return math.hypot(far_x, far_y) <= self._radius(clearance) + DUST

    def takes(self, piece: Size, clearance: float) -> bool:
        """Whether a piece fits at all: in the middle, if anywhere."""
        return math.hypot(piece.width, piece.depth) / 2 <= self._radius(clearance) + DUST

    def free(self, clearance: float, sides: Iterable[float]) -> Rectangles:
        """Rectangles inscribed in the disc, each piece carrying half a gap around it.

        A disc has endlessly many. What matters are those that just hold a row of so many equal
        pieces, across or along; a few at even angles serve whatever else is packed.
        """
        radius, gap = self._radius(clearance), clearance / 2
        if radius <= 0:
            return np.empty((0, 4))
        rows = {half for side in sides for half in _halves_of_rows(side, clearance, radius)}
        exact = sorted(rows)[:: max(1, math.ceil(2 * len(rows) / (MOST_INSCRIBED - EVEN_ANGLES)))]
        angles = (np.arange(EVEN_ANGLES) + 0.5) * (math.pi / 2 / EVEN_ANGLES)
        across = np.concatenate([exact, radius * np.cos(angles)])
        along = np.sqrt(radius**2 - across**2)
        halves = np.unique(
            np.concatenate([np.stack([across, along], 1), np.stack([along, across], 1)]), axis=0
        )
        return np.hstack([-halves - gap, halves + gap])

    def row(self, bottom: float, top: float, clearance: float) -> float:
        """How long a row between two heights may be, in mm; 0 where it does not fit."""
        far, radius = max(abs(bottom), abs(top)), self._radius(clearance)
        return 2 * math.sqrt(radius**2 - far**2) if far < radius else 0.0

    def height(self, clearance: float) -> float:
        """How high a stack of rows may be, in mm."""
        return 2 * self._radius(clearance)

    def turned(self) -> "RoundShelf":
        """The same shelf seen from its side."""
        return self

    @property
    def middle(self) -> tuple[float, float]:
        """Where the middle of the shelf is."""
        return 0.0, 0.0

    def bottoms(self, height: float, length: float, clearance: float) -> list[float]:
        """The bottoms at which a row of a height just holds a length: the lowest, the highest."""
        radius = self._radius(clearance)
        if length / 2 > radius:
            return []
        far = math.sqrt(radius**2 - length**2 / 4)
        return [-far, far - height]

    def _radius(self, clearance: float) -> float:
        """Of the disc that pieces must stay in."""
        return self.diameter / 2 - clearance


Shelf = RectangularShelf | RoundShelf


def _halves_of_rows(side: float, clearance: float, radius: float) -> list[float]:
    """Half the length of a row of one piece, of two, and so on, while a row is in the disc."""
    most = int((2 * radius + clearance) / (side + clearance))
    return [(count * (side + clearance) - clearance) / 2 for count in range(1, most + 1)]


def usual_shelf(inside: float) -> float:
    """The side or diameter of the usual shelf for a kiln's inside width or diameter, in mm.

    Raises nothing. Source: common practice.
    """
    return inside - 2 * AIR_MM
