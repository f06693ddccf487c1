"""The kiln controllers that are set up, and the dialects they speak: one entry a dialect.

An address of ``UMBERPOT_KILNS`` may name its dialect before a plus sign; without one it is the
usual one.
"""

from collections.abc import Callable, Iterator
from contextlib import contextmanager

from django.conf import settings

from umberpot.devices import DeviceProblem, LineDevice, line_device
from umberpot.kiln.controllers.base import BUSY, SILENT, Controller
from umberpot.kiln.controllers.lines import LinesController

USUAL_DIALECT = "lines"

DIALECTS: dict[str, Callable[[LineDevice], Controller]] = {
    USUAL_DIALECT: LinesController,
}
"""By the word before an address, what speaks with a controller over an open device."""


@contextmanager
def controller(name: str) -> Iterator[Controller]:
    """The controller that is set up by this name. Raises DeviceProblem."""
    address = settings.KILNS.get(name)
    if not address:
        raise DeviceProblem("No controller is connected to this kiln.")
    dialect, device_address = _split(address)
    with line_device(device_address, SILENT, BUSY) as device:
        yield DIALECTS[dialect](device)


def _split(address: str) -> tuple[str, str]:
    """The dialect of an address, and the address of the device."""
    word, _, rest = address.partition("+")
    return (word, rest) if rest and word in DIALECTS else (USUAL_DIALECT, address)
