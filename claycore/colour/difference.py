"""How far two fired colours lie apart.

Source: CIEDE2000, ISO/CIE 11664-6; the formula is ColorAide's. The readings in words are common
practice, from memory.
"""

from coloraide import Color

from claycore.colour.notation import Lab


def ciede2000(one: Lab, other: Lab) -> float:
    """CIEDE2000 between two colours (all parametric factors 1).

    No unit. Source: ISO/CIE 11664-6, as ColorAide reckons it.
    """
    first, second = (Color("lab-d65", [c.lightness, c.a, c.b]) for c in (one, other))
    return float(first.delta_e(second, method="2000"))


def in_words(difference: float) -> str:
    """What an eye makes of a difference.

    ``difference`` is in CIEDE2000, no unit. Source: common practice, from memory.
    """
    if difference < 1:
        return "the same"
    if difference < 2:
        return "visible only when touching"
    if difference <= 5:
        return "visible side by side"
    return "clearly different"
