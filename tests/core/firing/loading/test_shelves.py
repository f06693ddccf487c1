"""Shelves: what goes onto one at all, and bounds that no packing may break."""

import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from claycore.firing.loading.by_hand import place_for
from claycore.firing.loading.packing import Piece, pack
from claycore.firing.loading.rows import best_rows
from claycore.firing.loading.shelves import (
    Placed,
    RectangularShelf,
    RoundShelf,
    Size,
    usual_shelf,
)
from tests.thoroughness import examples

SHELVES = st.one_of(
    st.builds(RoundShelf, st.floats(120, 700)),
    st.builds(RectangularShelf, st.floats(120, 700), st.floats(120, 700)),
)
SIZES = st.builds(Size, st.floats(20, 400), st.floats(20, 400))
GAPS = st.floats(0, 15)


def test_a_kiln_is_25_mm_wider_than_its_shelf_all_around():
    """Common practice."""
    assert usual_shelf(460) == 410


@given(SHELVES, SIZES, GAPS)
def test_what_an_empty_shelf_takes_has_a_place_on_it(shelf, size, gap):
    placed = place_for(shelf, size, [], gap)
    assert (placed is not None) == shelf.takes(size, gap)
    assert placed is None or shelf.holds(placed, gap)


@given(SHELVES, st.floats(25, 120), st.floats(25, 120), GAPS)
@settings(max_examples=examples(125), deadline=None)
def test_no_packing_covers_more_than_the_room_there_is(shelf, width, depth, gap):
    pieces = [Piece("tile", Size(width, depth))] * 60
    stood = pack([shelf], pieces, gap).shelves[0]
    assert len(stood) * (width + gap) * (depth + gap) <= shelf.room_area(gap) + 1e-6


@given(SHELVES, st.floats(30, 150), st.floats(30, 150), GAPS)
@settings(max_examples=examples(125), deadline=None)
def test_rows_stay_on_their_shelf_and_a_wider_gap_never_holds_more(shelf, width, depth, gap):
    tight = best_rows(shelf, width, depth, gap)
    assert all(shelf.holds(one, gap) for one in tight)
    assert len(best_rows(shelf, width, depth, gap + 10)) <= len(tight)


@pytest.mark.parametrize(
    ("placed", "holds"),
    [
        (Placed(-50, -50, 100, 100), True),
        (Placed(100, -10, 100, 20), False),
        (Placed(60, 60, 80, 80), False),
        (Placed(-195, -4, 10, 8), True),
    ],
)
def test_the_farthest_corner_decides_on_a_round_shelf(placed, holds):
    far = math.hypot(
        max(abs(placed.x), abs(placed.x + placed.width)),
        max(abs(placed.y), abs(placed.y + placed.depth)),
    )
    assert (far <= 196) == holds
    assert RoundShelf(400).holds(placed, 4) == holds


def test_a_disc_is_cut_where_it_just_holds_two_pieces_in_a_row():
    """300 mm less 10 all round leaves a radius of 140; two of 100 and their gap are 210 long.

    Half of that is 105, and beside it there is √(140² − 105²) = 92.6; half a gap more each way.
    """
    found = RoundShelf(300).free(10, [100])
    just = [-110, -97.6, 110, 97.6]
    assert any(row == pytest.approx(just, abs=0.05) for row in found.tolist())
