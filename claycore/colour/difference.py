"""How far apart two fired colours are.

Source: CIEDE2000, ISO/CIE 11664-6; notes on writing it in Sharma, Wu and Dalal 2005. The readings
in words are common practice, from memory.
"""

from typing import Any

import numpy as np
from numpy.typing import ArrayLike, NDArray

from claycore.colour.notation import Lab

SAME = 1.0
"""Under this nobody sees a difference. Common practice, from memory."""

SAME_UNLESS_TOUCHING = 2.0
"""Under this only tiles that touch are told apart. Common practice, from memory."""

PLAINLY_DIFFERENT = 5.0
"""Over this the colours are plainly different. Common practice, from memory."""

_25_TO_7 = 25.0**7
_OPPOSITE = 1e-9
"""Two unit vectors whose sum is shorter are opposite, but for rounding."""


def ciede2000(one: Lab, other: Lab) -> float:
    """CIEDE2000 between two colours (all parametric factors 1).

    No unit. Source: ISO/CIE 11664-6.
    """
    return float(ciede2000_of(one.values, other.values))


def ciede2000_of(one: ArrayLike, other: ArrayLike) -> NDArray[np.floating[Any]]:
    """CIEDE2000 between colours in CIELAB, element by element, of shapes (…, 3) that broadcast.

    No unit. Source: ISO/CIE 11664-6. The hues are never turned into angles but for their mean:
    their difference follows from the cross and the dot product of the two chroma vectors, and the
    cosines of two, three and four times the mean hue from its cosine. That is the same to rounding,
    and takes a third of the time.
    """
    first, second = np.asarray(one, dtype=float), np.asarray(other, dtype=float)
    l1, l2 = first[..., 0], second[..., 0]
    a1, b1, c1, a2, b2, c2 = _stretched(first, second)
    chroma = (c1 + c2) / 2
    d_chroma = c2 - c1
    d_hue = _hue_difference(a1, b1, a2, b2, c1 * c2)
    cos_h, sin_h = _mean_hue(a1, b1, c1, a2, b2, c2)

    off_50 = ((l1 + l2) / 2 - 50) ** 2
    s_l = 1 + 0.015 * off_50 / np.sqrt(20 + off_50)
    s_c = 1 + 0.045 * chroma
    s_h = 1 + 0.015 * chroma * _hue_weight(cos_h, sin_h)
    l_part, c_part, h_part = (l2 - l1) / s_l, d_chroma / s_c, d_hue / s_h
    turned = _rotation(chroma, cos_h, sin_h) * c_part * h_part
    difference: NDArray[np.floating[Any]] = np.sqrt(
        np.maximum(l_part**2 + c_part**2 + h_part**2 + turned, 0.0)
    )
    return difference


def _greyness(chroma: Any) -> Any:
    """√(C⁷ / (C⁷ + 25⁷)): 0 for a grey, towards 1 for a strong colour."""
    cubed = chroma * chroma * chroma
    power = cubed * cubed * chroma
    return np.sqrt(power / (power + _25_TO_7))


def _stretched(first: Any, second: Any) -> tuple[Any, ...]:
    """Both colours' a', b and C', where greys have their a stretched."""
    a1, b1, a2, b2 = first[..., 1], first[..., 2], second[..., 1], second[..., 2]
    chroma = (np.hypot(a1, b1) + np.hypot(a2, b2)) / 2
    stretch = 1.5 - 0.5 * _greyness(chroma)
    a1, a2 = a1 * stretch, a2 * stretch
    return a1, b1, np.hypot(a1, b1), a2, b2, np.hypot(a2, b2)


def _hue_difference(a1: Any, b1: Any, a2: Any, b2: Any, product: Any) -> Any:
    """ΔH' = 2 √(C'₁C'₂) sin(Δh'/2), from the cross and the dot product of the chroma vectors."""
    cross, dot = a1 * b2 - a2 * b1, a1 * a2 + b1 * b2
    # 2 (C₁C₂ − dot) loses its digits for near hues, and is the better form for far ones.
    near = np.abs(cross) * np.sqrt(2 / np.maximum(product + dot, np.finfo(float).tiny))
    far = np.sqrt(np.maximum(2 * (product - dot), 0.0))
    size = np.where(dot > 0, near, far)
    return np.where(cross < 0, -size, size)


def _mean_hue(a1: Any, b1: Any, c1: Any, a2: Any, b2: Any, c2: Any) -> tuple[Any, Any]:
    """Cosine and sine of the mean hue h̄', which halves the smaller angle between the two.

    It is the direction of the sum of both as unit vectors; a grey has no hue and leaves the
    other's. Where they are opposite there is no smaller angle, and the standard takes the mean of
    both as angles of 0 to 360°: the hue in the upper half, turned on by 90°.
    """
    tiny = np.finfo(float).tiny
    c1, c2 = np.maximum(c1, tiny), np.maximum(c2, tiny)
    x1, y1 = a1 / c1, b1 / c1
    x, y = x1 + a2 / c2, y1 + b2 / c2
    length = np.hypot(x, y)
    if (length < _OPPOSITE).any():
        is_level = np.abs(y1) < _OPPOSITE
        up = np.where(np.where(is_level, x1 > 0, y1 > 0), 1.0, -1.0)
        is_opposite = (length < _OPPOSITE) & (c1 > tiny)
        x, y = np.where(is_opposite, -y1 * up, x), np.where(is_opposite, x1 * up, y)
        length = np.maximum(np.hypot(x, y), tiny)
    return x / length, y / length


def _hue_weight(cos_h: Any, sin_h: Any) -> Any:
    """T: by what share the hue counts at this mean hue."""
    cos_2, sin_2 = 2 * cos_h**2 - 1, 2 * sin_h * cos_h
    cos_3, sin_3 = cos_2 * cos_h - sin_2 * sin_h, sin_2 * cos_h + cos_2 * sin_h
    cos_4, sin_4 = 2 * cos_2**2 - 1, 2 * sin_2 * cos_2
    return (
        1
        - 0.17 * _cosine_of(cos_h, sin_h, -30)
        + 0.24 * cos_2
        + 0.32 * _cosine_of(cos_3, sin_3, 6)
        - 0.20 * _cosine_of(cos_4, sin_4, -63)
    )


def _cosine_of(cosine: Any, sine: Any, degrees: float) -> Any:
    """The cosine of an angle that is known by its own, turned by some degrees."""
    turn = np.radians(degrees)
    return cosine * np.cos(turn) - sine * np.sin(turn)


def _rotation(chroma: Any, cos_h: Any, sin_h: Any) -> Any:
    """R_T: how far chroma and hue pull together, in the blues."""
    hue = np.degrees(np.arctan2(sin_h, cos_h)) % 360
    turn = np.radians(30 * np.exp(-(((hue - 275) / 25) ** 2)))
    return -2 * _greyness(chroma) * np.sin(2 * turn)


def in_words(difference: float) -> str:
    """What an eye makes of a difference.

    ``difference`` is in CIEDE2000, no unit. Source: common practice, from memory.
    """
    if difference < SAME:
        return "the same"
    if difference < SAME_UNLESS_TOUCHING:
        return "visible only when touching"
    if difference <= PLAINLY_DIFFERENT:
        return "visible side by side"
    return "clearly different"
