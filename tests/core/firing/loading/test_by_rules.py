"""The rules of a careful tester (common practice), and pieces moved by hand."""

from itertools import combinations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from claycore.firing.loading.by_hand import Obstacle, obstacle, place_for
from claycore.firing.loading.by_rules import (
    WITNESS,
    Arrangement,
    Fixed,
    LoadRule,
    PieceOnShelf,
    PieceSet,
    RelaxedRule,
    firings_by_rules,
    load_by_rules,
    relaxed_rules,
)
from claycore.firing.loading.packing import Piece
from claycore.firing.loading.shelves import Placed, RectangularShelf, RoundShelf, Size
from tests.thoroughness import examples

TILE = Size(110, 45)
SHELF = RoundShelf(420)


def trial(name, count, copies=1, lowest=False):
    """``count`` strengths of a trial, each made so many times."""
    return [
        PieceSet(name, tuple(Piece(f"{name}{n}/{copy}", TILE) for n in range(count)), lowest)
        for copy in range(copies)
    ]


def shelf_of(found, name):
    """The shelves on which pieces stand whose name begins so."""
    return {
        number
        for number, stood in enumerate(found.shelves)
        for one in stood
        if one.piece.name.startswith(name)
    }


def test_a_trial_stands_on_one_shelf():
    found = load_by_rules([SHELF] * 3, [*trial("a", 8), *trial("b", 8), *trial("d", 8)])
    assert all(len(shelf_of(found, name)) == 1 for name in "abd")
    assert found.left_out == ()


def test_to_learn_the_kiln_equal_pieces_stand_on_different_shelves():
    found = load_by_rules([SHELF] * 3, trial("a", 4, copies=3), arrangement=Arrangement.LEARN)
    assert [len(stood) for stood in found.shelves] == [5, 5, 5]
    assert shelf_of(found, "a0/0") != shelf_of(found, "a0/1")


@pytest.mark.parametrize(
    ("copies", "arrangement", "tiles_on_each"),
    [
        (8, Arrangement.LEARN, [2, 2, 2, 2]),
        (12, Arrangement.LEARN, [3, 3, 3, 3]),
        (10, Arrangement.LEARN, [3, 3, 2, 2]),
        (12, Arrangement.COMPARE, [12, 0, 0, 0]),
    ],
)
def test_equal_pieces_are_spread_evenly_or_stand_together(copies, arrangement, tiles_on_each):
    """K4, and twelve: never nine, one, one and one, which does neither."""
    found = load_by_rules([SHELF] * 4, trial("a", 1, copies), arrangement=arrangement)
    counted = [sum(one.piece != WITNESS for one in stood) for stood in found.shelves]
    assert counted == tiles_on_each


def test_two_of_each_strength_to_compare_stand_on_one_shelf_one_set_behind_the_other():
    """K5: one of each strength at the front and at the back, or place looks like strength."""
    found = load_by_rules([SHELF] * 4, trial("a", 4, copies=2))
    assert shelf_of(found, "a") == {0}
    depth = {one.piece.name: one.placed.y for one in found.shelves[0]}
    first = [depth[f"a{n}/0"] for n in range(4)]
    second = [depth[f"a{n}/1"] for n in range(4)]
    assert max(first) < max(second) or min(first) < min(second)


def test_a_clay_never_fired_so_hot_stands_lowest():
    found = load_by_rules([SHELF] * 2, [*trial("a", 12), *trial("dug", 2, lowest=True)])
    assert shelf_of(found, "dug") == {0}


def test_every_shelf_that_is_used_has_witness_cones():
    found = load_by_rules([SHELF] * 3, trial("a", 4, copies=2), arrangement=Arrangement.LEARN)
    cones = [[one.piece for one in stood].count(WITNESS) for stood in found.shelves]
    assert cones == [1, 1, 0]


def test_a_rule_gives_way_rather_than_leave_a_piece_out():
    assert not load_by_rules([SHELF], trial("a", 4, copies=2)).left_out
    large = load_by_rules([SHELF] * 2, trial("b", 20))
    assert (shelf_of(large, "b"), large.left_out) == ({0, 1}, ())
    full = [Fixed((Placed(5, 5, 410, 290),))]
    dug = trial("dug", 3, lowest=True)
    assert shelf_of(load_by_rules([RectangularShelf(420, 300)] * 2, dug, fixed=full), "dug") == {1}


@pytest.mark.parametrize(
    ("recipes", "shelf_count", "expected"),
    [
        ([("1", 0), ("2", 0)], 2, []),
        ([("1", 0), ("2", 0), ("1", 1), ("2", 1)], 2, []),
        ([("1", 0), ("2", 1)], 2, [LoadRule.TOGETHER]),
        ([("1", 0), ("1", 0), ("2", 0)], 2, [LoadRule.SPREAD]),
        ([("1", 0), ("1", 0), ("1", 1)], 2, []),
        ([("1", 0), ("1", 0), ("2", 0)], 1, []),
        ([("1", 0), ("2", 0), ("1", 1)], 2, [LoadRule.TOGETHER]),
    ],
)
def test_rules_that_do_not_hold_are_named(recipes, shelf_count, expected):
    pieces = [PieceOnShelf("t", recipe, shelf) for recipe, shelf in recipes]
    found = relaxed_rules(pieces, shelf_count, Arrangement.LEARN)
    assert [one.rule for one in found] == expected
    to_compare = [one.rule for one in relaxed_rules(pieces, shelf_count)]
    assert to_compare == [rule for rule in expected if rule != LoadRule.SPREAD]


def test_a_clay_that_should_stand_lowest_is_named():
    pieces = [PieceOnShelf("dug", "1", 1, lowest=True), PieceOnShelf("t", "1", 1)]
    assert relaxed_rules(pieces, 2) == (RelaxedRule(LoadRule.LOWEST, "dug"),)


def test_where_not_all_fit_the_first_sets_go_before_larger_ones():
    found = load_by_rules([SHELF], [*trial("old", 8), *trial("new", 16)])
    assert not any(piece.name.startswith("old") for piece in found.left_out)
    assert len(found.left_out) > 0


def test_what_is_left_goes_into_the_next_firing():
    loads = firings_by_rules([SHELF], [*trial("a", 12), *trial("b", 12)])
    assert len(loads) == 2
    names = [one.piece.name for one in _all_stood(loads) if one.piece != WITNESS]
    assert sorted(names) == sorted(f"{of}{number}/0" for of in "ab" for number in range(12))


def test_a_piece_too_large_for_any_shelf_ends_the_firings():
    giant = PieceSet("giant", (Piece("giant", Size(900, 900)),))
    loads = firings_by_rules([SHELF], [giant, *trial("a", 3)])
    assert [piece.name for piece in loads[-1].left_out] == ["giant"]


def _all_stood(loads):
    return [one for found in loads for stood in found.shelves for one in stood]


@given(
    st.lists(
        st.tuples(st.integers(1, 9), st.integers(1, 3), st.booleans()), min_size=1, max_size=4
    ),
    st.integers(1, 3),
    st.floats(0, 15),
)
@settings(max_examples=examples(75), deadline=None)
def test_no_piece_is_lost_and_none_stands_in_another(trials, shelves, clearance):
    sets = [
        one
        for number, (count, copies, lowest) in enumerate(trials)
        for one in trial(f"t{number}-", count, copies, lowest)
    ]
    found = load_by_rules([SHELF] * shelves, sets, clearance)
    stood = [one for shelf in found.shelves for one in shelf]
    names = [one.piece.name for one in stood if one.piece != WITNESS]
    names += [piece.name for piece in found.left_out]
    assert sorted(names) == sorted(piece.name for one in sets for piece in one.pieces)
    for shelf in found.shelves:
        for one, other in combinations([one.placed for one in shelf], 2):
            assert obstacle(SHELF, one, [other], clearance) is None


def test_what_is_fixed_keeps_its_room():
    there = Placed(-60, -30, 110, 45)
    found = load_by_rules([SHELF], trial("a", 10), fixed=[Fixed((there,), frozenset({"b"}), True)])
    placed = [one.placed for one in found.shelves[0]]
    assert all(obstacle(SHELF, one, [there]) is None for one in placed)
    assert WITNESS not in [one.piece for one in found.shelves[0]]


@pytest.mark.parametrize(
    ("placed", "expected"),
    [
        (Placed(10, 10, 100, 40), None),
        (Placed(2, 10, 100, 40), Obstacle.EDGE),
        (Placed(230, 10, 100, 40), Obstacle.EDGE),
        (Placed(10, 78, 100, 40), Obstacle.PIECE),
        (Placed(10, 150, 100, 40), None),
    ],
)
def test_where_a_piece_may_be_put(placed, expected):
    others = [Placed(10, 100, 100, 40)]
    assert obstacle(RectangularShelf(300, 300), placed, others) == expected


def test_a_place_for_one_more():
    shelf = RectangularShelf(220, 60)
    first = place_for(shelf, Size(100, 45), [])
    assert obstacle(shelf, first, []) is None
    second = place_for(shelf, Size(45, 100), [first])
    assert obstacle(shelf, second, [first]) is None
    assert place_for(shelf, Size(100, 45), [first, second]) is None


def test_a_few_equal_tiles_lie_in_rows():
    (stood,) = load_by_rules([SHELF], trial("a", 6)).shelves
    heights = {round(one.placed.y, 3) for one in stood if one.piece != WITNESS}
    assert len(heights) <= 3
