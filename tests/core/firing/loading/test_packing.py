"""Packing, with outside referees: shapely for what touches what, rectpack and published packings
for how much fits."""

import math
import random
from collections import Counter
from itertools import combinations

import pytest
import rectpack
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import Point, box

from claycore.firing.loading.packing import (
    MOST_PIECES,
    MOST_SHELVES,
    Piece,
    area_bound,
    pack,
)
from claycore.firing.loading.rows import best_rows
from claycore.firing.loading.shelves import RectangularShelf, RoundShelf, Size
from claycore.measure.errors import ClayError
from tests.thoroughness import examples

HAIR = 1e-4
"""mm. A disc of shapely's is a polygon, a hair smaller than the disc."""

SIDES = st.floats(15, 260)
SHELVES = st.one_of(
    st.builds(RoundShelf, st.floats(150, 600)),
    st.builds(RectangularShelf, st.floats(150, 600), st.floats(150, 600)),
)
SIZES = st.builds(Size, SIDES, SIDES)
PIECES = st.lists(st.tuples(SIZES, st.integers(1, 8)), min_size=1, max_size=5)


def within(shelf, clearance):
    """The part of a shelf where pieces may stand, a hair larger."""
    inset = clearance - HAIR
    if isinstance(shelf, RoundShelf):
        return Point(0, 0).buffer(shelf.diameter / 2 - inset, quad_segs=1000)
    return box(inset, inset, shelf.width - inset, shelf.depth - inset)


def squares(side, count):
    return [Piece("square", Size(side, side))] * count


@pytest.mark.parametrize("shelf", [RectangularShelf(390, 300), RoundShelf(420)])
def test_what_has_room_stands_in_the_middle(shelf):
    (stood,) = pack([shelf], [Piece("bowl", Size(150, 120))]).shelves
    placed = stood[0].placed
    middle = (placed.x + placed.width / 2, placed.y + placed.depth / 2)
    assert middle == pytest.approx(shelf.middle)


@pytest.mark.parametrize(("width", "depth"), [(108, 46), (110, 40), (120, 80)])
def test_rows_run_along_whichever_side_holds_more(width, depth):
    lying, standing = RectangularShelf(390, 300), RectangularShelf(300, 390)
    along = [len(best_rows(shelf, width, depth, 5)) for shelf in (lying, standing)]
    assert along[0] == along[1]


@given(st.lists(SHELVES, min_size=1, max_size=3), PIECES, st.floats(0, 20))
@settings(max_examples=examples(125), deadline=None)
def test_pieces_keep_apart_and_on_their_shelf(shelves, kinds, clearance):
    """The referee is shapely's geometry."""
    pieces = [Piece(f"{n}", size) for n, (size, count) in enumerate(kinds) for _ in range(count)]
    load = pack(shelves, pieces, clearance)
    for shelf, stood in zip(shelves, load.shelves, strict=True):
        inside = within(shelf, clearance)
        places = [one.placed for one in stood]
        boxes = [box(p.x, p.y, p.x + p.width, p.y + p.depth) for p in places]
        assert all(inside.covers(one) for one in boxes)
        assert all(one.distance(other) >= clearance - HAIR for one, other in combinations(boxes, 2))
        assert all(one.intersection(other).area < HAIR for one, other in combinations(boxes, 2))
        assert all(sorted(one.placed.size) == sorted(one.piece.size) for one in stood)
    found = [one.piece for stood in load.shelves for one in stood] + list(load.left_out)
    assert Counter(piece.name for piece in found) == Counter(piece.name for piece in pieces)
    if not load.left_out:
        assert load.shelves_used >= area_bound(shelves, pieces, clearance)


def packed_by_rectpack(shelf, sizes, shelves, clearance):
    """Pieces placed and shelves used by rectpack's default, the gap added to each piece."""
    packer = rectpack.newPacker()
    for number, size in enumerate(sizes):
        packer.add_rect(size.width + clearance, size.depth + clearance, number)
    packer.add_bin(shelf.width - clearance, shelf.depth - clearance, shelves)
    packer.pack()
    return sum(map(len, packer)), len(packer)


@pytest.mark.parametrize("seed", range(24))
def test_never_worse_than_rectpack(seed):
    chance = random.Random(seed)
    shelf = RectangularShelf(chance.randint(300, 600), chance.randint(300, 600))
    clearance = chance.choice([0, 3, 5, 10])
    kinds = [Size(chance.randint(20, 160), chance.randint(20, 160)) for _ in range(6)]
    some = kinds[: chance.choice([1, 2, 3, 6])]
    sizes = [chance.choice(some) for _ in range(chance.randint(5, 50))]
    shelves = chance.choice([1, 2, 8])
    load = pack([shelf] * shelves, [Piece("piece", size) for size in sizes], clearance)
    theirs, their_shelves = packed_by_rectpack(shelf, sizes, shelves, clearance)
    ours = len(sizes) - len(load.left_out)
    assert (-ours, load.shelves_used) <= (-theirs, their_shelves)


PUBLISHED_DISCS = {
    1: math.sqrt(2) / 2,
    2: math.sqrt(5) / 2,
    3: 5 * math.sqrt(17) / 16,
    4: math.sqrt(2),
    5: math.sqrt(10) / 2,
    7: math.sqrt(13) / 2,
    9: math.sqrt(1105) / 16,
    10: 3 * math.sqrt(2) / 2,
    12: math.sqrt(5),
}
"""The least radius known to hold so many unit squares. Source: E. Friedman's survey of squares
packed in circles (from memory)."""

PUBLISHED_TILTED = {6: 1.688, 8: 1.978, 11: 2.214}
"""Those of the same survey with tilted squares (from memory): pieces here stand square."""


@pytest.mark.parametrize(("count", "radius"), PUBLISHED_DISCS.items())
def test_as_many_squares_on_a_round_shelf_as_is_known_to_be_possible(count, radius):
    shelf = RoundShelf(2 * 100 * radius + 1e-3)
    assert not pack([shelf], squares(100, count), 0).left_out


@pytest.mark.parametrize(("count", "radius"), PUBLISHED_TILTED.items())
def test_where_tilting_helps_the_shelf_is_at_most_a_hundredth_larger(count, radius):
    assert not pack([RoundShelf(2 * 100 * radius * 1.01)], squares(100, count), 0).left_out


@pytest.mark.parametrize("diameter", [330, 405.5, 480, 560])
def test_rows_beat_a_lattice(diameter):
    """The squares of a lattice inside a disc, wherever the lattice lies: counted by hand."""
    side, gap = 50, 6
    radius, pitch = diameter / 2 - gap, side + gap
    best = 0
    for shift_x in range(0, pitch, 2):
        for shift_y in range(0, pitch, 2):
            corners = [
                (shift_x + pitch * i, shift_y + pitch * j)
                for i in range(-12, 12)
                for j in range(-12, 12)
            ]
            inside = sum(
                max(math.hypot(x + dx, y + dy) for dx in (0, side) for dy in (0, side)) <= radius
                for x, y in corners
            )
            best = max(best, inside)
    assert len(best_rows(RoundShelf(diameter), side, side, gap)) >= best


def test_a_load_is_found_again():
    pieces = [Piece("a", Size(90, 40))] * 13 + [Piece("b", Size(70, 55))] * 9
    shelves = [RoundShelf(380), RectangularShelf(300, 250)]
    assert pack(shelves, pieces) == pack(shelves, pieces)


def test_equal_pieces_stand_in_their_order():
    pieces = [Piece(f"{number}", Size(80, 40)) for number in range(12)]
    stood = pack([RectangularShelf(360, 300)], pieces).shelves[0]
    assert [one.piece.name for one in stood] == [piece.name for piece in pieces]


def test_what_is_too_large_is_left_out_and_needs_no_shelf():
    load = pack([RoundShelf(300)], [Piece("platter", Size(320, 320)), Piece("tile", Size(90, 40))])
    assert [piece.name for piece in load.left_out] == ["platter"]
    assert [one.piece.name for one in load.shelves[0]] == ["tile"]


def test_area_bound_counts_large_shelves_first_and_goes_on():
    shelves = [RectangularShelf(100, 100), RectangularShelf(200, 100)]
    assert area_bound(shelves, squares(50, 8), 0) == 1
    assert area_bound(shelves, squares(50, 9), 0) == 2
    assert area_bound(shelves, squares(50, 21), 0) == 4


@pytest.mark.parametrize(
    ("shelves", "pieces", "clearance", "field"),
    [
        ([], squares(50, 1), 5, "shelf"),
        ([RoundShelf(300)] * (MOST_SHELVES + 1), squares(50, 1), 5, "shelf"),
        ([RoundShelf(0)], squares(50, 1), 5, "shelf"),
        ([RoundShelf(300)], [], 5, "piece"),
        ([RoundShelf(300)], squares(50, MOST_PIECES + 1), 5, "piece"),
        ([RoundShelf(300)], squares(math.nan, 1), 5, "piece"),
        ([RoundShelf(300)], squares(50, 1), -1, "clearance"),
    ],
)
def test_what_cannot_be_asked(shelves, pieces, clearance, field):
    with pytest.raises(ClayError) as error:
        pack(shelves, pieces, clearance)
    assert error.value.field == field
