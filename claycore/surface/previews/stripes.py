"""Slips trailed in turn onto a wet base, each as wide as its share of the face asks for."""

from collections.abc import Sequence
from typing import Any

import numpy as np
from numpy.typing import NDArray

MOST_OF_THE_FACE = 0.98
"""Of slips that together cover more, a little of the base still shows between them."""


def slip_at(
    at_mm: NDArray[Any], length_mm: float, stripe_mm: float, shares: Sequence[float]
) -> NDArray[Any]:
    """Which slip lies at each place across a board: 0 the base, then each trailed slip.

    ``shares`` are of the face, from 0 to 1, one for each slip. Stripes are ``stripe_mm`` wide on
    the average, as near as a whole number of turns over ``length_mm`` allows, so that the shares
    are exact. Source: arithmetic.
    """
    total = sum(shares)
    parts = np.asarray(shares) * min(1.0, MOST_OF_THE_FACE / total)
    covered = float(parts.sum())
    turns = max(1, round(length_mm * covered / (stripe_mm * len(parts))))
    turn_mm = length_mm / turns
    gap = (1 - covered) / len(parts)
    edges = np.cumsum([width for part in parts for width in (gap, part)]) * turn_mm
    place = np.searchsorted(edges[:-1], np.mod(at_mm, turn_mm), side="right")
    found: NDArray[Any] = np.where(place % 2 == 1, 1 + place // 2, 0)
    return found
