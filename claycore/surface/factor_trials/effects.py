"""What a factor trial shows: each factor, each two together, and the controls.

Ratings are steps, not lengths: only their order within like pieces counts. Measured figures count
as they are.
"""

from collections import defaultdict
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import combinations
from typing import Any

import numpy as np

from claycore.measure.replicates import students_t
from claycore.measure.uncertainty import Estimate
from claycore.surface.factor_trials.design import (
    SIGNIFICANT,
    Cell,
    Design,
    control_number,
    is_control,
)
from claycore.surface.factor_trials.interactions import interaction_chance
from claycore.surface.factor_trials.permutations import Group, chance, together

_CONTROL, _OTHERS = 0, 1


@dataclass(frozen=True)
class PieceResult:
    """What came of one piece: the slab it stood on, what it was, its rating or figure."""

    slab: int
    cell: Cell
    value: float


@dataclass(frozen=True)
class LevelPair:
    """Two levels of a factor over all pairs of pieces that differ in nothing else.

    ``first_worse`` counts the pairs in which the first was worse. ``share`` is the interval, about
    95 %, of the share of unequal pairs in which the first would be worse; None without any.
    ``difference`` is the mean of first minus second, of measured figures only.
    """

    first: int
    second: int
    first_worse: int
    second_worse: int
    alike: int
    share: tuple[float, float] | None
    difference: Estimate | None = None

    @property
    def count(self) -> int:
        """How many pairs there are."""
        return self.first_worse + self.second_worse + self.alike

    @property
    def turned(self) -> "LevelPair":
        """The same, the other level first."""
        share = (1 - self.share[1], 1 - self.share[0]) if self.share else None
        less = self.difference
        other = replace(less, value=-less.value) if less else None
        worse = (self.second_worse, self.first_worse)
        return LevelPair(self.second, self.first, *worse, self.alike, share, other)


@dataclass(frozen=True)
class FactorEffect:
    """An answer with its probability of chance, from 0 to 1, all questions together.

    ``p`` is None where there are too few pieces to ask.
    """

    p: float | None
    counted: bool

    @property
    def decided(self) -> bool:
        """Whether it is more than chance."""
        return self.p is not None and self.p <= SIGNIFICANT


@dataclass(frozen=True)
class MainEffect(FactorEffect):
    """What a factor does: what is typical of each level, its mean place among its like, pairs.

    Typical is the median of ratings, the mean of figures. A place is lower the better. Both are
    None of a level none of whose pieces has a result.
    """

    factor: int
    typical: Sequence[float | None]
    places: Sequence[float | None]
    pairs: Sequence[LevelPair]

    @property
    def extremes(self) -> LevelPair | None:
        """The level that came out worst against the one that came out best."""
        known = [(place, at) for at, place in enumerate(self.places) if place is not None]
        if not known:
            return None
        return self.pair(max(known)[1], min(known)[1])

    def pair(self, first: int, second: int) -> LevelPair | None:
        """Two levels, the first first; None where no two of their pieces can be compared."""
        for pair in self.pairs:
            if (pair.first, pair.second) == (first, second):
                return pair
            if (pair.second, pair.first) == (first, second):
                return pair.turned
        return None


@dataclass(frozen=True)
class Interaction(FactorEffect):
    """Whether what one factor does depends on another."""

    factors: tuple[int, int]


@dataclass(frozen=True)
class ControlEffect(FactorEffect):
    """A control, by its number, against every piece of the grid on its slab."""

    number: int
    others_better: int
    others_worse: int
    alike: int


@dataclass(frozen=True)
class Effects:
    """Everything a trial shows on one scale."""

    mains: Sequence[MainEffect]
    interactions: Sequence[Interaction]
    controls: Sequence[ControlEffect]
    results: int


def effects_of(
    design: Design, results: Sequence[PieceResult], *, measured: bool = False
) -> Effects:
    """What the results of a trial show; pieces without one are left out.

    ``measured`` figures count as they are, in their own unit; ratings by their order. Source: as
    of the modules permutations and interactions; Holm 1979 for all questions together.
    """
    in_grid = [one for one in results if not is_control(one.cell)]
    score = _as_measured if measured else _as_ranked
    mains = [_main(design, in_grid, at, score) for at in range(len(design.factors))]
    both = [_interaction(in_grid, pair, score) for pair in combinations(range(len(mains)), 2)]
    beside = [_control(results, number, score) for number in range(len(design.controls))]
    asked: list[FactorEffect] = [*mains, *both, *(one for one in beside if one)]
    known = [one.p for one in asked if one.p is not None]
    corrected = iter(together(known))
    done = [one if one.p is None else replace(one, p=next(corrected)) for one in asked]
    return Effects(
        [one for one in done if isinstance(one, MainEffect)],
        [one for one in done if isinstance(one, Interaction)],
        [one for one in done if isinstance(one, ControlEffect)],
        len(results),
    )


Score = Callable[[Sequence[float]], np.ndarray]
"""What the values of like pieces count as."""


def _as_ranked(values: Sequence[float]) -> np.ndarray:
    # SciPy takes a while to import, so only who needs it does.
    from scipy.stats import rankdata

    ranked: np.ndarray = rankdata(values)
    return ranked


def _as_measured(values: Sequence[float]) -> np.ndarray:
    return np.asarray(values, dtype=float)


def _like(results: Sequence[PieceResult], factor: int) -> list[dict[int, float]]:
    """The pieces that differ in this factor only, as value by level; one entry a group."""
    found: dict[tuple[int, Cell], dict[int, float]] = defaultdict(dict)
    for one in results:
        others = (*one.cell[:factor], *one.cell[factor + 1 :])
        found[one.slab, others][one.cell[factor]] = one.value
    return [group for group in found.values() if len(group) > 1]


def _main(design: Design, results: Sequence[PieceResult], factor: int, score: Score) -> MainEffect:
    levels = len(design.factors[factor].levels)
    alike = _like(results, factor)
    groups = [Group(list(group), list(score(list(group.values())))) for group in alike]
    found = chance(groups, levels) if len(groups) > 1 else None
    measured = score is _as_measured
    pairs = [_pair(alike, two, measured) for two in combinations(range(levels), 2)]
    return MainEffect(
        found.p if found else None,
        found.counted if found else True,
        factor,
        _of_levels(
            np.mean if measured else np.median,
            [(one.cell[factor], one.value) for one in results],
            levels,
        ),
        _places(groups, levels),
        [pair for pair in pairs if pair.count],
    )


def _of_levels(
    middle: Callable[[Sequence[float]], Any], values: Sequence[tuple[int, float]], levels: int
) -> list[float | None]:
    of_level = [[value for at, value in values if at == level] for level in range(levels)]
    return [float(middle(own)) if own else None for own in of_level]


def _places(groups: Sequence[Group], levels: int) -> list[float | None]:
    """The mean centred score of each level among its like."""
    every = [
        pair for group in groups for pair in zip(group.levels, group.centred.tolist(), strict=True)
    ]
    return _of_levels(np.mean, every, levels)


def _pair(alike: Sequence[Mapping[int, float]], two: tuple[int, int], measured: bool) -> LevelPair:
    both = [(group[two[0]], group[two[1]]) for group in alike if set(two) <= set(group)]
    worse = sum(first > second for first, second in both)
    better = sum(first < second for first, second in both)
    share = None
    if worse + better:
        share = _share_of_worse(worse, worse + better)
    differences = [first - second for first, second in both]
    difference = _mean_of(differences) if measured else None
    return LevelPair(*two, worse, better, len(both) - worse - better, share, difference)


def _share_of_worse(worse: int, unequal: int) -> tuple[float, float]:
    """The interval of the share, about 95 %: the exact one of a binomial (Clopper, Pearson)."""
    # SciPy takes a while to import, so only who needs it does.
    from scipy.stats import binomtest

    interval = binomtest(worse, unequal).proportion_ci()
    return float(interval.low), float(interval.high)


def _mean_of(differences: Sequence[float]) -> Estimate | None:
    """The mean with its interval by Student's t, about 95 %; None for fewer than two."""
    count = len(differences)
    if count < 2:
        return None
    standard = float(np.std(differences, ddof=1)) / count**0.5
    return Estimate(float(np.mean(differences)), students_t(count - 1) * standard, count)


def _interaction(
    results: Sequence[PieceResult], pair: tuple[int, int], score: Score
) -> Interaction:
    """Two factors together; scores are taken slab by slab."""
    slabs: dict[int, list[PieceResult]] = defaultdict(list)
    for one in results:
        slabs[one.slab].append(one)
    ordered = [one for own in slabs.values() for one in own]
    scores = [s for own in slabs.values() for s in score([one.value for one in own]).tolist()]
    p = None
    if len(slabs) > 1:
        cells = [one.cell for one in ordered]
        p = interaction_chance([one.slab for one in ordered], cells, scores, pair)
    return Interaction(p, False, pair)


def _control(results: Sequence[PieceResult], number: int, score: Score) -> ControlEffect | None:
    """A control's place on its slab; None where no slab has both it and others."""
    groups, better, worse, alike = [], 0, 0, 0
    for slab in sorted({one.slab for one in results}):
        own = [one for one in results if one.slab == slab]
        controls = {control_number(one.cell): one for one in own if is_control(one.cell)}
        control = controls.get(number)
        others = [one for one in own if not is_control(one.cell)]
        if control is None or not others:
            continue
        better += sum(one.value < control.value for one in others)
        worse += sum(one.value > control.value for one in others)
        alike += sum(one.value == control.value for one in others)
        labels = [_CONTROL] + [_OTHERS] * len(others)
        groups.append(Group(labels, list(score([one.value for one in (control, *others)]))))
    if not groups:
        return None
    found = chance(groups, 2)
    return ControlEffect(found.p, found.counted, number, better, worse, alike)
