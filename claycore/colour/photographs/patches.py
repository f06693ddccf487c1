"""Round patches of a photograph: what lies in one, and why it may not be read."""

from dataclasses import dataclass
from enum import StrEnum
from typing import Any

import numpy as np
from numpy.typing import NDArray

from claycore.colour.spaces import linear_from_srgb, srgb_from_linear

Picture = NDArray[np.uint8]
"""Coded as sRGB is, of shape (height, width, 3). Whose red, green and blue they are is said beside
it where that matters: sRGB's, unless another :class:`~claycore.colour.spaces.Space` is named."""

LEAST_PIXELS = 60
"""A patch of fewer tells too little. Our choice."""

MOST_CLIPPED = 0.02
"""A patch with a larger share of pixels at either end of the scale is not read. Our choice."""

BRIGHTEST_LEVEL = 254
DARKEST_LEVEL = 1

LIT_LEVEL = 48
"""Where a channel is at its end and another this high, a colour is stronger than the picture can
hold. Lower than that it is only dark. Our choice."""

TRIMMED = 0.1
"""This share of pixels is left out at either end of each channel: specks and glints. Our choice."""

_NEIGHBOURS = 9.0
"""Pixels near each other share their noise, after demosaicing and compression: so many count as
one. Our choice."""


class Refusal(StrEnum):
    """Why a patch cannot be read."""

    OUTSIDE = "outside"
    TOO_SMALL = "too_small"
    CLIPPED = "clipped"
    TOO_STRONG = "too_strong"
    TOO_DARK = "too_dark"
    UNEVEN = "uneven"
    DISAGREES = "disagrees"


_CODED = 0.5 / 255
"""Standard error that eight bits and JPEG leave in a patch however large, in coded sRGB: measured
on the simulated camera (tests/core/colour/photographs)."""


@dataclass(frozen=True)
class Patch:
    """A disc of a picture: its middle and radius in pixels, right and down from the top left."""

    x: float
    y: float
    radius: float


@dataclass(frozen=True)
class Read:
    """What lies in a patch, in linear light: trimmed mean, and the standard error of that mean.

    ``unevenness`` is the spread of brightness over the patch, as a share of the mean.
    """

    mean: NDArray[Any]
    error: NDArray[Any]
    unevenness: float
    pixels: int


def pixels_of(picture: Picture, patch: Patch) -> NDArray[np.uint8]:
    """The pixels of a patch, of shape (n, 3); those of it that lie outside the picture are none.

    Source: our own.
    """
    height, width = picture.shape[:2]
    left, right = _span(patch.x, patch.radius, width)
    top, bottom = _span(patch.y, patch.radius, height)
    part = picture[top:bottom, left:right]
    rows, columns = np.ogrid[top:bottom, left:right]
    inside = (columns - patch.x) ** 2 + (rows - patch.y) ** 2 <= patch.radius**2
    chosen: NDArray[np.uint8] = part[inside]
    return chosen


def _span(middle: float, radius: float, size: int) -> tuple[int, int]:
    return max(0, int(np.floor(middle - radius))), min(size, int(np.ceil(middle + radius)) + 1)


def is_within(picture: Picture, patch: Patch) -> bool:
    """Whether all of a patch lies in the picture.

    Source: arithmetic.
    """
    height, width = picture.shape[:2]
    across = patch.radius <= patch.x <= width - 1 - patch.radius
    return bool(across and patch.radius <= patch.y <= height - 1 - patch.radius)


def read_patch(picture: Picture, patch: Patch) -> Read | Refusal:
    """The trimmed mean of a patch in linear light, or why there is none.

    Raises nothing. Source: IEC 61966-2-1 for linear light; the bounds are our choice.
    """
    if not is_within(picture, patch):
        return Refusal.OUTSIDE
    pixels = pixels_of(picture, patch)
    if len(pixels) < LEAST_PIXELS:
        return Refusal.TOO_SMALL
    is_clipped = (pixels >= BRIGHTEST_LEVEL).any(axis=1) | (pixels <= DARKEST_LEVEL).all(axis=1)
    if is_clipped.mean() > MOST_CLIPPED:
        return Refusal.CLIPPED
    is_too_strong = (pixels.min(axis=1) <= DARKEST_LEVEL) & (pixels.max(axis=1) >= LIT_LEVEL)
    if is_too_strong.mean() > MOST_CLIPPED:
        return Refusal.TOO_STRONG
    linear = np.sort(linear_from_srgb(pixels / 255.0), axis=0)
    cut = int(TRIMMED * len(linear))
    kept = linear[cut : len(linear) - cut]
    mean = kept.mean(axis=0)
    spread = kept.std(axis=0)
    coded = srgb_from_linear(mean)
    of_coding = linear_from_srgb(coded + _CODED) - mean
    error = np.hypot(spread / np.sqrt(len(kept) / _NEIGHBOURS), of_coding)
    brightness = linear.mean(axis=1)
    return Read(mean, error, float(brightness.std() / max(brightness.mean(), 1e-6)), len(pixels))
