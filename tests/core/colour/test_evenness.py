"""What specks and streaks go with, and when that is more than a hint."""

import pytest

from claycore.colour.evenness import (
    GRAINS,
    POURINGS,
    EvennessFactor,
    EvennessFigure,
    Grain,
    Look,
    Pouring,
    compared,
)

COARSE, FINE = Grain.UNSIEVED, Grain.MESH_120
SIDE, BOTTOM = Pouring.SIDE, Pouring.BOTTOM


def looks(*rows):
    return [Look(*row) for row in rows]


def of(found, factor, figure):
    return next(c for c in found.comparisons if (c.factor, c.figure) == (factor, figure))


def test_means_of_each_grain_stand_from_the_least_to_the_most():
    found = compared(looks((4, 0, COARSE), (6, 0, COARSE), (1, 0, FINE)))
    specks = of(found, EvennessFactor.GRAIN, EvennessFigure.SPECKS)
    assert [(one.level, one.count, one.mean) for one in specks.levels] == [
        (FINE, 1, 1),
        (COARSE, 2, 5),
    ]


def test_how_often_that_comes_by_lot_by_hand():
    """Of 70 ways to deal out eight tiles by four, 2 part them so: 0.029. Of 20 by three, 2: 0.1."""
    eight = [(n, 0, FINE) for n in (1, 1.2, 1.4, 1.6)] + [(n, 0, COARSE) for n in (5, 6, 7, 8)]
    specks = of(compared(looks(*eight)), EvennessFactor.GRAIN, EvennessFigure.SPECKS)
    assert specks.by_lot == pytest.approx(2 / 70)
    assert specks.is_sure
    six = of(compared(looks(*eight[1:-1])), EvennessFactor.GRAIN, EvennessFigure.SPECKS)
    assert six.by_lot == pytest.approx(2 / 20)
    assert not six.is_sure


def test_of_three_grains_the_two_ends_are_picked_from_three_pairs():
    """By hand: 3 · 2 / 70 is 0.086, a hint, where two grains alone would be sure."""
    rows = [
        (base + n / 10, 0, grain)
        for base, grain in ((1, FINE), (3, Grain.MESH_80), (5, COARSE))
        for n in range(4)
    ]
    specks = of(compared(looks(*rows)), EvennessFactor.GRAIN, EvennessFigure.SPECKS)
    assert specks.by_lot == pytest.approx(3 * 2 / 70)
    assert not specks.is_sure


def test_one_tile_of_each_is_never_more_than_a_hint():
    found = compared(looks((9, 0, COARSE), (0, 0, FINE)))
    assert not of(found, EvennessFactor.GRAIN, EvennessFigure.SPECKS).is_sure


def test_streaks_go_with_pouring_by_themselves():
    rows = [(0, 4 + n, None, SIDE) for n in range(4)] + [
        (0, n / 10, None, BOTTOM) for n in range(4)
    ]
    found = compared(looks(*rows))
    assert [(one.factor, one.figure) for one in found.comparisons] == [
        (EvennessFactor.POURING, EvennessFigure.STREAKS)
    ]
    assert found.comparisons[0].levels[-1].level is SIDE
    assert found.comparisons[0].is_sure


@pytest.mark.parametrize(
    "rows",
    [[], [(1, 0, COARSE), (2, 0, COARSE)], [(1, 2), (3, 4)], [(0, 0, COARSE), (0, 0, FINE)]],
)
def test_what_was_made_alike_or_shows_nothing_is_not_compared(rows):
    assert compared(looks(*rows)).comparisons == ()


def test_grain_and_pouring_that_changed_together_are_tangled():
    together = looks((1, 0, COARSE, SIDE), (2, 0, FINE, BOTTOM), (3, 0, FINE, BOTTOM))
    assert compared(together).tangled
    crossed = [*together, *looks((1, 1, COARSE, BOTTOM))]
    assert not compared(crossed).tangled
    assert not compared(looks((1, 0, COARSE, SIDE), (1, 0, COARSE, BOTTOM))).tangled


def test_every_grain_and_way_of_pouring_has_its_words():
    assert set(GRAINS) == set(Grain)
    assert set(POURINGS) == set(Pouring)
