"""Probabilities of chance, against full enumeration and against published tables."""

import itertools
from collections import Counter

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy import stats

from claycore.surface.factor_trials import permutations
from claycore.surface.factor_trials.permutations import Group, chance, together
from tests.thoroughness import examples


def ranked(*rows):
    return [Group([0, 1, 2], row) for row in rows]


@pytest.mark.parametrize(
    ("rows", "p"),
    [
        ([(1, 2, 3)] * 3, 0.028),
        ([(1, 2, 3), (1, 2, 3), (2, 1, 3)], 0.194),
        ([(1, 2, 3)] * 4, 0.0046),
        ([(1, 2, 3), (1, 2, 3), (1, 2, 3), (2, 1, 3)], 0.042),
    ],
)
def test_three_ranked_levels_have_the_chance_of_friedmans_table(rows, p):
    """Siegel, Nonparametric Statistics, 1956, table N: k = 3, n = 3 and 4 (from memory)."""
    found = chance(ranked(*rows), 3)
    assert found.counted
    assert found.p == pytest.approx(p, abs=0.0006)


@pytest.mark.parametrize(("worse", "better"), [(6, 0), (5, 1), (7, 2), (3, 3)])
def test_two_ranked_levels_have_the_chance_of_the_sign_test(worse, better):
    """Against scipy.stats.binomtest."""
    groups = [Group([0, 1], [1, 2])] * worse + [Group([0, 1], [2, 1])] * better
    expected = stats.binomtest(worse, worse + better).pvalue
    assert chance(groups, 2).p == pytest.approx(expected)


@given(st.lists(st.lists(st.integers(0, 4), min_size=3, max_size=3), min_size=2, max_size=4))
@settings(max_examples=examples(200), deadline=None)
def test_counting_merged_ways_is_counting_every_way(rows):
    groups = ranked(*(stats.rankdata(row) for row in rows))
    assert chance(groups, 3).p == pytest.approx(by_brute_force(groups, 3))


def by_brute_force(groups, levels):
    """The share of all ways, one by one, that set the levels apart as far."""
    counts = Counter(at for group in groups for at in group.levels)

    def clear(dealt):
        sums = [0.0] * levels
        for labels, group in zip(dealt, groups, strict=True):
            for at, score in zip(labels, group.centred, strict=True):
                sums[at] += score
        return sum(sums[at] ** 2 / counts[at] for at in counts)

    found = clear([group.levels for group in groups])
    ways = itertools.product(*(itertools.permutations(group.levels) for group in groups))
    every = [clear(way) for way in ways]
    return 1.0 if found < 1e-9 else sum(one >= found - 1e-9 for one in every) / len(every)


def test_one_against_all_others_has_its_place_among_them():
    groups = [Group([0] + [1] * 9, [10, *range(1, 10)])] * 2
    assert chance(groups, 2).p == pytest.approx(2 / 100)


def test_what_is_drawn_by_lot_comes_near_what_is_counted(monkeypatch):
    rng = np.random.default_rng(4)
    groups = ranked(*(rng.normal([0, 0.4, 0.8], 1) for _ in range(5)))
    counted = chance(groups, 3)
    monkeypatch.setattr(permutations, "MOST_STATES", 1)
    drawn = chance(groups, 3)
    assert (counted.counted, drawn.counted) == (True, False)
    assert drawn.p == pytest.approx(counted.p, abs=0.03)
    assert drawn == chance(groups, 3)


def test_several_questions_are_answered_together():
    """Holm 1979, by hand: the smallest of three counts threefold, the next twofold."""
    assert together([0.01, 0.04, 0.03]) == pytest.approx([0.03, 0.06, 0.06])
    assert together([0.9, 0.8]) == [1.0, 1.0]
    assert together([]) == []
