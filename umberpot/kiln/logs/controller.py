"""Talking to a kiln's controller: plain text lines, told in docs/formats.md."""

from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass
from enum import StrEnum

from django.conf import settings

from claycore.firing.schedules import Segment
from umberpot.devices import DeviceProblem, LineDevice, line_device

_SILENT = "The kiln controller is not responding. Check that it is on and connected."


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


@contextmanager
def controller(name: str) -> Iterator["Controller"]:
    """The controller that is set up by this name. Raises DeviceProblem."""
    address = settings.KILNS.get(name)
    if not address:
        raise DeviceProblem("No controller is connected to this kiln.")
    with line_device(address, _SILENT) as device:
        yield Controller(device)


class Controller:
    """An open controller."""

    def __init__(self, device: LineDevice) -> None:
        self._device = device

    def read(self) -> ControllerReading:
        """What it does now. Raises DeviceProblem."""
        words = self._device.ask("READ").split()
        try:
            state, seconds, celsius = ControllerState(words[0]), float(words[1]), _celsius(words[2])
        except (ValueError, IndexError):
            raise DeviceProblem(_SILENT) from None
        return ControllerReading(state, seconds, celsius)

    def log_after(self, seconds: float) -> list[tuple[float, float | None]]:
        """The rows of its log after so many seconds, as many as it gives at once."""
        rows = [row.split() for row in self._device.ask_rows(f"LOG {seconds:.0f}")]
        try:
            return [(float(at), _celsius(celsius)) for at, celsius in rows]
        except ValueError:
            raise DeviceProblem(_SILENT) from None

    def start(self, segments: Sequence[Segment]) -> None:
        """Begins a schedule. Raises DeviceProblem."""
        rows = (f"{one.rate:g}:{one.target_c:g}:{one.hold_min:g}" for one in segments)
        self._tell(f"START {';'.join(rows)}")

    def stop(self) -> None:
        """Elements off. Raises DeviceProblem."""
        self._tell("STOP")

    def _tell(self, command: str) -> None:
        reply = self._device.ask(command)
        if reply != "OK":
            raise DeviceProblem(f"The kiln controller answered: {reply[:80] or 'nothing'}.")


def _celsius(text: str) -> float | None:
    return None if text == "-" else float(text)
