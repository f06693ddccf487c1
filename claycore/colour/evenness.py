"""What specks and streaks go with: how fine the colourant was, and how its slip was poured.

Source: that both show is common practice; sieve openings are those of ASTM E11, from memory; the
chance that tiles fall apart so by lot is an exact permutation test, any statistics text.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from statistics import mean

BY_LOT = 0.05
"""What would come about by lot more rarely is no mere hint."""

MOST_DEALT = 2000
"""Tiles are dealt out in all ways, up to so many; of more, in so many drawn by lot."""


class Grain(StrEnum):
    """How fine a colourant was when it went in."""

    UNSIEVED = "unsieved"
    MESH_60 = "mesh_60"
    MESH_80 = "mesh_80"
    MESH_120 = "mesh_120"
    MESH_200 = "mesh_200"


GRAINS: dict[Grain, str] = {
    Grain.UNSIEVED: "not sieved",
    Grain.MESH_60: "through 60 mesh (0.25 mm)",
    Grain.MESH_80: "through 80 mesh (0.18 mm)",
    Grain.MESH_120: "through 120 mesh (0.125 mm)",
    Grain.MESH_200: "through 200 mesh (0.075 mm)",
}
"""The finest sieve that it passed, the coarsest first."""


class Pouring(StrEnum):
    """How a slip was poured."""

    SIDE = "side"
    BOTTOM = "bottom"


POURINGS: dict[Pouring, str] = {
    Pouring.SIDE: "poured down the side",
    Pouring.BOTTOM: "poured straight to the bottom",
}


class EvennessFactor(StrEnum):
    """What specks and streaks may go with."""

    GRAIN = "grain"
    POURING = "pouring"


class EvennessFigure(StrEnum):
    """What is seen on a tile: the share of it that specks cover, in percent; how far lightness
    varies across its streaks."""

    SPECKS = "specks"
    STREAKS = "streaks"


@dataclass(frozen=True)
class Look:
    """What is seen on a tile, and how it was made; None where nobody noted that."""

    specks_pct: float
    streaks: float
    grain: Grain | None = None
    pouring: Pouring | None = None

    def level(self, factor: EvennessFactor) -> Grain | Pouring | None:
        return self.grain if factor is EvennessFactor.GRAIN else self.pouring

    def figure(self, figure: EvennessFigure) -> float:
        return self.specks_pct if figure is EvennessFigure.SPECKS else self.streaks


@dataclass(frozen=True)
class Level:
    """Tiles that were made alike in one thing: how many, and the mean of what is seen."""

    level: Grain | Pouring
    count: int
    mean: float


@dataclass(frozen=True)
class Comparison:
    """What is seen at each level of a factor, the least first; and whether that is no mere chance.

    ``by_lot`` is how often the tiles of the two ends would fall apart so, if they were dealt out.
    """

    factor: EvennessFactor
    figure: EvennessFigure
    levels: tuple[Level, ...]
    by_lot: float

    @property
    def is_sure(self) -> bool:
        return self.by_lot <= BY_LOT


@dataclass(frozen=True)
class EvennessComparison:
    """All that can be compared; ``tangled`` where each grain was poured in its own way alone."""

    comparisons: tuple[Comparison, ...]
    tangled: bool


def compared(looks: Sequence[Look]) -> EvennessComparison:
    """What specks and streaks go with among tiles; nothing where all were made alike.

    Specks in percent of the area, streaks in lightness. Raises nothing. Source: as at the head of
    this file.
    """
    found = [
        comparison
        for factor in EvennessFactor
        for figure in EvennessFigure
        if (comparison := _compared(looks, factor, figure))
    ]
    return EvennessComparison(tuple(found), _tangled(looks))


def _compared(
    looks: Sequence[Look], factor: EvennessFactor, figure: EvennessFigure
) -> Comparison | None:
    by_level: dict[Grain | Pouring, list[float]] = {}
    for look in looks:
        level = look.level(factor)
        if level is not None:
            by_level.setdefault(level, []).append(look.figure(figure))
    if len(by_level) < 2 or not any(map(any, by_level.values())):
        return None
    levels = sorted(
        (Level(level, len(seen), mean(seen)) for level, seen in by_level.items()),
        key=lambda one: one.mean,
    )
    least, most = by_level[levels[0].level], by_level[levels[-1].level]
    # The two ends were picked after looking: as often as there are pairs to pick (Bonferroni).
    by_lot = min(1.0, math.comb(len(levels), 2) * _by_lot(least, most))
    return Comparison(factor, figure, tuple(levels), by_lot)


def _by_lot(least: Sequence[float], most: Sequence[float]) -> float:
    """The share of all ways to deal these out that lie apart as far, either way round."""
    if min(len(least), len(most)) < 2:
        return 1.0  # one tile tells nothing of how its like scatter
    # SciPy takes a while to import, so only who needs it does.
    from scipy.stats import permutation_test

    dealt = permutation_test(
        (least, most),
        lambda one, other: mean(other) - mean(one),
        n_resamples=MOST_DEALT,
        vectorized=False,
        random_state=1,
    )
    return float(dealt.pvalue)


def _tangled(looks: Sequence[Look]) -> bool:
    """Whether each grain went with one way of pouring: then neither can be told from the other."""
    both = {(look.grain, look.pouring) for look in looks if look.grain and look.pouring}
    grains, pourings = {grain for grain, _ in both}, {pouring for _, pouring in both}
    return min(len(grains), len(pourings)) > 1 and len(both) == max(len(grains), len(pourings))
