"""What a test piece covers on a kiln shelf."""

from dataclasses import dataclass

from claycore.firing.loading.by_rules import SAUCER_MARGIN_MM
from claycore.firing.loading.shelves import Size

USUAL_LENGTH = 1.2
USUAL_WIDTH = 0.45
"""How long and wide a piece is for its marked line, where nobody measured it. Common practice: a
line of 100 mm on a bar of 120 × 45 mm."""

USUAL_THICKNESS_MM = 8.0
"""Common practice."""

RACK_MM = 4.0
"""What a rack adds on each side of a piece that stands on edge. Our choice."""


@dataclass(frozen=True)
class PieceSize:
    """A piece as made, in mm: drying and firing only make it smaller."""

    length: float
    width: float
    thickness: float


def usual_size(mark_length: float) -> PieceSize:
    """The size of a piece with a marked line of so many mm, where nobody measured it.

    Raises nothing. Source: common practice.
    """
    return PieceSize(USUAL_LENGTH * mark_length, USUAL_WIDTH * mark_length, USUAL_THICKNESS_MM)


def footprint(piece: PieceSize, on_edge: bool, in_saucer: bool) -> Size:
    """What a piece covers lying flat or standing on edge in a rack, with its saucer if it has one.

    Sizes in mm. Raises nothing. Source: arithmetic; the margins are our choice.
    """
    across = piece.thickness + 2 * RACK_MM if on_edge else piece.width
    margin = 2 * SAUCER_MARGIN_MM if in_saucer else 0.0
    return Size(piece.length + margin, across + margin)
