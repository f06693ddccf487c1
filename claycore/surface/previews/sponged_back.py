"""Sponge-back: layers, dark to light, wiped until edges and rings show the lower ones.

What stands proud is worn first: the rim, the foot and the throwing rings. A wipe takes a share of
a layer there and less in the hollows, so that the layers come to light in reverse of how they went
on. Source: common practice; how much a wipe takes is our choice.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from claycore.measure.bounds import Bound

WIPES = Bound(0, 40, "Enter from 0 to 40 wipes.", low_allowed=True)

PRESSURES: dict[str, float] = {"light": 0.03, "firm": 0.06, "hard": 0.12}
"""Millimetres of slip that a wipe takes where a form stands proud. Our choice."""

_IN_THE_HOLLOWS = 0.12
"""What a wipe takes in the hollows, as a share of what it takes where the form stands proud."""


@dataclass(frozen=True)
class Form:
    """A form seen from the side: how many throwing rings, and the seed of its small unevenness."""

    rings: int = 7
    seed: int = 1


def proud(form: Form, height: int, width: int) -> NDArray[Any]:
    """How far each place stands out, from 0 in the hollows to 1, of shape (height, width).

    Rim and foot stand out most, then the rings. The same form gives the same array. Source: ours.
    """
    rng = np.random.default_rng(form.seed)
    # A hand does not go up straight: the rings rise around the form, and each stands out its own.
    across = np.linspace(0.0, 1.0, width)[None, :]
    down = np.linspace(0.0, 1.0, height)[:, None]
    turn = max(1, form.rings) * (down + 0.05 * across + 0.01 * np.sin(6 * across + 9 * down))
    heights = rng.uniform(0.35, 0.7, max(1, form.rings) + 3)
    rings = heights[np.round(turn).astype(int)] * np.cos(np.pi * (turn - np.round(turn))) ** 2
    edges = np.maximum(np.exp(-down / 0.03), np.exp(-(1.0 - down) / 0.04))
    rough = 0.16 * _noise(rng, height, width, 14.0) + 0.1 * _noise(rng, height, width, 1.6)
    found: NDArray[Any] = np.clip(np.maximum(rings, edges) + rough, 0.0, 1.0)
    return found


def _noise(rng: np.random.Generator, height: int, width: int, grain_px: float) -> NDArray[Any]:
    """Unevenness from −1 to 1 of about this grain."""
    # SciPy takes a while to import, so only who needs it does.
    from scipy.ndimage import gaussian_filter

    rough = gaussian_filter(rng.normal(size=(height, width)), (grain_px, 2 * grain_px))
    found: NDArray[Any] = rough / max(1e-9, float(np.abs(rough).max()))
    return found


def sponge(thicknesses_mm: Sequence[float], stands: NDArray[Any], worn_mm: float) -> NDArray[Any]:
    """Which layer shows where, 0 the top: the last number is the body. ``stands`` as of ``proud``.

    ``worn_mm`` is what all wipes together take where the form stands proud. Raises nothing. Source:
    as at the head of this file.
    """
    taken = worn_mm * (_IN_THE_HOLLOWS + (1 - _IN_THE_HOLLOWS) * stands)
    bottoms = np.cumsum(np.asarray(thicknesses_mm, dtype=float))
    shown: NDArray[Any] = np.searchsorted(bottoms, taken, side="right")
    return shown
