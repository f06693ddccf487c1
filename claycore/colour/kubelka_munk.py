"""Kubelka and Munk: how much a thick layer absorbs against how much it scatters.

Source: Kubelka and Munk 1931; the single-constant form for colourants in a body that scatters, any
text on colorant formulation.
"""

from typing import Any

import numpy as np
from numpy.typing import ArrayLike, NDArray

DARKEST, BRIGHTEST = 0.002, 0.995
"""Reflectances are taken no nearer to 0 and 1 than this: K/S has no bound there. Our choice."""


def k_over_s(reflectance: ArrayLike) -> NDArray[Any]:
    """K/S of a reflectance of 0 to 1: (1 − R)² / 2R.

    Source: Kubelka and Munk 1931.
    """
    r = np.clip(np.asarray(reflectance, dtype=float), DARKEST, BRIGHTEST)
    ratio: NDArray[Any] = (1 - r) ** 2 / (2 * r)
    return ratio


def reflectance_of(ratio: ArrayLike) -> NDArray[Any]:
    """The reflectance of a K/S: 1 + q − √(q² + 2q). A K/S under the least is taken as the least.

    Source: Kubelka and Munk 1931.
    """
    q = np.clip(np.asarray(ratio, dtype=float), k_over_s(BRIGHTEST), None)
    # 1 / (1 + q + √…) is the same, and keeps its digits where q is large.
    reflectance: NDArray[Any] = 1 / (1 + q + np.sqrt(q**2 + 2 * q))
    return reflectance


def steepness(reflectance: ArrayLike) -> NDArray[Any]:
    """How far a reflectance moves as its K/S moves by one, as a size: 2R² / (1 − R²).

    Source: the derivative of the formula of Kubelka and Munk 1931.
    """
    r = np.clip(np.asarray(reflectance, dtype=float), DARKEST, BRIGHTEST)
    slope: NDArray[Any] = 2 * r**2 / (1 - r**2)
    return slope
