"""What witness cones say: how hot it got where they stood, and how a kiln's shelves differ.

A cone says only that the heat work was more than its own, or less; so two cones bracket it. It is
told on one scale, the temperature at which cones bend at 60 °C an hour, so that shelves can be
compared. Source: the scale is the cone makers' published charts, from memory; how far a cone that
is half down is from its end is our choice.
"""

import math
from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum

from claycore.firing import cones
from claycore.measure.errors import Inconsistent

HALF_DOWN_C = (10.0, 0.0)
"""A cone whose tip is half way down is so far under its end at most, and at least."""


class Bend(StrEnum):
    """How a witness cone was found."""

    STANDING = "standing"
    HALF = "half"
    DOWN = "down"


BEND_WORDS = {
    Bend.STANDING: "standing",
    Bend.HALF: "half down",
    Bend.DOWN: "down",
}


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
    bent = [Bend.DOWN, Bend.HALF, Bend.STANDING]
    in_order = sorted(seen, key=cones.order)
    places = [bent.index(seen[name]) for name in in_order]
    if places != sorted(places) or places.count(1) > 1:
        raise Inconsistent(
            "cone", in_order, "A hotter cone cannot bend before a cooler one. Check the cones."
        )
    for name in in_order:
        bends = float(cones.temperature_c(name))
        if seen[name] == Bend.DOWN:
            low, down = bends, name
        elif seen[name] == Bend.HALF:
            low, high = bends - HALF_DOWN_C[0], bends - HALF_DOWN_C[1]
        elif high is None:
            high = bends
    return ShelfHeat(down, low, high)


@dataclass(frozen=True)
class Offset:
    """How much hotter a shelf runs than the mean of the shelves, °C, from so many firings.

    ``u95`` covers both how firings differ and how wide the cones bracket.
    """

    value: float
    u95: float
    firings: int


def shelf_offsets(firings: Sequence[Mapping[int, ShelfHeat]]) -> dict[int, Offset]:
    """How a kiln's shelves differ, from the witness cones of its firings; by shelf.

    Only firings in which two shelves or more are bracketed tell anything. In °C of the cone scale.
    Raises nothing. Source: mean and standard error of any statistics text (Student's t), the
    brackets taken as rectangular (JCGM 100:2008, GUM, 4.3.7).
    """
    differences: dict[int, list[float]] = defaultdict(list)
    brackets: dict[int, list[float]] = defaultdict(list)
    for firing in firings:
        known = {shelf: heat for shelf, heat in firing.items() if heat.middle_c is not None}
        if len(known) < 2:
            continue
        middles = {shelf: heat.middle_c or 0.0 for shelf, heat in known.items()}
        mean = math.fsum(middles.values()) / len(middles)
        for shelf, heat in known.items():
            differences[shelf].append(middles[shelf] - mean)
            brackets[shelf].append(heat.half_c**2 / 3)
    return {shelf: _offset(found, brackets[shelf]) for shelf, found in sorted(differences.items())}


def _offset(differences: Sequence[float], brackets: Sequence[float]) -> Offset:
    from scipy.special import stdtrit

    count = len(differences)
    mean = math.fsum(differences) / count
    by_bracket = math.fsum(brackets) / count**2
    if count == 1:
        return Offset(mean, 2 * math.sqrt(by_bracket), count)
    scatter = math.fsum((one - mean) ** 2 for one in differences) / (count - 1) / count
    student = float(stdtrit(count - 1, 0.975))
    return Offset(mean, math.sqrt(student**2 * scatter + 4 * by_bracket), count)
