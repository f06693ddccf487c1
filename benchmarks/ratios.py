"""Medians of calls taken in turn, so that whatever else the machine does falls on all alike."""

import statistics
import time
from collections.abc import Callable, Mapping


def medians(calls: Mapping[str, Callable[[], object]], rounds: int) -> dict[str, float]:
    """The median seconds of processor time that each call takes over ``rounds`` rounds."""
    taken: dict[str, list[float]] = {name: [] for name in calls}
    for _ in range(rounds):
        for name, call in calls.items():
            started = time.process_time()
            call()
            taken[name].append(time.process_time() - started)
    return {name: statistics.median(times) for name, times in taken.items()}
