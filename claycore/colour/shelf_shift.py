"""Whether equal tiles fire another lightness on one kiln shelf than on another."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import combinations

from claycore.colour.equal_tiles import Noise
from claycore.colour.notation import Lab

LEAST_SHIFT = 0.8
"""A smaller difference of lightness is not worth a word. Our choice."""


@dataclass(frozen=True)
class ShelfShift:
    """Tiles of one shelf are lighter than their equals on another, by so much lightness."""

    lighter: int
    darker: int
    by: float
    u95: float
    sets: int


def shelf_shifts(equal: Sequence[Mapping[int, Sequence[Lab]]], noise: Noise) -> list[ShelfShift]:
    """The pairs of shelves whose equal tiles surely differ in lightness, the largest shift first.

    ``equal`` holds sets of equal tiles by the shelf they stood on, counted from 0. Each set tells
    by its own difference, weighted by how many tiles it rests on. Lightness as in CIELAB, from 0 to
    100. Source: weighted mean, any statistics text.
    """
    shelves = sorted({shelf for by_shelf in equal for shelf in by_shelf})
    found = []
    for one, other in combinations(shelves, 2):
        both = [(s[one], s[other]) for s in equal if s.get(one) and s.get(other)]
        if both:
            found.append(_shift(one, other, both, noise))
    telling = [s for s in found if s.by >= LEAST_SHIFT and s.by > s.u95]
    return sorted(telling, key=lambda shift: -shift.by)


def _shift(
    one: int, other: int, both: Sequence[tuple[Sequence[Lab], Sequence[Lab]]], noise: Noise
) -> ShelfShift:
    weights = [1 / (1 / len(a) + 1 / len(b)) for a, b in both]
    off = [_lightness(a) - _lightness(b) for a, b in both]
    mean = sum(w * d for w, d in zip(weights, off, strict=True)) / sum(weights)
    u95 = 2 * noise.of_axis(1, 1) / math.sqrt(2) / math.sqrt(sum(weights))
    lighter, darker = (one, other) if mean > 0 else (other, one)
    return ShelfShift(lighter, darker, abs(mean), u95, len(both))


def _lightness(tiles: Sequence[Lab]) -> float:
    return sum(tile.lightness for tile in tiles) / len(tiles)
