"""What lies on the pan, and what the display makes of it."""

import random
import threading
import time
from collections.abc import Callable

SETTLES_IN_S = 0.6
"""How long the display moves after the pan was touched."""


class Overload(Exception):
    """There is more on the pan than the scale can carry."""


class Pan:
    """A pan with a display of a given step; every call may come from another thread.

    ``clock`` gives seconds; ``noise`` gives −1 … 1 for how the display swings while it moves.
    """

    def __init__(
        self,
        step_g: float,
        capacity_g: float,
        clock: Callable[[], float] = time.monotonic,
        noise: Callable[[], float] = lambda: random.uniform(-1, 1),  # noqa: S311
    ) -> None:
        self._step_g = step_g
        self._capacity_g = capacity_g
        self._clock = clock
        self._noise = noise
        self._load_g = 0.0
        self._tare_g = 0.0
        self._touched_at = -SETTLES_IN_S
        self._lock = threading.Lock()

    def put(self, grams: float) -> None:
        """Something is put on the pan. Raises Overload, and leaves the pan as it was."""
        with self._lock:
            if not 0 <= self._load_g + grams <= self._capacity_g:
                raise Overload
            self._load_g += grams
            self._touched_at = self._clock()

    def clear(self) -> None:
        """Everything is lifted off, and the display starts from zero."""
        with self._lock:
            self._load_g = self._tare_g = 0.0
            self._touched_at = self._clock()

    def tare(self) -> None:
        """What lies there now counts as nothing."""
        with self._lock:
            self._tare_g = self._load_g

    def read(self) -> tuple[bool, float]:
        """Whether the display stands still, and the grams it shows, in whole steps."""
        with self._lock:
            settled = self._clock() - self._touched_at >= SETTLES_IN_S
            swing = 0.0 if settled else 3 * self._step_g * self._noise()
            steps = round((self._load_g - self._tare_g + swing) / self._step_g)
            return settled, steps * self._step_g
