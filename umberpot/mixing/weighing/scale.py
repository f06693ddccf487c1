"""Talking to the bench scale: plain text lines through pyserial.

A real serial port (``/dev/ttyUSB0``) and the stand-in (``socket://127.0.0.1:port``) are the same to
pyserial. The lines are told in docs/formats.md.
"""

import time
from collections.abc import Iterator
from contextlib import contextmanager

from django.conf import settings

from claycore.measure.units import Measure
from umberpot.devices import DeviceProblem, LineDevice, line_device
from umberpot.ui.fields.measures import in_own_unit, read_number

_SETTLES_WITHIN_S = 3.0
_BETWEEN_READINGS_S = 0.1
_SILENT = (
    "The scale is not responding. Check that it is on and plugged in, or type the weight instead."
)

ScaleProblem = DeviceProblem
"""The scale could not be read; ``str()`` says why, for the person at the bench."""


@contextmanager
def _connection() -> Iterator[LineDevice]:
    """The open scale. Whatever fails on the wire comes out as ScaleProblem."""
    if not settings.SCALE_ADDRESS:
        raise ScaleProblem("No scale is connected. Type the weight instead.")
    with line_device(settings.SCALE_ADDRESS, _SILENT) as scale:
        yield scale


def _tell(command: str) -> None:
    with _connection() as scale:
        reply = scale.ask(command)
    if reply != "OK":
        raise ScaleProblem(
            f"The scale sent: {reply or 'nothing'}. Read it again, or type the weight."
        )


def _weight(scale: LineDevice) -> tuple[float, bool]:
    """The grams on the display, and whether it stands still. Raises ScaleProblem.

    A display in another unit of mass is understood; what is no plain number of such a unit is not.
    """
    answer = scale.ask("READ")
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
    with _connection() as scale:
        while time.monotonic() < deadline:
            grams, still = _weight(scale)
            if still:
                return grams
            time.sleep(_BETWEEN_READINGS_S)
    raise ScaleProblem("The scale is still moving. Let it settle and read it again.")


def live_weight() -> tuple[float, bool]:
    """What the display says this moment, and whether it stands still. Raises ScaleProblem."""
    with _connection() as scale:
        return _weight(scale)


def tare() -> None:
    """What lies on the pan counts as nothing. Raises ScaleProblem."""
    _tell("TARE")


def put(grams: float) -> None:
    """Stand-in only: a hand puts something on the pan. Raises ScaleProblem."""
    _tell(f"PUT {grams:.4f}")


def clear() -> None:
    """Stand-in only: the pan is emptied. Raises ScaleProblem."""
    _tell("CLEAR")
