"""A colour judged by eye, laid beside fired tiles whose colours are known."""

import math
from collections.abc import Sequence
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
