"""How often chance alone deals out a result as clear as the one found.

Pieces of one slab that differ in one factor only are alike but for it. If it does nothing, its
levels could have been dealt to them in any other way; the share of all ways that look at least as
clear is the probability of chance. Nothing is assumed of how ratings are spread. Source: Fisher,
The Design of Experiments, 1935, chapter 3; Edgington, Randomization Tests, 1980 (from memory).
"""

import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

DRAWS = 1999
"""Ways drawn by lot where there are too many to count."""

MOST_STATES = 60_000
_LIKE = 1e-9


@dataclass(frozen=True)
class Group:
    """Like pieces: the level of each, by its number, and its score.

    Either every piece is of another level, or one stands against all others, which are of one.
    """

    levels: Sequence[int]
    scores: Sequence[float]

    @property
    def centred(self) -> np.ndarray:
        """The scores about their own mean, so that groups do not weigh on each other."""
        scores: np.ndarray = np.asarray(self.scores, dtype=float)
        centred: np.ndarray = scores - scores.mean()
        return centred


@dataclass(frozen=True)
class Chance:
    """The probability that chance alone is as clear, from 0 to 1; counted, or drawn by lot."""

    p: float
    counted: bool


def chance(groups: Sequence[Group], levels: int, seed: int = 0) -> Chance:
    """How likely chance alone deals the levels out as clearly as in these groups.

    Clear is what sets the mean scores of the levels apart: ``Σ S²/n`` over the levels, S the sum
    of a level's centred scores and n its pieces. Every way is counted where that can be done,
    else some are drawn. 1 where nothing varies. Source: as at the head of this file.
    """
    # If a factor did nothing, its levels could stand in any order within each group of like pieces,
    # and nothing would look different. So the levels are dealt out again in every way, and p is the
    # share of ways that set the levels at least as far apart as they stand. No distribution of the
    # ratings is assumed, which five steps of a scale would not have.
    counts = np.bincount([at for group in groups for at in group.levels], minlength=levels)
    weights = 1 / np.maximum(counts, 1)
    found = sum((_sums(group, levels) for group in groups), np.zeros(levels))
    clear = float((found**2 * weights).sum())
    if clear < _LIKE:
        return Chance(1.0, True)
    counted = _counted(groups, levels)
    if counted:
        sums, shares = counted
        as_clear = (sums**2 * weights).sum(axis=1) >= clear - _LIKE
        return Chance(min(1.0, float(shares[as_clear].sum())), True)
    drawn = (_drawn(groups, levels, seed) ** 2 * weights).sum(axis=1)
    # What was found is itself one of the ways, so it counts beside the drawn ones: p is never 0.
    return Chance((1 + int((drawn >= clear - _LIKE).sum())) / (1 + DRAWS), False)


def _sums(group: Group, levels: int) -> np.ndarray:
    return np.bincount(group.levels, weights=group.centred, minlength=levels)


def _ways(levels: Sequence[int]) -> np.ndarray | None:
    """Every different way to deal a group's levels out, one a row; None for too many."""
    # With repeats (a control beside many) only which piece is the odd one differs: turning the row
    # shows each of those once, where permutations would count the same way many times over.
    if len(set(levels)) < len(levels):
        return np.array([np.roll(levels, shift) for shift in range(len(levels))])
    if math.factorial(len(levels)) > MOST_STATES:
        return None
    return np.array(list(itertools.permutations(levels)))


def _dealt(group: Group, ways: np.ndarray, levels: int) -> tuple[np.ndarray, np.ndarray]:
    """Each different set of sums that these ways of dealing levels out give, and its share."""
    sums = np.stack([(ways == at) @ group.centred for at in range(levels)], axis=1)
    return _merged(sums, np.full(len(ways), 1 / len(ways)))


def _merged(sums: np.ndarray, shares: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    """Like sums become one: ratings tie so often that few are left, and all can be counted."""
    different, at = np.unique(np.round(sums, 6), axis=0, return_inverse=True)
    return different, np.bincount(at.ravel(), weights=shares, minlength=len(different))


def _counted(groups: Sequence[Group], levels: int) -> tuple[np.ndarray, np.ndarray] | None:
    """The sums of every way of all groups with their shares; None where they are too many."""
    sums, shares = np.zeros((1, levels)), np.ones(1)
    for group in groups:
        ways = _ways(group.levels)
        if ways is None:
            return None
        more, of_more = _dealt(group, ways, levels)
        if len(sums) * len(more) > MOST_STATES:
            return None
        # Groups are independent: each way of one stands beside each way of the others. Merging
        # like sums after every group keeps thousands of ways to a few hundred.
        every = (sums[:, None, :] + more[None, :, :]).reshape(-1, levels)
        sums, shares = _merged(every, np.outer(shares, of_more).ravel())
    return sums, shares


def _drawn(groups: Sequence[Group], levels: int, seed: int) -> np.ndarray:
    """The sums of ways drawn by lot, one row a way; the same for the same seed."""
    lot = np.random.default_rng(seed)
    sums = np.zeros((DRAWS, levels))
    for group in groups:
        ways = lot.permuted(np.tile(group.levels, (DRAWS, 1)), axis=1)
        for at in range(levels):
            sums[:, at] += (ways == at) @ group.centred
    return sums


def together(probabilities: Sequence[float]) -> list[float]:
    """Probabilities of chance when several questions are asked at once, each from 0 to 1.

    Source: Holm, A simple sequentially rejective multiple test procedure, 1979.
    """
    order = sorted(range(len(probabilities)), key=lambda at: probabilities[at])
    found, highest = [1.0] * len(order), 0.0
    for rank, at in enumerate(order):
        highest = max(highest, min(1.0, (len(order) - rank) * probabilities[at]))
        found[at] = highest
    return found
