"""What every kiln controller can be asked, whatever dialect it speaks."""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import Protocol

from claycore.firing.schedules import Segment

SILENT = "The kiln controller is not responding. Check that it is on and connected."
BUSY = "The kiln controller is being read by somebody else. Try again."
UNREADABLE = "The kiln controller sent something that cannot be read. Try again."


class ControllerState(StrEnum):
    """What a controller says that it does."""

    IDLE = "IDLE"
    RUN = "RUN"
    DONE = "DONE"
    STOPPED = "STOPPED"


@dataclass(frozen=True)
class ControllerReading:
    """What a controller says: its state, seconds since the start, and °C, None for a dropout."""

    state: ControllerState
    seconds: float
    celsius: float | None


class Controller(Protocol):
    """An open controller. Whatever it cannot do or say is a DeviceProblem."""

    def read(self) -> ControllerReading:
        """What it does now."""
        ...

    def log_after(self, seconds: float) -> list[tuple[float, float | None]]:
        """The rows of its log after so many seconds, as many as it gives at once."""
        ...

    def start(self, segments: Sequence[Segment]) -> None:
        """Begins a schedule."""
        ...

    def stop(self) -> None:
        """Elements off."""
        ...
