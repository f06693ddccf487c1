"""A timed procedure of the trade: its stages, and what to do at each.

Times are in minutes.
"""

from dataclasses import dataclass

HOUR = 60
DAY = 24 * HOUR


@dataclass(frozen=True)
class Stage:
    """One step: what to do as it begins, and how long it runs. ``caution`` is a caution's code."""

    title: str
    minutes: float
    do: str
    caution: str = ""
    least_minutes: float | None = None


@dataclass(frozen=True)
class Protocol:
    """Stages one after another, what to do when the last is over, and where they come from."""

    code: str
    title: str
    stages: tuple[Stage, ...]
    at_the_end: str
    source: str
