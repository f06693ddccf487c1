"""Talking to the bench scale: plain text lines through pyserial.

A real serial port (``/dev/ttyUSB0``) and the stand-in (``socket://127.0.0.1:port``) are the same to
pyserial. The lines are told in docs/formats.md.
"""

import re
import time
from collections.abc import Iterator
from contextlib import contextmanager

from django.conf import settings

from claycore.measure.units import Measure
from umberpot.devices import DeviceProblem, LineDevice, line_device
from umberpot.mixing.weighing import sentences
from umberpot.mixing.weighing.recorded import recorded_on_pan
from umberpot.ui.fields.measures import in_own_unit, read_number

_SETTLES_WITHIN_S = 3.0
_BETWEEN_READINGS_S = 0.1

_ANSWER = re.compile(r"(?P<mark>[=~]) +(?P<sign>[-+]?) *(?P<figure>\d[\d.,]*) *(?P<unit>[a-z]+)")
"""A whole answer to READ: at rest or moving, a plain number, and its unit."""

ScaleProblem = DeviceProblem
"""The scale could not be read; ``str()`` says why, for the person at the bench."""


@contextmanager
def _connection() -> Iterator[LineDevice]:
    """The open scale. Whatever fails on the wire comes out as ScaleProblem."""
    if not settings.SCALE_ADDRESS:
        raise ScaleProblem(sentences.NO_SCALE)
    with line_device(settings.SCALE_ADDRESS, sentences.SILENT, sentences.BUSY) as scale:
        yield scale


def _tell(command: str) -> None:
    with _connection() as scale:
        reply = scale.ask(command)
    if reply != "OK":
        raise ScaleProblem(sentences.refused(reply))
    recorded_on_pan().touched()


def _weight(scale: LineDevice) -> tuple[float, bool]:
    """The grams on the display, and whether it stands still. Raises ScaleProblem.

    A display in another unit of mass is understood; what is no plain number of such a unit is not.
    """
    answer = scale.ask("READ")
    if not answer:
        raise ScaleProblem(sentences.SILENT)
    found = _ANSWER.fullmatch(answer)
    if found is None:
        raise ScaleProblem(sentences.unreadable(answer))
    try:
        grams = read_number(in_own_unit(f"{found['figure']} {found['unit']}", Measure.MASS))
    except ValueError:
        raise ScaleProblem(sentences.unreadable(answer)) from None
    return -grams if found["sign"] == "-" else grams, found["mark"] == "="


def read(step_g: float, cell: str = "") -> float:
    """The grams on the display once it stands still. Raises ScaleProblem.

    Also where it shows nothing or less, and where nothing has moved since what lies there was
    recorded, unless it was for this ``cell``.
    """
    deadline = time.monotonic() + _SETTLES_WITHIN_S
    with _connection() as scale:
        grams, still = _weight(scale)
        while not still:
            if time.monotonic() >= deadline:
                raise ScaleProblem(sentences.MOVING)
            time.sleep(_BETWEEN_READINGS_S)
            grams, still = _weight(scale)
    recorded = recorded_on_pan()
    recorded.shows(grams, still, step_g)
    if abs(grams) < step_g / 2:
        raise ScaleProblem(sentences.EMPTY)
    if grams < 0:
        raise ScaleProblem(sentences.below_zero(grams))
    if recorded.is_untouched and not (cell and cell == recorded.cell):
        raise ScaleProblem(sentences.untouched(grams))
    return grams


def live_weight(step_g: float) -> tuple[float, bool, bool]:
    """What the display says this moment, whether it stands still, and whether it was recorded.

    Raises ScaleProblem.
    """
    with _connection() as scale:
        grams, still = _weight(scale)
    recorded = recorded_on_pan()
    recorded.shows(grams, still, step_g)
    return grams, still, recorded.is_untouched


def tare() -> None:
    """What lies on the pan counts as nothing. Raises ScaleProblem."""
    _tell("TARE")


def put(grams: float) -> None:
    """Stand-in only: a hand puts something on the pan. Raises ScaleProblem."""
    _tell(f"PUT {grams:.4f}")


def clear() -> None:
    """Stand-in only: the pan is emptied. Raises ScaleProblem."""
    _tell("CLEAR")
