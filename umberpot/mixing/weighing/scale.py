"""Talking to the bench scale: plain text lines through pyserial.

A real serial port (``/dev/ttyUSB0``) and the stand-in (``socket://127.0.0.1:port``) are the same to
pyserial. The lines are told in docs/formats.md.
"""

import time
from collections.abc import Iterator
from contextlib import contextmanager

import serial
from django.conf import settings

from claycore.measure.units import Measure
from umberpot.ui.fields.measures import in_own_unit, read_number

_ANSWERS_WITHIN_S = 1.0
_SETTLES_WITHIN_S = 3.0
_BETWEEN_READINGS_S = 0.1


class ScaleProblem(Exception):
    """The scale could not be read; ``str()`` says why, for the person at the bench."""


@contextmanager
def _connection() -> Iterator[serial.SerialBase]:
    """The open scale. Whatever fails on the wire comes out as ScaleProblem."""
    if not settings.SCALE_ADDRESS:
        raise ScaleProblem("No scale is connected. Type the weight instead.")
    try:
        with serial.serial_for_url(settings.SCALE_ADDRESS, timeout=_ANSWERS_WITHIN_S) as port:
            yield port
    except (serial.SerialException, ValueError, OSError) as error:
        raise ScaleProblem(
            "The scale is not responding. Check that it is on and plugged in, or type"
            " the weight instead."
        ) from error


def _ask(port: serial.SerialBase, command: str) -> str:
    port.write(f"{command}\n".encode("ascii"))
    return port.readline().decode("ascii", "replace").strip()


def _tell(command: str) -> None:
    with _connection() as port:
        reply = _ask(port, command)
    if reply != "OK":
        raise ScaleProblem(
            f"The scale sent: {reply or 'nothing'}. Read it again, or type the weight."
        )


def _weight(port: serial.SerialBase) -> tuple[float, bool]:
    """The grams on the display, and whether it stands still. Raises ScaleProblem.

    A display in another unit of mass is understood; what is no plain number of such a unit is not.
    """
    answer = _ask(port, "READ")
    mark, _, figure = answer.partition(" ")
    if mark not in ("=", "~"):
        raise ScaleProblem("The scale sent an answer that cannot be read. Type the weight instead.")
    try:
        return read_number(in_own_unit(figure, Measure.MASS)), mark == "="
    except ValueError:
        raise ScaleProblem(
            f"The scale answers “{answer[:40]}”, which is not a weight. Type the weight instead."
        ) from None


def read() -> float:
    """The grams on the display once it stands still. Raises ScaleProblem."""
    deadline = time.monotonic() + _SETTLES_WITHIN_S
    with _connection() as port:
        while time.monotonic() < deadline:
            grams, still = _weight(port)
            if still:
                return grams
            time.sleep(_BETWEEN_READINGS_S)
    raise ScaleProblem("The scale is still moving. Let it settle and read it again.")


def live_weight() -> tuple[float, bool]:
    """What the display says this moment, and whether it stands still. Raises ScaleProblem."""
    with _connection() as port:
        return _weight(port)


def tare() -> None:
    """What lies on the pan counts as nothing. Raises ScaleProblem."""
    _tell("TARE")


def put(grams: float) -> None:
    """Stand-in only: a hand puts something on the pan. Raises ScaleProblem."""
    _tell(f"PUT {grams:.4f}")


def clear() -> None:
    """Stand-in only: the pan is emptied. Raises ScaleProblem."""
    _tell("CLEAR")
