"""Writing much in small transactions, and letting others write in between.

SQLite has no queue: who waits for its lock looks again after up to a tenth of a second, and finds
it taken by the next transaction of whoever does not pause.
"""

import time

HELD_FOR_S = 0.3
"""After so long of one transaction after the other the lock is left alone for a moment."""

LEFT_ALONE_S = 0.12
"""Longer than SQLite lets somebody wait before it looks again."""


class Turns:
    """Asked after each transaction whether it is somebody else's turn."""

    def __init__(self) -> None:
        self._since = time.monotonic()

    def give_way(self) -> None:
        """Pauses where the lock was held, on and off, for long enough."""
        if time.monotonic() - self._since >= HELD_FOR_S:
            time.sleep(LEFT_ALONE_S)
            self._since = time.monotonic()
