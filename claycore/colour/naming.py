"""Whether a stain's name fits the colour it fires, and what to ask where it does not.

Source: where the families of hue lie in CIELAB is from memory; the possible causes are common
practice, and never more than questions for the supplier.
"""

import math
import re
from dataclasses import dataclass
from enum import StrEnum

from claycore.colour.notation import Lab


class Family(StrEnum):
    """Families of colour, as potters name them."""

    WHITE = "white"
    GREY = "grey"
    BLACK = "black"
    BEIGE = "beige"
    BROWN = "brown"
    PINK = "pink"
    RED = "red"
    ORANGE = "orange"
    YELLOW = "yellow"
    GREEN = "green"
    TURQUOISE = "turquoise"
    BLUE = "blue"
    VIOLET = "violet"


_GREY_BELOW, _EARTHY_BELOW = 6.0, 24.0
_WHITE_FROM, _BLACK_BELOW, _PALE_FROM = 86.0, 28.0, 62.0

_FROM_HUE = (
    (20.0, Family.PINK),
    (45.0, Family.RED),
    (72.0, Family.ORANGE),
    (105.0, Family.YELLOW),
    (172.0, Family.GREEN),
    (235.0, Family.TURQUOISE),
    (288.0, Family.BLUE),
    (335.0, Family.VIOLET),
    (360.0, Family.PINK),
)
"""Up to which hue angle of CIELAB each family reaches."""

_NAMED = {
    "white": {Family.WHITE},
    "grey": {Family.GREY, Family.BLACK},
    "gray": {Family.GREY, Family.BLACK},
    "slate": {Family.GREY, Family.BLUE},
    "black": {Family.BLACK, Family.GREY},
    "beige": {Family.BEIGE, Family.BROWN},
    "brown": {Family.BROWN, Family.BEIGE, Family.RED, Family.ORANGE},
    "rust": {Family.BROWN, Family.RED, Family.ORANGE},
    "ochre": {Family.YELLOW, Family.BROWN, Family.BEIGE, Family.ORANGE},
    "pink": {Family.PINK},
    "rose": {Family.PINK},
    "salmon": {Family.PINK, Family.ORANGE, Family.RED},
    "red": {Family.RED},
    "orange": {Family.ORANGE, Family.RED},
    "yellow": {Family.YELLOW},
    "green": {Family.GREEN, Family.TURQUOISE},
    "teal": {Family.TURQUOISE, Family.GREEN, Family.BLUE},
    "turquoise": {Family.TURQUOISE, Family.GREEN, Family.BLUE},
    "blue": {Family.BLUE, Family.TURQUOISE},
    "violet": {Family.VIOLET},
    "purple": {Family.VIOLET, Family.PINK},
    "lilac": {Family.VIOLET, Family.PINK},
    "mauve": {Family.VIOLET, Family.PINK},
    "plum": {Family.VIOLET, Family.PINK, Family.RED, Family.BROWN},
    "magenta": {Family.PINK, Family.VIOLET},
    "scarlet": {Family.RED, Family.ORANGE},
    "maroon": {Family.RED, Family.BROWN, Family.PINK},
    "coral": {Family.PINK, Family.ORANGE, Family.RED},
    "peach": {Family.PINK, Family.ORANGE, Family.BEIGE},
    "apricot": {Family.ORANGE, Family.YELLOW, Family.PINK, Family.BEIGE},
    "terracotta": {Family.ORANGE, Family.RED, Family.BROWN},
    "chestnut": {Family.BROWN, Family.RED, Family.ORANGE},
    "chocolate": {Family.BROWN, Family.BLACK, Family.GREY},
    "cream": {Family.WHITE, Family.BEIGE, Family.YELLOW},
    "ivory": {Family.WHITE, Family.BEIGE, Family.YELLOW},
    "lemon": {Family.YELLOW},
    "mustard": {Family.YELLOW, Family.BROWN, Family.BEIGE, Family.ORANGE},
    "amber": {Family.YELLOW, Family.ORANGE, Family.BROWN},
    "olive": {Family.GREEN, Family.YELLOW, Family.BROWN},
    "moss": {Family.GREEN, Family.YELLOW},
    "sage": {Family.GREEN, Family.GREY},
    "mint": {Family.GREEN, Family.TURQUOISE},
    "emerald": {Family.GREEN, Family.TURQUOISE},
    "aqua": {Family.TURQUOISE, Family.BLUE},
    "navy": {Family.BLUE, Family.BLACK},
    "indigo": {Family.BLUE, Family.VIOLET},
    "charcoal": {Family.BLACK, Family.GREY},
}
"""Words of names, and the families that fit them."""

NAMED_WORDS = tuple(_NAMED)
"""Every word for a colour that is understood."""

_CHROME_TIN = (
    "Is it a chrome–tin colour? Those need calcium and tin about them, and lose colour to zinc."
)
_INCLUSION = (
    "Is it an inclusion colour (cadmium, selenium)? Those have a top temperature, and must not be"
    " milled."
)
_ALUMINA = (
    "Is it an alumina pink? Both kinds want alumina about them; chrome–alumina wants zinc too,"
    " manganese–alumina little zinc or lime."
)
_BODY = "Which body and cone was its name given in? A red or buff body muddies most colours."
_REDUCTION = "Was it fired in reduction? That changes copper, iron and most stains."

_QUESTIONS = {
    "pink": (_CHROME_TIN, _ALUMINA),
    "rose": (_CHROME_TIN, _ALUMINA),
    "salmon": (_ALUMINA, _INCLUSION),
    "red": (_CHROME_TIN, _INCLUSION),
    "orange": (_INCLUSION,),
    "violet": (_CHROME_TIN,),
    "purple": (_CHROME_TIN,),
    "lilac": (_CHROME_TIN,),
    "mauve": (_CHROME_TIN,),
    "plum": (_CHROME_TIN,),
    "magenta": (_CHROME_TIN,),
    "maroon": (_CHROME_TIN,),
    "scarlet": (_INCLUSION,),
    "coral": (_ALUMINA, _INCLUSION),
    "peach": (_ALUMINA,),
    "turquoise": (_REDUCTION,),
    "green": (_REDUCTION,),
}
"""What to ask about colours that are known to be particular. Common practice, from memory."""


@dataclass(frozen=True)
class NameFit:
    """A name that does not fit: the word in it, what it fires, and what to ask the supplier."""

    word: str
    fires: Family
    questions: tuple[str, ...]


def family_of(lab: Lab) -> Family:
    """What family a colour belongs to.

    Source: from memory, as at the head of this file.
    """
    chroma, hue = math.hypot(lab.a, lab.b), math.degrees(math.atan2(lab.b, lab.a)) % 360
    if lab.lightness < _BLACK_BELOW and chroma < 2 * _GREY_BELOW:
        return Family.BLACK
    if chroma < _GREY_BELOW:
        return Family.WHITE if lab.lightness >= _WHITE_FROM else Family.GREY
    if chroma < _EARTHY_BELOW and 30 <= hue <= 95:
        return Family.BEIGE if lab.lightness >= _PALE_FROM else Family.BROWN
    found = next(family for most, family in _FROM_HUE if hue <= most)
    return Family.PINK if found is Family.RED and lab.lightness >= _PALE_FROM else found


def families_named(word: str) -> frozenset[Family]:
    """The families that a word for a colour may mean, empty of any other word.

    Source: as at the head of this file.
    """
    return frozenset(_NAMED.get(word, ()))


def _colour_word(name: str) -> str:
    """The word for a colour in a name, the last if there are several; '' without one."""
    words = [word for word in re.findall(r"[a-z]+", name.lower()) if word in _NAMED]
    return words[-1] if words else ""


def questions_about(name: str) -> tuple[str, ...]:
    """What to ask the supplier about a stain of this name: none without a word for a colour.

    Source: as at the head of this file.
    """
    return _QUESTIONS.get(_colour_word(name), ())


def is_hurt_by_zinc(name: str) -> bool:
    """Whether a stain of this name may be one of those that lose their colour to zinc.

    Source: as at the head of this file.
    """
    return _CHROME_TIN in questions_about(name)


def misnamed(name: str, lab: Lab) -> NameFit | None:
    """How a stain's name and its strongest fired colour disagree; None where they do not.

    A name without a word for a colour disagrees with nothing. Source: as at the head of this file.
    """
    word = _colour_word(name)
    if not word:
        return None
    fires = family_of(lab)
    if fires in _NAMED[word]:
        return None
    return NameFit(word, fires, (*questions_about(name), _BODY))
