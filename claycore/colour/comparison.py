"""In what two colours differ: lightness, strength and hue, in the words potters use."""

import math
from dataclasses import dataclass

from claycore.colour.notation import Lab

NOTICED = 0.8
"""Differences in one coordinate under this are not put into words. Our choice."""

GREY_BELOW = 3.0
"""Of colours with less chroma than this the hue is not spoken of. Our choice."""


@dataclass(frozen=True)
class ColourShift:
    """From one colour to another: lightness, chroma, and hue as a distance, in CIELAB units."""

    lightness: float
    chroma: float
    hue: float
    towards: str

    @property
    def words(self) -> tuple[str, ...]:
        """What changed so far that it is noticed, the largest first."""
        found = [
            (abs(self.lightness), "lighter" if self.lightness > 0 else "darker"),
            (abs(self.chroma), "stronger" if self.chroma > 0 else "greyer"),
            (abs(self.hue) if self.towards else 0.0, f"more {self.towards}"),
        ]
        return tuple(word for size, word in sorted(found, reverse=True) if size >= NOTICED)


_DIRECTIONS = ("red", "orange", "yellow", "green", "blue-green", "blue", "violet", "purple")
_DEGREES = (20.0, 55.0, 90.0, 150.0, 200.0, 260.0, 305.0, 345.0)
"""Hue angles in CIELAB about which a colour is called so. From memory."""


def compare(one: Lab, other: Lab) -> ColourShift:
    """In what ``other`` differs from ``one``.

    Source: CIELAB's ΔL*, ΔC*ab and ΔH*ab (CIE 15); the names of hues are from memory.
    """
    chroma = [math.hypot(c.a, c.b) for c in (one, other)]
    cross = one.a * other.b - one.b * other.a
    hue_squared = (other.a - one.a) ** 2 + (other.b - one.b) ** 2 - (chroma[1] - chroma[0]) ** 2
    hue = math.copysign(math.sqrt(max(hue_squared, 0.0)), cross)
    towards = ""
    if min(chroma) >= GREY_BELOW:
        towards = _turned_towards(one, other, hue > 0)
    return ColourShift(other.lightness - one.lightness, chroma[1] - chroma[0], hue, towards)


_BESIDE = 8.0
"""A named hue so near, in degrees, is where a colour is already. Our choice."""


def _turned_towards(one: Lab, other: Lab, upwards: bool) -> str:
    """The named hue ahead that is nearest to where a colour is turned; hue angles grow upwards.

    From blue-green past blue to violet it is more violet, not more blue.
    """

    def ahead(angle: float) -> float:
        return (angle - _angle(one)) % 360 if upwards else (_angle(one) - angle) % 360

    turned = ahead(_angle(other))
    named = [(ahead(at), name) for at, name in zip(_DEGREES, _DIRECTIONS, strict=True)]
    return min((abs(at - turned), name) for at, name in named if at > _BESIDE)[1]


def _angle(colour: Lab) -> float:
    return math.degrees(math.atan2(colour.b, colour.a)) % 360
