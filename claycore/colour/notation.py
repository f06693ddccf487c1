"""Reading a colour that a person typed, and writing one for a screen.

Source: IEC 61966-2-1 for sRGB; the conversions are ColorAide's.
"""

import math
import re
from dataclasses import dataclass
from functools import lru_cache

from coloraide import Color

from claycore.measure.errors import OutOfBounds

_HEX = re.compile(r"#?([0-9a-fA-F]{6})")
_HELP = "Enter a colour as #rrggbb, or as L, a, b with L from 0 to 100, like 52.1, 8.4, -20."
_MOST_AB = 200.0


@dataclass(frozen=True)
class Lab:
    """A colour in CIELAB, D65: lightness 0–100, then red–green and yellow–blue."""

    lightness: float
    a: float
    b: float

    @property
    def values(self) -> tuple[float, float, float]:
        """L, a and b, as arrays of colours have them."""
        return self.lightness, self.a, self.b

    @property
    def chroma(self) -> float:
        """How far it is from grey. Source: ISO/CIE 11664-4."""
        return math.hypot(self.a, self.b)

    @property
    def hex(self) -> str:
        """The nearest colour a screen can show, as #rrggbb."""
        return _hex(*self.values)

    @property
    def on_screen(self) -> bool:
        """Whether a screen can show it as it is."""
        return bool(Color("lab-d65", [self.lightness, self.a, self.b]).in_gamut("srgb"))


@lru_cache(maxsize=8192)
def _hex(lightness: float, a: float, b: float) -> str:
    # A wall asks for the same few hundred colours on every visit, and each takes a tenth of a
    # millisecond.
    colour = Color("lab-d65", [lightness, a, b]).convert("srgb")
    return str(colour.fit("srgb").to_string(hex=True, fit=False))


def from_hex(text: str) -> Lab:
    """A screen colour as CIELAB.

    Raises ValueError for what is no colour. Source: IEC 61966-2-1, as ColorAide converts it.
    """
    colour = Color(f"#{text.strip().lstrip('#')}").convert("lab-d65")
    lightness, a, b = colour.coords()
    return Lab(lightness, a, b)


def _split(text: str) -> list[str]:
    """The three numbers of 'L, a, b'; decimal commas need semicolons or spaces between them."""
    if ";" in text:
        return [part.replace(",", ".") for part in text.split(";")]
    return re.split(r"\s*,\s*|\s+", text)


def is_in_words(text: str) -> bool:
    """Whether a colour was said in words, as 'orange brown': letters, and no figure among them.

    Source: our choice.
    """
    return any(letter.isalpha() for letter in text) and not any(
        letter.isdigit() or letter == "#" for letter in text
    )


def parse(text: str, field: str = "colour") -> Lab:
    """``#rrggbb`` or ``L, a, b`` as CIELAB. Raises OutOfBounds naming ``field``.

    Source: IEC 61966-2-1 for ``#rrggbb``; L, a, b are CIELAB as typed.
    """
    text = text.strip()
    if found := _HEX.fullmatch(text):
        return from_hex(found[1])
    parts = _split(text)
    try:
        numbers = [float(part) for part in parts]
    except ValueError:
        raise OutOfBounds(field, text, _HELP) from None
    if len(numbers) != 3:
        raise OutOfBounds(field, text, _HELP)
    lightness, a, b = numbers
    if not (0 <= lightness <= 100 and abs(a) <= _MOST_AB and abs(b) <= _MOST_AB):
        raise OutOfBounds(field, text, _HELP)
    return Lab(lightness, a, b)
