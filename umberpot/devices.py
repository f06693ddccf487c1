"""Devices that speak plain text lines: a serial port, or a socket, which pyserial opens alike.

The lines of each are told in docs/formats.md. A device has one wire, and answers belong to nobody:
who asks while another waits gets half of each answer. So one process at a time has it.
"""

import hashlib
import socket
import time
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from pathlib import Path

import filelock
import serial
from django.conf import settings
from serial.urlhandler import protocol_socket

ANSWERS_WITHIN_S = 1.0
"""A device that says nothing for so long says nothing at all."""

ENDS_A_LINE_WITHIN_S = 3.0
"""A line that was begun may pause: half of one is another figure."""

WAITS_FOR_OTHERS_S = 5.0
_LOOKS_EVERY_S = 0.05

RESTS_S = 0.3
"""A device server that takes one caller at a time needs so long to be free for the next.

The time pyserial waits after each connection of a socket.
"""

LONGEST_LINE = 200
LAST_ROW = "."
"""The line after the rows of an answer that has several."""

MOST_ROWS = 5000


class DeviceProblem(Exception):
    """A device could not be asked; ``str()`` says why, for the person beside it."""


class LineDevice:
    """An open device: one command a line, one answer a line, or rows up to a full stop."""

    def __init__(self, port: serial.Serial | protocol_socket.Serial) -> None:
        self._port = port

    def ask(self, command: str) -> str:
        """One answer to one command; '' where none comes in time. Raises DeviceProblem."""
        self._port.reset_input_buffer()  # an answer that came too late for whoever asked
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
        """A whole line without its end; '' where none begins in time. Raises DeviceProblem."""
        began = time.monotonic()
        line = b""
        while not line.endswith(b"\n"):
            waited = time.monotonic() - began
            if not line and waited >= ANSWERS_WITHIN_S:
                return ""
            if waited >= ENDS_A_LINE_WITHIN_S or len(line) > LONGEST_LINE:
                raise DeviceProblem("The answer broke off.")
            line += self._port.readline(LONGEST_LINE)
        return line.decode("ascii", "replace").strip()


@contextmanager
def line_device(address: str, silent: str, busy: str) -> Iterator[LineDevice]:
    """An open device that nobody else has meanwhile, in whatever process.

    Whatever fails on the wire is a DeviceProblem that says ``silent``; a device that others do not
    let go of is one that says ``busy``.
    """
    try:
        with _only_one(address), _open(address) as port:
            yield LineDevice(port)
    except filelock.Timeout as error:
        raise DeviceProblem(busy) from error
    except (serial.SerialException, ValueError, OSError) as error:
        raise DeviceProblem(silent) from error


class _Socket(protocol_socket.Serial):
    """A socket that is closed at once. pyserial's own keeps whoever closes it waiting."""

    _socket: socket.socket

    def close(self) -> None:
        if self.is_open:
            with suppress(OSError):
                self._socket.close()
            self.is_open = False


@contextmanager
def _open(address: str) -> Iterator[serial.Serial | protocol_socket.Serial]:
    if not address.startswith("socket:"):
        with serial.serial_for_url(address, timeout=_LOOKS_EVERY_S, exclusive=True) as port:
            yield port
        return
    left = _file_of(address, "left")
    # Whoever comes right after somebody else waits, not whoever leaves: a reading is shown at once.
    with suppress(FileNotFoundError):
        ago = time.time() - left.stat().st_mtime
        time.sleep(min(max(RESTS_S - ago, 0), RESTS_S))
    try:
        with _Socket(address, timeout=_LOOKS_EVERY_S) as port:
            yield port
    finally:
        left.touch()


def _only_one(address: str) -> filelock.BaseFileLock:
    # A lock of its own for each that asks: one that is shared lets its threads pass each other.
    return filelock.FileLock(
        _file_of(address, "lock"), timeout=WAITS_FOR_OTHERS_S, poll_interval=_LOOKS_EVERY_S / 5
    )


def _file_of(address: str, purpose: str) -> Path:
    """A file of one device that every process finds."""
    folder = settings.VAR_DIR / "devices"
    folder.mkdir(parents=True, exist_ok=True)
    name = hashlib.sha256(address.encode()).hexdigest()[:16]
    return folder / f"{name}.{purpose}"
