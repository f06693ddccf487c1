"""A colour judged by eye, laid beside fired tiles whose colours are known."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from claycore.colour.difference import SAME_UNLESS_TOUCHING, ciede2000
from claycore.colour.equal_tiles import mean_colour
from claycore.colour.notation import Lab


@dataclass(frozen=True)
class KnownTile:
    """A tile to compare with: its colour, and how far that may be off in CIEDE2000, 0 if exact."""

    lab: Lab
    u95: float = 0.0


def seen_like(known: Sequence[KnownTile]) -> KnownTile:
    """The colour of a tile that looks like one known tile, or lies between two of them.

    Its u95 is in CIEDE2000 at about 95 %. The eye misses what is not seen side by side, so it is
    never under SAME_UNLESS_TOUCHING; between two tiles it is half their difference where that is
    more; what the known tiles may be off comes on top. Raises ValueError for none or over two.
    Source: common practice for what is seen side by side; otherwise our choice.
    """
    if not 1 <= len(known) <= 2:
        raise ValueError("a colour is seen like one tile, or between two")
    first, last = known[0], known[-1]
    half_way = ciede2000(first.lab, last.lab) / 2
    eye = max(SAME_UNLESS_TOUCHING, half_way)
    return KnownTile(
        mean_colour([one.lab for one in known]),
        math.hypot(eye, max(one.u95 for one in known)),
    )


@dataclass(frozen=True)
class LaidOut:
    """What a coloured tile is made of and was fired as: the clay, percent on dry clay by colourant,
    what is on it ('unglazed', a glaze's name), and the heat in words."""

    clay: str
    pcts: Mapping[str, float]
    surface: str
    heat: str


_OTHER_CLAY, _OTHER_SURFACE, _OTHER_HEAT = 0.6, 0.5, 0.3
"""What another clay, surface or firing counts beside another recipe, which counts 0 to 1."""


def unlikeness(of: LaidOut, other: LaidOut) -> float:
    """How much keeps two tiles from having the same colour; 0 for the same recipe fired alike.

    Recipes differ by 0 for the same to 1 for nothing in common. Source: Bray and Curtis 1957 for
    that dissimilarity of percentages; what clay, surface and firing add to it is our choice.
    """
    names = of.pcts.keys() | other.pcts.keys()
    total = sum(of.pcts.values()) + sum(other.pcts.values())
    apart = sum(abs(of.pcts.get(name, 0.0) - other.pcts.get(name, 0.0)) for name in names)
    return (
        (apart / total if total else 0.0)
        + _OTHER_CLAY * (of.clay != other.clay)
        + _OTHER_SURFACE * (of.surface != other.surface)
        + _OTHER_HEAT * (of.heat != other.heat)
    )


def to_lay_beside(of: LaidOut, known: Sequence[tuple[LaidOut, Lab]], most: int = 5) -> list[int]:
    """Which known tiles to lay beside one just fired, by place, the likeliest to match it first.

    Of tiles that nobody can tell apart unless they touch only the likeliest is given: two choices
    that look alike are one. Source: our choice.
    """
    order = sorted(range(len(known)), key=lambda place: (unlikeness(of, known[place][0]), place))
    chosen: list[int] = []
    for place in order:
        lab = known[place][1]
        if all(ciede2000(lab, known[one][1]) >= SAME_UNLESS_TOUCHING for one in chosen):
            chosen.append(place)
        if len(chosen) == most:
            break
    return chosen
