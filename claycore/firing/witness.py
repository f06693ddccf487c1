"""What witness cones say: how hot it got where they stood.

A cone says only that the heat work was more than its own, or less; so two cones bracket it. It is
told on one scale, the temperature at which cones bend at 60 °C an hour, so that shelves can be
compared. Source: the scale is the cone makers' published charts, from memory; how far a cone that
is half bent is from its end is our choice.
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum

from claycore.firing import cones
from claycore.measure.errors import Inconsistent

HALF_DOWN_C = (10.0, 0.0)
"""A cone whose tip is half way down is so far under its end at most, and at least."""

LEANING_C = (25.0, 10.0)
"""A cone that just leans is so far under its end at most, and at least. Our choice."""


class Bend(StrEnum):
    """How a witness cone was found."""

    STANDING = "standing"
    LEANING = "leaning"
    HALF = "half"
    DOWN = "down"
    MELTED = "melted"


BEND_WORDS = {
    Bend.STANDING: "standing",
    Bend.LEANING: "just leaning",
    Bend.HALF: "half bent",
    Bend.DOWN: "down",
    Bend.MELTED: "melted",
}

REACHED = (Bend.HALF, Bend.DOWN, Bend.MELTED)
"""A cone found so was reached: half bent or more. Common practice."""


@dataclass(frozen=True)
class ShelfHeat:
    """How hot a shelf got: °C of the cone scale, between two cones; None where one side is open.

    ``down`` is the hottest cone that is down, None where none is.
    """

    down: str | None
    low_c: float | None
    high_c: float | None

    @property
    def middle_c(self) -> float | None:
        """The middle of the bracket; None where it is open."""
        if self.low_c is None or self.high_c is None:
            return None
        return (self.low_c + self.high_c) / 2

    @property
    def half_c(self) -> float:
        """Half the bracket: the ± of its middle."""
        if self.low_c is None or self.high_c is None:
            return math.inf
        return (self.high_c - self.low_c) / 2


def shelf_heat(seen: Mapping[str, Bend]) -> ShelfHeat:
    """How hot it got where cones were found so.

    Raises ClayError naming ``cone``, also where a hotter cone bent more than a cooler one. Source:
    as said at the head of this file.
    """
    low: float | None = None
    high: float | None = None
    down: str | None = None
    bent = list(Bend)[::-1]
    in_order = sorted(seen, key=cones.order)
    places = [bent.index(seen[name]) for name in in_order]
    if places != sorted(places) or list(seen.values()).count(Bend.HALF) > 1:
        raise Inconsistent(
            "cone", in_order, "A hotter cone cannot bend before a cooler one. Check the cones."
        )
    for name in in_order:
        bends = float(cones.temperature_c(name))
        if seen[name] in (Bend.DOWN, Bend.MELTED):
            low, down = bends, name
        elif seen[name] == Bend.HALF:
            low, high = bends - HALF_DOWN_C[0], bends - HALF_DOWN_C[1]
        elif high is None and seen[name] == Bend.LEANING:
            low, high = _leaning(bends, low)
        elif high is None:
            high = bends
    return ShelfHeat(down, low, high)


def _leaning(bends: float, low: float | None) -> tuple[float, float]:
    """The bracket of a cone that just leans; cones that lie close together leave it its end."""
    most, least = bends - LEANING_C[1], bends - LEANING_C[0]
    if low is None:
        return least, most
    return max(low, least), most if most > low else bends


def reached(seen: Mapping[str, Bend]) -> str | None:
    """The hottest cone that is half bent or more; None where none is. Source: common practice."""
    return max((name for name in seen if seen[name] in REACHED), key=cones.order, default=None)


def missed(seen: Mapping[str, Bend]) -> str | None:
    """The coolest cone that was not reached; None where all were. Source: common practice."""
    return min((name for name in seen if seen[name] not in REACHED), key=cones.order, default=None)
