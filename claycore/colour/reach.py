"""Why a wanted colour is beyond all that was tested in a clay, and what would reach further.

Source: our own; where the families of hue lie is from memory, as in claycore.colour.naming.
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum

from claycore.colour.naming import Family, family_of
from claycore.colour.notation import Lab
from claycore.colour.palette import Palette

SAME_HUE = 25.0
"""Hues this many degrees apart are of one kind. Our choice."""

COLOURED = 10.0
"""Of colours with less chroma than this the hue is not asked for. Our choice."""

SHORT_OF = 4.0
"""Lightness or chroma that falls short by less is not told. Our choice."""


class Short(StrEnum):
    """What all that was tested lacks for a colour."""

    LIGHTNESS = "lightness"
    HUE = "hue"
    STRENGTH = "strength"
    DEPTH = "depth"


@dataclass(frozen=True)
class OutOfReach:
    """What is lacking, which family of colour is wanted, and which colourant comes next to it.

    ``next_best`` is '' where none is of that hue, or where that is not what is lacking.
    """

    short: Short
    family: Family
    next_best: str = ""


def out_of_reach(palette: Palette, want: Lab, max_pct: float) -> OutOfReach | None:
    """What the tested colourants lack for a colour; None where none of it is told apart.

    ``max_pct`` is the most of a colourant, percent on dry clay. Raises nothing. Source: as at the
    head of this file.
    """
    family = family_of(want)
    if want.lightness > palette.predict({}).lab.lightness + SHORT_OF:
        return OutOfReach(Short.LIGHTNESS, family)
    strongest = _strongest(palette, max_pct)
    if _chroma(want) >= COLOURED:
        alike = {
            name: _chroma(lab)
            for name, lab in strongest.items()
            if _chroma(lab) >= COLOURED and _hues_apart(lab, want) <= SAME_HUE
        }
        if not alike:
            return OutOfReach(Short.HUE, family)
        best = max(alike, key=alike.__getitem__)
        if alike[best] < _chroma(want) - SHORT_OF:
            return OutOfReach(Short.STRENGTH, family, best)
    darkest = min((lab.lightness for lab in strongest.values()), default=100.0)
    if want.lightness < darkest - SHORT_OF:
        return OutOfReach(Short.DEPTH, family)
    return None


def _strongest(palette: Palette, max_pct: float) -> Mapping[str, Lab]:
    """Each colourant alone, as strong as may be predicted."""
    return {
        name: palette.predict({name: min(max_pct, one.most_pct)}).lab
        for name, one in palette.colourants.items()
    }


def _chroma(lab: Lab) -> float:
    return math.hypot(lab.a, lab.b)


def _hues_apart(one: Lab, other: Lab) -> float:
    """The angle between two hues in degrees, from 0 to 180."""
    cross, dot = one.a * other.b - one.b * other.a, one.a * other.a + one.b * other.b
    return abs(math.degrees(math.atan2(cross, dot)))
