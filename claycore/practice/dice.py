"""Chance that comes out the same again, so that a question can be asked again for marking."""

from collections.abc import Sequence
from typing import TypeVar

import numpy as np

Pick = TypeVar("Pick")


class Dice:
    """Chance that comes out the same for the same seed."""

    def __init__(self, seed: int) -> None:
        self._rng = np.random.default_rng(seed)

    def pick(self, these: Sequence[Pick]) -> Pick:
        """One of these. Source: by definition."""
        return these[int(self._rng.integers(len(these)))]
