"""Devices that speak plain text lines: a serial port, or a socket, which pyserial opens alike.

The lines of each are told in docs/formats.md.
"""

from collections.abc import Iterator
from contextlib import contextmanager

import serial

ANSWERS_WITHIN_S = 1.0
LAST_ROW = "."
"""The line after the rows of an answer that has several."""

MOST_ROWS = 5000


class DeviceProblem(Exception):
    """A device could not be asked; ``str()`` says why, for the person beside it."""


class LineDevice:
    """An open device: one command a line, one answer a line, or rows up to a full stop."""

    def __init__(self, port: serial.SerialBase) -> None:
        self._port = port

    def ask(self, command: str) -> str:
        """One answer to one command; '' where none comes in time."""
        self._port.write(f"{command}\n".encode("ascii"))
        return self._line()

    def ask_rows(self, command: str) -> list[str]:
        """The rows of an answer. Raises DeviceProblem where it does not end."""
        rows = [self.ask(command)]
        while rows[-1] != LAST_ROW:
            if not rows[-1] or len(rows) > MOST_ROWS:
                raise DeviceProblem("The answer broke off.")
            rows.append(self._line())
        return rows[:-1]

    def _line(self) -> str:
        answer: bytes = self._port.readline()
        return answer.decode("ascii", "replace").strip()


@contextmanager
def line_device(address: str, silent: str) -> Iterator[LineDevice]:
    """An open device. Whatever fails on the wire is a DeviceProblem that says ``silent``."""
    try:
        with serial.serial_for_url(address, timeout=ANSWERS_WITHIN_S) as port:
            yield LineDevice(port)
    except (serial.SerialException, ValueError, OSError) as error:
        raise DeviceProblem(silent) from error
