"""A face as a picture: each place filled with the fired colour of the slip that lies there."""

import io
from collections.abc import Sequence

import numpy as np
from PIL import Image

from claycore.colour.notation import Lab

_GREY, _DARK = (188, 188, 188), (109, 109, 109)


BEYOND = -1
"""The number of what is beside the piece: the wall behind it."""


def picture(face: np.ndarray, colours: Sequence[Lab | None], dirty: float = 0.0) -> bytes:
    """A PNG of a face of numbers; a slip whose fired colour is not known is hatched.

    ``dirty`` is the share by which a dirty sponge draws all colours towards their mean.
    """
    down, across = np.indices(face.shape)
    hatch = (down + across) // 4 % 3 == 0
    drawn = np.zeros((*face.shape, 3))
    for number, lab in enumerate(colours):
        there = face == number
        drawn[there] = _rgb(lab) if lab else _GREY
        if lab is None:
            drawn[there & hatch] = _DARK
    if dirty:
        known = [_rgb(lab) for lab in colours if lab]
        if known:
            drawn += dirty * (np.mean(known, axis=0) - drawn)
    drawn[face == BEYOND] = _GREY
    out = io.BytesIO()
    Image.fromarray(np.round(drawn).astype(np.uint8)).save(out, "PNG", optimize=True)
    return out.getvalue()


def _rgb(lab: Lab) -> tuple[int, ...]:
    written = lab.hex
    return tuple(int(written[at : at + 2], 16) for at in (1, 3, 5))
