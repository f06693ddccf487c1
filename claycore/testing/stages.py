"""A timed procedure of the trade: its stages, and what to do at each.

Times are in minutes.
"""

from dataclasses import dataclass

HOUR = 60
DAY = 24 * HOUR
WEEK = 7 * DAY


def in_hours(minutes: float) -> str:
    """A time in minutes as it is said: '2 h 30 min', '24 h', '45 min'. Source: English."""
    hours, rest = divmod(round(minutes), HOUR)
    parts = [f"{hours} h" if hours else "", f"{rest} min" if rest or not hours else ""]
    return " ".join(part for part in parts if part)


@dataclass(frozen=True)
class ProtocolStage:
    """One step: what to do as it begins, and how long it runs. ``caution`` is a caution's code.

    ``least_minutes`` is what it must run at least; None where that is all of it. ``late`` says what
    is lost once it has run for more than ``most_minutes``; None where nothing is.
    """

    title: str
    minutes: float
    do: str
    caution: str = ""
    least_minutes: float | None = None
    most_minutes: float | None = None
    late: str = ""

    @property
    def least(self) -> float:
        """What it must run at least, in minutes."""
        return self.minutes if self.least_minutes is None else self.least_minutes


@dataclass(frozen=True)
class Protocol:
    """Stages one after another, what to do when the last is over, and where they come from."""

    code: str
    title: str
    stages: tuple[ProtocolStage, ...]
    at_the_end: str
    source: str
