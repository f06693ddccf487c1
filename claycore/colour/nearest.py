"""The nearest of many colours, exactly, without working out every difference."""

from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import ArrayLike, NDArray

from claycore.colour.difference import ciede2000_of
from claycore.colour.notation import Lab

LARGEST_LIGHTNESS_WEIGHT = 1 + 0.015 * 2500 / np.sqrt(2520)
"""S_L of CIEDE2000 is never more between lightnesses of 0 to 100. Source: ISO/CIE 11664-6."""

_FIRST_LOOK = 64


@dataclass(frozen=True)
class Near:
    """A colour's place in what was searched, and how far it lies away in CIEDE2000."""

    index: int
    delta_e: float


def nearest(want: Lab, colours: ArrayLike, count: int) -> list[Near]:
    """The ``count`` nearest of ``colours``, an array of CIELAB of shape (n, 3), nearest first.

    Fewer where there are fewer; lightnesses from 0 to 100. The difference is never less than that
    in lightness alone, |ΔL| / S_L, so once a few near ones are known most others are out of the
    running without being worked out. Raises nothing. Source: ISO/CIE 11664-6; the bound is ours.
    """
    found = np.asarray(colours, dtype=float).reshape(-1, 3)
    if not len(found) or count < 1:
        return []
    chosen = _may_be_nearest(want, found, count)
    differences = ciede2000_of(want.values, found[chosen])
    order = np.argsort(differences, kind="stable")[:count]
    return [Near(int(chosen[i]), float(differences[i])) for i in order]


def _may_be_nearest(want: Lab, found: NDArray[Any], count: int) -> NDArray[np.intp]:
    """The places of all that may be among the nearest, in order."""
    look = count + _FIRST_LOOK
    if len(found) <= look:
        return np.arange(len(found))
    off = found - want.values
    apart = np.einsum("ij,ij->i", off, off)
    first = np.argpartition(apart, look)[:look]
    known = np.sort(ciede2000_of(want.values, found[first]))[count - 1]
    near_in_lightness: NDArray[np.intp] = np.flatnonzero(
        np.abs(off[:, 0]) <= known * LARGEST_LIGHTNESS_WEIGHT
    )
    return near_in_lightness
