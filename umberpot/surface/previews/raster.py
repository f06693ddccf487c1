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
    known = [_rgb(lab) for lab in colours if lab]
    mean = np.mean(known, axis=0) if known else np.zeros(3)
    palette = [_towards(mean, _rgb(lab), dirty) if lab else _GREY for lab in colours]
    grey, dark = len(palette), len(palette) + 1
    drawn = np.where(face == BEYOND, grey, face).astype(np.uint8)
    unknown = [number for number, lab in enumerate(colours) if lab is None]
    if unknown:
        down, across = np.indices(face.shape)
        drawn[np.isin(face, unknown) & ((down + across) // 4 % 3 == 0)] = dark
    image = Image.fromarray(drawn, "P")
    image.putpalette([part for colour in (*palette, _GREY, _DARK) for part in colour])
    out = io.BytesIO()
    image.save(out, "PNG")
    return out.getvalue()


def _rgb(lab: Lab) -> tuple[int, ...]:
    written = lab.hex
    return tuple(int(written[at : at + 2], 16) for at in (1, 3, 5))


def _towards(mean: np.ndarray, rgb: tuple[int, ...], share: float) -> tuple[int, ...]:
    """A colour drawn towards the mean of all by a share."""
    return tuple(
        round(part + share * (of_mean - part)) for part, of_mean in zip(rgb, mean, strict=True)
    )
