"""Tiles of different stains or strengths that are the same to the eye."""

import math
from collections import Counter, defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from claycore.colour.difference import ciede2000_of
from claycore.colour.equal_tiles import (
    ColourDifference,
    Noise,
    Visible,
    apart,
    largest_same,
    mean_colour,
)
from claycore.colour.notation import Lab


@dataclass(frozen=True)
class ColouredTiles:
    """Equal fired tiles: what they are called, and what colours them.

    ``cost_per_kg`` is what that costs per kg of dry clay, None where a price is missing; ``codes``
    are scratched on them, ``firings`` the keys of those they came out of, where they are known.
    """

    name: str
    colourants: frozenset[str]
    tiles: Sequence[Lab]
    cost_per_kg: float | None = None
    codes: Sequence[str] = ()
    firings: frozenset[int] = frozenset()


@dataclass(frozen=True)
class Twins:
    """Two that are the same to the eye, and how far apart they lie."""

    one: ColouredTiles
    other: ColouredTiles
    apart: ColourDifference

    @property
    def cheaper(self) -> ColouredTiles | None:
        """The one that costs less; None where a price is missing, or they cost the same."""
        a, b = self.one.cost_per_kg, self.other.cost_per_kg
        if a is None or b is None or a == b:
            return None
        return self.one if a < b else self.other

    @property
    def saves_per_kg(self) -> float:
        """What taking the cheaper one saves per kg of dry clay; 0 where that is not known."""
        a, b = self.one.cost_per_kg, self.other.cost_per_kg
        return 0.0 if a is None or b is None else abs(a - b)

    @property
    def shared_a_firing(self) -> bool:
        """Whether some of both came out of one firing: no firing can be why they look the same."""
        return bool(self.one.firings & self.other.firings)


@dataclass(frozen=True)
class StainMatch:
    """Two that look the same, by name: the comparison of their tiles that shows it best.

    Tiles of one name may be of several mixes, each compared on its own: ``same`` of the
    ``compared`` pairs of mixes surely look the same.
    """

    best: Twins
    same: int
    compared: int


def matches(coloured: Sequence[ColouredTiles], noise: Noise) -> list[StainMatch]:
    """The same pairs as :func:`twins`, each two names once; those nearest first.

    Tiles that shared a firing show it best, whatever others there are. Source: as ``twins``;
    common practice.
    """
    by_names: dict[frozenset[str], list[Twins]] = defaultdict(list)
    for pair in twins(coloured, noise):
        by_names[frozenset((pair.one.name, pair.other.name))].append(pair)
    mixes = Counter(one.name for one in coloured)
    found = [
        StainMatch(_best(pairs), len(pairs), math.prod(mixes[name] for name in names))
        for names, pairs in by_names.items()
    ]
    return sorted(found, key=lambda match: match.best.apart.delta_e)


def _best(pairs: Sequence[Twins]) -> Twins:
    return min(pairs, key=lambda pair: (not pair.shared_a_firing, pair.apart.delta_e))


def twins(coloured: Sequence[ColouredTiles], noise: Noise) -> list[Twins]:
    """The pairs of different colourants that surely look the same, those nearest first.

    Raises nothing. Source: CIEDE2000 (ISO/CIE 11664-6); :mod:`claycore.colour.equal_tiles`.
    """
    if len(coloured) < 2:
        return []
    means = np.array([mean_colour(one.tiles).values for one in coloured])
    found = []
    for first, second in _near(means, largest_same(noise, 1_000, 1_000)):
        one, other = coloured[first], coloured[second]
        if one.colourants == other.colourants:
            continue
        between = apart(one.tiles, other.tiles, noise)
        if between.visible is Visible.SAME:
            found.append(Twins(one, other, between))
    return sorted(found, key=lambda pair: pair.apart.delta_e)


def _near(means: NDArray[Any], most: float) -> list[tuple[int, int]]:
    """The places of pairs no further apart than the surest mean of many could be."""
    pairs = []
    for place in range(len(means) - 1):
        off = ciede2000_of(means[place], means[place + 1 :])
        pairs += [(place, place + 1 + int(n)) for n in np.flatnonzero(off <= most)]
    return pairs
