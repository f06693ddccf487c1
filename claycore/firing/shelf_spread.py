"""How a kiln's shelves differ, learned over many firings.

Two witnesses: cones, on the cone scale, and equal pieces, by how much more or less they shrink.
Source: mean and standard error of any statistics text (Student's t).
"""

import math
from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from claycore.firing.witness import ShelfHeat


@dataclass(frozen=True)
class Offset:
    """How far a shelf lies from the mean of the shelves, seen so many times.

    ``u95`` covers how the times differ, and how wide the cones bracket where cones tell it.
    """

    value: float
    u95: float
    times: int


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


def piece_offsets(sets: Sequence[Mapping[int, Sequence[float]]]) -> dict[int, Offset]:
    """How much more or less equal pieces shrink on each shelf than on the mean of their shelves.

    Each set is of equal pieces in one firing: their shrinkages by shelf, in percent; the offsets
    are in points. A shelf that was seen once says nothing, for nobody knows how sure that is.
    Raises nothing. Source: as said at the head of this file.
    """
    differences: dict[int, list[float]] = defaultdict(list)
    for one in sets:
        means = {shelf: math.fsum(found) / len(found) for shelf, found in one.items() if found}
        if len(means) < 2:
            continue
        mean = math.fsum(means.values()) / len(means)
        for shelf, found_mean in means.items():
            differences[shelf].append(found_mean - mean)
    return {
        shelf: _offset(found, [0.0] * len(found))
        for shelf, found in sorted(differences.items())
        if len(found) > 1
    }


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
