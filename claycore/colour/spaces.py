"""Many colours at once: linear RGB, XYZ under D65 and CIELAB, as arrays with the colour last.

Source: IEC 61966-2-1 for sRGB and its matrix; ITU-R BT.2020 for the primaries of the wide space,
whose white and coding are those of sRGB; CIE 15 for CIELAB. White is that of D65, Y = 1.
"""

from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import ArrayLike, NDArray

Colours = NDArray[np.floating[Any]]
"""An array of shape (…, 3)."""

D65_WHITE = np.array([0.95047, 1.0, 1.08883])


@dataclass(frozen=True, eq=False)
class Space:
    """A space of red, green and blue, coded as sRGB is: what makes XYZ of its linear light."""

    to_xyz: NDArray[Any]

    @property
    def from_xyz(self) -> NDArray[Any]:
        """What makes its linear light of XYZ."""
        return np.linalg.inv(self.to_xyz)

    @property
    def luminance(self) -> NDArray[Any]:
        """How much each channel adds to Y."""
        weights: NDArray[Any] = self.to_xyz[1]
        return weights


def _of_primaries(*xy: tuple[float, float]) -> NDArray[Any]:
    """The matrix of three primaries by their chromaticities, all together being white."""
    columns = np.array([(x / y, 1.0, (1 - x - y) / y) for x, y in xy]).T
    matrix: NDArray[Any] = columns * np.linalg.solve(columns, D65_WHITE)
    return matrix


SRGB = Space(
    np.array(
        [
            [0.4124564, 0.3575761, 0.1804375],
            [0.2126729, 0.7151522, 0.0721750],
            [0.0193339, 0.1191920, 0.9503041],
        ]
    )
)
WIDE = Space(_of_primaries((0.708, 0.292), (0.170, 0.797), (0.131, 0.046)))
"""Wide enough for what phones (Display P3) and cameras (Adobe RGB) photograph in, turquoise, which
Display P3 loses, among it. Eight bits are still fine enough for it."""

_CIE_E = (6 / 29) ** 3
_CIE_SLOPE = (29 / 6) ** 2 / 3


def linear_from_srgb(encoded: ArrayLike) -> Colours:
    """Linear light from sRGB values of 0 to 1.

    Source: IEC 61966-2-1.
    """
    v = np.asarray(encoded, dtype=float)
    linear: Colours = np.where(v <= 0.04045, v / 12.92, ((v + 0.055) / 1.055) ** 2.4)
    return linear


def srgb_from_linear(linear: ArrayLike) -> Colours:
    """sRGB values from linear light, what a screen cannot show clipped to 0 to 1.

    Source: IEC 61966-2-1.
    """
    v = np.clip(np.asarray(linear, dtype=float), 0.0, 1.0)
    encoded: Colours = np.where(v <= 0.0031308, 12.92 * v, 1.055 * v ** (1 / 2.4) - 0.055)
    return encoded


def lab_from_xyz(xyz: ArrayLike) -> Colours:
    """CIELAB from XYZ, white having Y = 1.

    Source: CIE 15.
    """
    t = np.asarray(xyz, dtype=float) / D65_WHITE
    f = np.where(t > _CIE_E, np.cbrt(t), _CIE_SLOPE * t + 4 / 29)
    x, y, z = f[..., 0], f[..., 1], f[..., 2]
    return np.stack([116 * y - 16, 500 * (x - y), 200 * (y - z)], axis=-1)


def xyz_from_lab(lab: ArrayLike) -> Colours:
    """XYZ from CIELAB, white having Y = 1.

    Source: CIE 15.
    """
    values = np.asarray(lab, dtype=float)
    y = (values[..., 0] + 16) / 116
    f = np.stack([y + values[..., 1] / 500, y, y - values[..., 2] / 200], axis=-1)
    t = np.where(f > 6 / 29, f**3, (f - 4 / 29) / _CIE_SLOPE)
    xyz: Colours = t * D65_WHITE
    return xyz


def lab_from_linear(linear: ArrayLike, space: Space = SRGB) -> Colours:
    """CIELAB from linear light; values under 0 or over 1 are colours beyond a space.

    Source: IEC 61966-2-1 and CIE 15.
    """
    return lab_from_xyz(np.asarray(linear, dtype=float) @ space.to_xyz.T)


def linear_from_lab(lab: ArrayLike, space: Space = SRGB) -> Colours:
    """Linear light from CIELAB, not clipped.

    Source: IEC 61966-2-1 and CIE 15.
    """
    linear: Colours = xyz_from_lab(lab) @ space.from_xyz.T
    return linear


def in_srgb(linear: ArrayLike, space: Space) -> Colours:
    """Linear sRGB of the linear light of a space, not clipped.

    Source: IEC 61966-2-1.
    """
    light: Colours = np.asarray(linear, dtype=float) @ (SRGB.from_xyz @ space.to_xyz).T
    return light
