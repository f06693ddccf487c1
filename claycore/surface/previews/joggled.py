"""Joggled: stripes poured onto a wet base slip, moved by tilting the board.

A tilt makes the slip flow to one side, in some places further than in others. That is a shear along
the tilt, so no colour gains or loses area; a tilt taken back brings the board back as it was. The
board is drawn as if what flows off one edge came in at the other. Source: shears as in mathematical
marbling (Lu, Jaffer, Jin, Zhao and Mao 2012, from memory); how slip flows here is our choice.
"""

from collections.abc import Sequence
from enum import StrEnum
from typing import Any

import numpy as np
from numpy.typing import NDArray

from claycore.measure.bounds import Bound
from claycore.measure.errors import OutOfBounds
from claycore.surface.previews.stripes import slip_at

MOST_TILTS = 24
STRIPE = Bound(0, 2000, "Enter a length of more than 0 mm and at most 2000 mm.")
_SWIRLS = (1, 2, 3)
_FINE = 4096
"""Places across the board that the flow is worked out for."""


class Tilt(StrEnum):
    """To which side the board is tilted."""

    RIGHT = "right"
    LEFT = "left"
    AWAY = "away"
    TOWARDS = "towards"


def joggle(
    side_mm: float,
    colours: int,
    stripe_mm: float,
    tilts: Sequence[Tilt],
    px_per_mm: float,
    flow_mm: float = 12.0,
    shares: Sequence[float] = (),
) -> NDArray[Any]:
    """Which slip lies where on a square board: 0 the base, then each poured slip.

    An array of shape (side, side) in pixels. Stripes go down the board in turn, as wide as the
    ``shares`` of the face ask for, from 0 to 1; without them as far apart as they are wide.
    ``flow_mm`` is how far a tilt moves slip at most. Raises OutOfBounds naming ``stripe_mm`` or
    ``tilts``. Source: as at the head of this file.
    """
    STRIPE.check("stripe_mm", stripe_mm)
    if len(tilts) > MOST_TILTS:
        raise OutOfBounds("tilts", len(tilts), f"At most {MOST_TILTS} tilts. Remove some.")
    count = round(side_mm * px_per_mm)
    at = (np.arange(count) + 0.5) / px_per_mm
    x, y = np.meshgrid(at, at, copy=False)
    # Each place asks where its slip came from, so the last tilt is taken back first.
    for number in range(len(tilts) - 1, -1, -1):
        tilt = tilts[number]
        flow = flow_mm if tilt in (Tilt.RIGHT, Tilt.AWAY) else -flow_mm
        if tilt in (Tilt.RIGHT, Tilt.LEFT):
            x = np.mod(x - _flow(flow, y, side_mm, number), side_mm)
        else:
            y = np.mod(y + _flow(flow, x, side_mm, number), side_mm)
    if shares:
        return slip_at(x, side_mm, stripe_mm, shares)
    turn = np.floor(x / stripe_mm).astype(int)
    found: NDArray[Any] = np.where(turn % 2 == 1, 1 + (turn // 2) % max(1, colours), 0)
    return found if colours else np.zeros_like(found)


def _flow(flow_mm: float, across: NDArray[Any], side_mm: float, number: int) -> NDArray[Any]:
    """How far slip flows at each place, mm, by how far across the board it lies.

    Looked up in a table: a sine of every place takes most of the time there is.
    """
    table = flow_mm * _unequal(np.arange(_FINE) / _FINE, number)
    found: NDArray[Any] = table[(across * (_FINE / side_mm)).astype(np.int32) % _FINE]
    return found


def _unequal(across: NDArray[Any], number: int) -> NDArray[Any]:
    """How far slip flows at each place across the tilt, from −1 to 1; its own for each tilt.

    It is the same at both edges, so that the board closes on itself.
    """
    rng = np.random.default_rng(1000 + number)
    flow = np.zeros_like(across)
    for swirls in _SWIRLS:
        flow += np.sin(2 * np.pi * (swirls * across + rng.uniform())) / swirls
    found: NDArray[Any] = flow / sum(1 / swirls for swirls in _SWIRLS)
    return found
