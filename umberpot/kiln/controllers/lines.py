"""The dialect of plain text lines, told in docs/formats.md."""

from collections.abc import Sequence

from claycore.firing.schedules import Segment
from umberpot.devices import DeviceProblem, LineDevice
from umberpot.kiln.controllers.base import (
    SILENT,
    UNREADABLE,
    ControllerReading,
    ControllerState,
)


class LinesController:
    """An open controller that answers in lines."""

    def __init__(self, device: LineDevice) -> None:
        self._device = device

    def read(self) -> ControllerReading:
        """What it does now. Raises DeviceProblem."""
        answer = self._device.ask("READ")
        if not answer:
            raise DeviceProblem(SILENT)
        try:
            word, at, figure, unit = answer.split()
            state, seconds, celsius = ControllerState(word), float(at), _celsius(figure)
        except ValueError:
            raise DeviceProblem(UNREADABLE) from None
        if unit != "C":
            raise DeviceProblem(UNREADABLE)
        return ControllerReading(state, seconds, celsius)

    def log_after(self, seconds: float) -> list[tuple[float, float | None]]:
        """The rows of its log after so many seconds, as many as it gives at once."""
        rows = [row.split() for row in self._device.ask_rows(f"LOG {seconds:.0f}")]
        try:
            return [(float(at), _celsius(celsius)) for at, celsius in rows]
        except ValueError:
            raise DeviceProblem(UNREADABLE) from None

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
