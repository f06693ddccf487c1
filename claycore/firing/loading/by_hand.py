"""A piece moved by hand: whether it may stand where it was put, and where else there is room."""

from collections.abc import Sequence
from enum import StrEnum

from claycore.firing.loading.filling import Filler
from claycore.firing.loading.room import FreeSpaceChoice
from claycore.firing.loading.shelves import CLEARANCE_MM, DUST, Placed, Shelf, Size


class Obstacle(StrEnum):
    """Why a piece may not stand somewhere."""

    EDGE = "edge"
    PIECE = "piece"


def obstacle(
    shelf: Shelf, placed: Placed, others: Sequence[Placed], clearance: float = CLEARANCE_MM
) -> Obstacle | None:
    """What a piece comes too near where it was put; None where it may stand there.

    Sizes in mm. Raises nothing. Source: arithmetic.
    """
    if not shelf.holds(placed, clearance):
        return Obstacle.EDGE
    near = any(_gap(placed, other) < clearance - DUST for other in others)
    return Obstacle.PIECE if near else None


def _gap(one: Placed, other: Placed) -> float:
    """How far two pieces are apart along the axis on which they are farther."""
    across = max(other.x - one.x - one.width, one.x - other.x - other.width)
    along = max(other.y - one.y - one.depth, one.y - other.y - other.depth)
    return max(across, along)


def place_for(
    shelf: Shelf, size: Size, others: Sequence[Placed], clearance: float = CLEARANCE_MM
) -> Placed | None:
    """The lowest place on a shelf for one more piece, turned or not; None where there is none.

    Sizes in mm. Raises nothing. Source: as :mod:`claycore.firing.loading.room`.
    """
    room = Filler(clearance, min(size)).room(shelf, ((size, 1),), others)
    spot = room.spot(size, FreeSpaceChoice.LOWEST)
    return room.take(spot) if spot else None
