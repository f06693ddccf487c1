"""Feathered: parallel trails on a wet base slip, with a point drawn across them.

Each stroke pulls the slip along with it, most where the point passes and less beside it, by half
over every ``reach``. That is a shear: what is at one distance from the stroke moves as one, so no
colour gains or loses area, and a stroke back undoes it. Source: the tine-line map of mathematical
marbling, Lu, Jaffer, Jin, Zhao and Mao 2012, from memory.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from claycore.measure.bounds import Bound
from claycore.surface.previews.stripes import slip_at

SIZE = Bound(0, 2000, "Enter a length of more than 0 mm and at most 2000 mm.")
STROKES = Bound(0, 60, "Enter from 0 to 60 strokes.", low_allowed=True)


@dataclass(frozen=True)
class Stroke:
    """The point drawn along ``x_mm``, down the board or up it."""

    x_mm: float
    down: bool = True


@dataclass(frozen=True)
class Trails:
    """Trails of ``colours`` slips in turn, each ``trail_mm`` wide, as far apart again on the base.

    With ``shares`` of the face, from 0 to 1, they are as wide as those ask for. ``pull_mm`` is how
    far a stroke takes the slip along under its point, ``reach_mm`` how far beside it the pull has
    fallen to half.
    """

    width_mm: float
    height_mm: float
    colours: int
    trail_mm: float = 6.0
    pull_mm: float = 14.0
    reach_mm: float = 5.0
    shares: tuple[float, ...] = ()

    @property
    def finest_mm(self) -> float:
        """How thin a trail is drawn out beside the point, by the steepest slope of the shear."""
        slope = self.pull_mm * math.log(2) / self.reach_mm
        return self.trail_mm / math.hypot(1.0, slope)


def strokes_across(width_mm: float, count: int, alternate: bool) -> list[Stroke]:
    """Strokes at equal steps over a board; in alternate directions, or all down.

    Raises OutOfBounds naming ``strokes``. Millimetres. Source: arithmetic.
    """
    STROKES.check("strokes", count)
    step = width_mm / max(1, count)
    return [Stroke(step * (n + 0.5), not alternate or n % 2 == 0) for n in range(count)]


def feather(trails: Trails, strokes: Sequence[Stroke], px_per_mm: float) -> NDArray[Any]:
    """Which slip lies where, after the strokes in order: 0 the base, then each trail's colour.

    An array of shape (height, width) in pixels. Raises OutOfBounds naming the length that cannot
    be. Source: as at the head of this file.
    """
    for name in ("width_mm", "height_mm", "trail_mm", "reach_mm"):
        SIZE.check(name, getattr(trails, name))
    columns = (np.arange(round(trails.width_mm * px_per_mm)) + 0.5) / px_per_mm
    rows = (np.arange(round(trails.height_mm * px_per_mm)) + 0.5) / px_per_mm
    # Where the slip came from: each stroke moves whole columns, so only their shift is summed up.
    shift = np.zeros_like(columns)
    for stroke in strokes:
        pull = trails.pull_mm * 0.5 ** (np.abs(columns - stroke.x_mm) / trails.reach_mm)
        shift += pull if stroke.down else -pull
    came_from = rows[:, None] - shift[None, :]
    if trails.shares:
        return slip_at(came_from, trails.height_mm, trails.trail_mm, trails.shares)
    turn = np.floor(came_from / (2 * trails.trail_mm)).astype(int)
    on_a_trail = came_from - turn * 2 * trails.trail_mm < trails.trail_mm
    found: NDArray[Any] = np.where(on_a_trail & (trails.colours > 0), _in_turn(trails, turn), 0)
    return found


def _in_turn(trails: Trails, turn: NDArray[Any]) -> NDArray[Any]:
    colour: NDArray[Any] = 1 + turn % max(1, trails.colours)
    return colour


def shares(face: NDArray[Any], colours: int) -> list[float]:
    """The share of the face that the base and each colour take, from 0 to 1.

    Source: counting.
    """
    counts = np.bincount(face.ravel(), minlength=colours + 1)
    return [float(count) / face.size for count in counts]
