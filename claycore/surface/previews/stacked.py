"""Stacked clay: slabs of coloured and plain clay, folded, wedged a little, then cut or thrown.

A fold lays the block over on itself and presses it back to its height: twice the layers, each half
as thick, mirrored about the fold. Wedging swirls what was straight; it is drawn as a flow along
the lines of a stream function, which conserves every colour's area. On the wheel the lump is
twisted, so that layers that stood upright climb as spirals. Source: common practice for what is
done; the drawing of it is ours.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from claycore.measure.bounds import Bound

FOLDS = Bound(0, 7, "Enter from 0 to 7 folds.", low_allowed=True)
SLANT = Bound(10, 90, "Enter from 10 to 90 degrees: 90 cuts straight through.", low_allowed=True)
TURNS = Bound(0, 6, "Enter from 0 to 6 turns.", low_allowed=True)

BLUR_MM = 0.4
"""Thinner layers blur into one another at arm's length, and mix where they are wedged. Ours."""

_EDDY_MM = 46.0
_STEPS = 8
_GRID_MM = 1.0


@dataclass(frozen=True)
class Block:
    """Slabs from the lowest up, mm thick, and how wide the block is.

    ``folds`` double the layers. ``wedging`` is how far a swirl carries the clay, mm: 0 for none.
    """

    slabs_mm: Sequence[float]
    width_mm: float
    folds: int = 0
    wedging_mm: float = 0.0

    @property
    def height_mm(self) -> float:
        return float(sum(self.slabs_mm))

    @property
    def finest_mm(self) -> float:
        """How thin the thinnest layer is after the folds; it is cut across, not along."""
        # At a fold the outer slabs meet their own kind and stay twice as thick.
        halved: float = min(self.slabs_mm) / 2**self.folds
        return halved


def cut(block: Block, slant_deg: float, px_a_mm: float) -> NDArray[Any]:
    """Which slab shows where on a cut through the block, 0 the lowest; of shape (height, width).

    The cut leans ``slant_deg`` degrees from lying along the layers: 90 goes straight through, less
    draws the layers out. ``px_a_mm`` is pixels for each mm. Raises OutOfBounds naming ``folds`` or
    ``slant``. Source: as at the head of this file.
    """
    FOLDS.check("folds", block.folds)
    SLANT.check("slant", slant_deg)
    high = block.height_mm / math.sin(math.radians(slant_deg))
    rows, columns = max(1, round(high * px_a_mm)), max(1, round(block.width_mm * px_a_mm))
    # Rows run down a picture, and slabs are counted from below.
    depth = (rows - np.arange(rows) - 0.5) / rows * block.height_mm
    y, x = np.meshgrid(depth, (np.arange(columns) + 0.5) / px_a_mm, indexing="ij")
    return _slab_at(block, _unwedged(block, x, y))


def thrown(block: Block, turns: float, height_mm: float, px_a_mm: float) -> NDArray[Any]:
    """Which slab shows where on the side of a cylinder as wide as the block, seen from the front.

    The layers stood upright in the lump; ``turns`` is how often it was twisted over its height, mm.
    Raises OutOfBounds naming ``folds`` or ``turns``. Source: as at the head of this file.
    """
    FOLDS.check("folds", block.folds)
    TURNS.check("turns", turns)
    rows, columns = max(1, round(height_mm * px_a_mm)), max(1, round(block.width_mm * px_a_mm))
    up = (rows - np.arange(rows) - 0.5) / rows
    across = (np.arange(columns) + 0.5) / columns * 2 - 1
    # Clay drags behind the hands: the twist is not the same at every height.
    twist = 2 * np.pi * turns * (up + 0.04 * np.sin(7 * up))
    around = np.arcsin(across)[None, :] + twist[:, None]
    y = (1 + np.sin(around)) / 2 * block.height_mm
    x = np.broadcast_to(up[:, None] * height_mm, y.shape)
    return _slab_at(block, _unwedged(block, x, y))


def finest_thrown_mm(block: Block, turns: float, height_mm: float) -> float:
    """How thin the finest layer is across its spiral, mm: the steeper it climbs, the wider.

    Source: geometry of a helix.
    """
    climb = math.pi * block.width_mm * turns / height_mm
    return block.finest_mm / math.hypot(1.0, climb)


def _unwedged(block: Block, x: NDArray[Any], y: NDArray[Any]) -> NDArray[Any]:
    """The height at which the clay at a place stood before it was wedged.

    Swirls are wide, so they are calculated on a coarse grid and read off between its points: a
    hundred times quicker than following every pixel.
    """
    if block.wedging_mm == 0:
        return y
    high = block.height_mm
    rows = math.ceil(high / _GRID_MM) + 1
    across = np.arange(math.ceil(float(x.max()) / _GRID_MM) + 2) * _GRID_MM
    grid_y, grid_x = np.meshgrid(np.linspace(0, high, rows), across, indexing="ij")
    came_from = _back_along_the_flow(block, grid_x, grid_y)
    places = [y / high * (rows - 1), x / _GRID_MM]
    # SciPy takes a while to import, so only who needs it does.
    from scipy.ndimage import map_coordinates

    found: NDArray[Any] = map_coordinates(came_from, places, order=1, mode="nearest")
    return found


def _back_along_the_flow(block: Block, x: NDArray[Any], y: NDArray[Any]) -> NDArray[Any]:
    """Heights, followed back in small steps, each by the flow at its own middle."""
    step = block.wedging_mm / _STEPS
    for _ in range(_STEPS):
        half_x, half_y = _flow(block.height_mm, x, y)
        by_x, by_y = _flow(block.height_mm, x - step / 2 * half_x, y - step / 2 * half_y)
        x, y = x - step * by_x, y - step * by_y
    return y


def _flow(high: float, x: NDArray[Any], y: NDArray[Any]) -> tuple[NDArray[Any], NDArray[Any]]:
    """The way of the clay at a place: two eddies of different size, so that no swirl repeats."""
    found_x, found_y = np.zeros_like(x), np.zeros_like(y)
    for wide, phase, share in ((_EDDY_MM, 0.4, 0.7), (0.61 * _EDDY_MM, 2.1, 0.3)):
        turn, rise = 2 * np.pi * x / wide + phase, np.pi * y / high
        found_x += share * wide / (2 * high) * np.cos(rise) * np.sin(turn)
        found_y -= share * np.sin(rise) * np.cos(turn)
    return found_x, found_y


def _slab_at(block: Block, y: NDArray[Any]) -> NDArray[Any]:
    """The slab at a height in the folded block."""
    folded = np.clip(y / block.height_mm, 0, 1) * 2**block.folds
    turn = np.minimum(np.floor(folded), 2**block.folds - 1)
    within = folded - turn
    within = np.where(turn % 2 == 1, 1 - within, within)
    tops = np.cumsum(np.asarray(block.slabs_mm, dtype=float)) / block.height_mm
    found: NDArray[Any] = np.searchsorted(tops, within, side="right")
    found = np.minimum(found, len(block.slabs_mm) - 1)
    return found
