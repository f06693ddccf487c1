"""How even a patch is: specks and streaks, as figures.

Source: our own; labelling and the structure tensor as in any text on image processing (SciPy).
"""

from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from claycore.colour.photographs.patches import Patch, Picture
from claycore.colour.spaces import SRGB, Space, lab_from_linear, linear_from_srgb

LEAST_CONTRAST = 5.0
"""A speck differs from the ground by at least so much lightness. Our choice."""

STREAKED, LEAST_STREAK = 0.7, 1.0
"""From which direction and contrast on a patch is called streaked. Our choice."""

LEAST_SPECK = 4
"""Specks of fewer pixels are noise. Our choice."""

_GROUND_SHARE = 0.35
"""The ground is smoothed over this share of the patch's radius."""

_SIGMAS = 4.0


@dataclass(frozen=True)
class Speckle:
    """Specks of a patch: their share of its area, number, mean size and mean contrast.

    ``per_cm2`` and ``mean_mm`` (the diameter of a disc of the mean area) are None without a scale;
    ``contrast`` is in lightness, 0 without specks; ``darker`` says which way.
    """

    share: float
    count: int
    per_cm2: float | None
    mean_mm: float | None
    contrast: float
    darker: bool


@dataclass(frozen=True)
class Texture:
    """How even a patch is. ``streaks`` is from 0, alike in all directions, to 1, all in one;
    ``streak_contrast`` how far lightness varies across them."""

    speckle: Speckle
    streaks: float
    streak_contrast: float

    @property
    def streaks_seen(self) -> float:
        """How far lightness varies across its streaks; 0 where it is not streaked."""
        is_streaked = self.streaks > STREAKED and self.streak_contrast > LEAST_STREAK
        return self.streak_contrast if is_streaked else 0.0


def texture_of(
    picture: Picture, patch: Patch, mm_per_pixel: float | None = None, space: Space = SRGB
) -> Texture:
    """How even the square within a patch is. The patch lies in the picture, which is of a space.

    ``mm_per_pixel`` is how many mm a pixel is across, None where that is not known. Raises nothing.
    Source: as at the head of this file.
    """
    lightness = _lightness(picture, patch, space)
    # SciPy takes a while to import, so only who needs it does.
    from scipy.ndimage import gaussian_filter

    ground = gaussian_filter(lightness, max(2.0, patch.radius * _GROUND_SHARE))
    off = lightness - ground
    return Texture(_speckle(off, mm_per_pixel), *_streaks(lightness))


def _lightness(picture: Picture, patch: Patch, space: Space) -> NDArray[Any]:
    """CIELAB lightness of the largest square in the patch, as the picture has it."""
    half = max(1, int(patch.radius / np.sqrt(2)))
    x, y = int(patch.x), int(patch.y)
    part = picture[max(0, y - half) : y + half, max(0, x - half) : x + half]
    lightness: NDArray[Any] = lab_from_linear(linear_from_srgb(part / 255.0), space)[..., 0]
    return lightness


def _speckle(off: NDArray[Any], mm_per_pixel: float | None) -> Speckle:
    from scipy.ndimage import label

    spread = 1.4826 * float(np.median(np.abs(off - np.median(off))))
    bound = max(LEAST_CONTRAST, _SIGMAS * spread)
    dark, light = off < -bound, off > bound
    darker = bool(dark.sum() >= light.sum())
    found = dark if darker else light
    labels, _ = label(found)
    sizes = np.bincount(labels.ravel())[1:]
    is_speck = sizes >= LEAST_SPECK
    specks = np.isin(labels, np.flatnonzero(is_speck) + 1)
    count, pixels = int(is_speck.sum()), int(specks.sum())
    per_cm2 = mean_mm = None
    if mm_per_pixel:
        per_cm2 = count / (off.size * (mm_per_pixel / 10) ** 2)
        mean_mm = 2 * float(np.sqrt(pixels / count / np.pi)) * mm_per_pixel if count else None
    contrast = float(np.abs(off[specks]).mean()) if count else 0.0
    return Speckle(pixels / off.size, count, per_cm2, mean_mm, contrast, darker)


def _streaks(lightness: NDArray[Any]) -> tuple[float, float]:
    """How far the slopes of lightness point one way, and the spread of lightness across that."""
    from scipy.ndimage import gaussian_filter, rotate

    smooth = gaussian_filter(lightness, 2.0)
    down, right = np.gradient(smooth)
    a, b, c = float((right**2).mean()), float((right * down).mean()), float((down**2).mean())
    if a + c < 1e-9:
        return 0.0, 0.0
    one_way = float(np.hypot(a - c, 2 * b) / (a + c))
    along = 0.5 * np.degrees(np.arctan2(2 * b, a - c)) + 90
    turned = rotate(smooth, along, reshape=False, mode="reflect", order=1)
    return one_way, float(turned.mean(axis=1).std())
