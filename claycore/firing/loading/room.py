"""The room left on one shelf: every largest rectangle that is still free.

Source: the method of maximal rectangles, as surveyed by Jylänki 2010, "A thousand ways to pack the
bin" (from memory).
"""

from collections.abc import Callable
from dataclasses import dataclass
from enum import StrEnum

import numpy as np
from numpy.typing import NDArray

from claycore.firing.loading.shelves import DUST, Placed, Rectangles, Size

Scores = NDArray[np.float64]


class FreeSpaceChoice(StrEnum):
    """By what the free rectangle for a piece is chosen."""

    LOWEST = "lowest"
    SHORT_SIDE = "short_side"
    LONG_SIDE = "long_side"
    AREA = "area"


def _lowest(free: Rectangles, width: float, depth: float) -> tuple[Scores, Scores]:
    return free[:, 1] + depth, free[:, 0]


def _sides_left(free: Rectangles, width: float, depth: float) -> tuple[Scores, Scores]:
    across = free[:, 2] - free[:, 0] - width
    along = free[:, 3] - free[:, 1] - depth
    return np.minimum(across, along), np.maximum(across, along)


def _long_side_left(free: Rectangles, width: float, depth: float) -> tuple[Scores, Scores]:
    short, long = _sides_left(free, width, depth)
    return long, short


def _area_left(free: Rectangles, width: float, depth: float) -> tuple[Scores, Scores]:
    area = (free[:, 2] - free[:, 0]) * (free[:, 3] - free[:, 1])
    return area - width * depth, _sides_left(free, width, depth)[0]


_SCORES: dict[FreeSpaceChoice, Callable[[Rectangles, float, float], tuple[Scores, Scores]]] = {
    FreeSpaceChoice.LOWEST: _lowest,
    FreeSpaceChoice.SHORT_SIDE: _sides_left,
    FreeSpaceChoice.LONG_SIDE: _long_side_left,
    FreeSpaceChoice.AREA: _area_left,
}


@dataclass(frozen=True)
class Spot:
    """Where a piece could go with its half gap, how it is turned, and how well: less is better."""

    score: tuple[float, float]
    x: float
    y: float
    size: Size


class Room:
    """What is free on one shelf while it is filled.

    Each piece is taken with half the ``clearance`` around it, so that two that touch here stand a
    whole one apart. ``least`` is the shortest side of anything still to come: slivers narrower
    than that are dropped.
    """

    def __init__(self, free: Rectangles, clearance: float, least: float) -> None:
        self._free = free
        self._clearance = clearance
        self._least = least + clearance

    def copy(self) -> "Room":
        """Another with the same room; what is taken from one is not taken from the other."""
        return Room(self._free, self._clearance, self._least - self._clearance)

    def spot(self, size: Size, choice: FreeSpaceChoice) -> Spot | None:
        """The best place for a piece, turned or not; None where none is left."""
        turned = Size(size.depth, size.width)
        found = [self._best(way, choice) for way in sorted({size, turned})]
        return min((spot for spot in found if spot), key=lambda spot: spot.score, default=None)

    def _best(self, size: Size, choice: FreeSpaceChoice) -> Spot | None:
        free = self._free
        width, depth = size.width + self._clearance, size.depth + self._clearance
        fits = (free[:, 2] - free[:, 0] >= width - DUST) & (free[:, 3] - free[:, 1] >= depth - DUST)
        if not fits.any():
            return None
        free = free[fits]
        first, second = _SCORES[choice](free, width, depth)
        at = np.lexsort((free[:, 0], free[:, 1], second, first))[0]
        x, y = free[at, :2]
        return Spot((float(first[at]), float(second[at])), float(x), float(y), size)

    def take(self, spot: Spot) -> Placed:
        """Puts a piece there."""
        gap = self._clearance / 2
        placed = Placed(spot.x + gap, spot.y + gap, *spot.size)
        self.stand(placed)
        return placed

    def stand(self, placed: Placed) -> None:
        """Takes the room of a piece that stands somewhere, wherever that is."""
        gap = self._clearance / 2
        left, bottom = placed.x - gap, placed.y - gap
        right, top = placed.x + placed.width + gap, placed.y + placed.depth + gap
        free = self._free
        hit = (
            (free[:, 0] < right - DUST)
            & (free[:, 2] > left + DUST)
            & (free[:, 1] < top - DUST)
            & (free[:, 3] > bottom + DUST)
        )
        if not hit.any():
            return
        # A piece leaves of each rectangle that it cuts what is left of it, right, below and above,
        # as large as each can be: they overlap, so nothing that is free is ever given up.
        parts = np.repeat(free[hit][None], 4, axis=0)
        parts[0, :, 2] = np.minimum(parts[0, :, 2], left)
        parts[1, :, 0] = np.maximum(parts[1, :, 0], right)
        parts[2, :, 3] = np.minimum(parts[2, :, 3], bottom)
        parts[3, :, 1] = np.maximum(parts[3, :, 1], top)
        self._free = _largest(free[~hit], self._worth_keeping(parts.reshape(-1, 4)))

    def _worth_keeping(self, rectangles: Rectangles) -> Rectangles:
        sides = rectangles[:, 2:] - rectangles[:, :2]
        kept: Rectangles = rectangles[(sides >= self._least - DUST).all(axis=1)]
        return kept


def _largest(old: Rectangles, new: Rectangles) -> Rectangles:
    """The free rectangles without those that lie in another.

    Only new ones can lie in another: what was largest before and was not touched still is.
    """
    if not len(new):
        return old
    new = np.unique(new, axis=0)
    every = np.concatenate([old, new])
    inside: NDArray[np.bool_] = np.all(
        (new[:, None, :2] >= every[None, :, :2] - DUST)
        & (new[:, None, 2:] <= every[None, :, 2:] + DUST),
        axis=2,
    )
    # Each lies in itself, and two that differ by dust lie in each other: of such the first stays.
    alike = inside[:, len(old) :] & inside[:, len(old) :].T
    inside[:, len(old) :] &= ~np.triu(alike)
    return np.concatenate([old, new[~inside.any(axis=1)]])
