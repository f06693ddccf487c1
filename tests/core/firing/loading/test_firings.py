"""How many firings pieces need, and what leaving a few out saves: arithmetic on one kiln."""

from claycore.firing.loading.firings import A_FEW, firings_for, last_few, saving
from claycore.firing.loading.packing import Piece
from claycore.firing.loading.shelves import RectangularShelf, Size

BOARD = RectangularShelf(210, 105)
"""Holds eight tiles of 45 × 45 mm, 5 mm apart and off the edge."""


def tiles(count):
    return [Piece(f"{number}", Size(45, 45)) for number in range(count)]


def packed(pieces, shelves=1):
    return firings_for([BOARD] * shelves, pieces, 5)


def saved(pieces, shelves=1):
    return saving(packed(pieces, shelves), lambda fewer: packed(list(fewer), shelves))


def test_firings_follow_each_other_until_all_are_fired():
    loads = packed(tiles(18))
    assert [sum(map(len, load.shelves)) for load in loads] == [8, 8, 2]
    names = [one.piece.name for load in loads for stood in load.shelves for one in stood]
    assert sorted(names, key=int) == [f"{number}" for number in range(18)]


def test_what_fits_no_shelf_ends_the_firings_and_is_left_out_of_the_last():
    loads = packed([Piece("giant", Size(300, 300)), *tiles(9)])
    assert len(loads) == 2
    assert [piece.name for piece in loads[-1].left_out] == ["giant"]


def test_the_few_of_the_last_firing_save_it():
    found = saved(tiles(10))
    assert (len(found.pieces), found.firings, found.shelves) == (2, 1, 0)


def test_the_few_of_the_last_shelf_save_it():
    found = saved(tiles(9), shelves=2)
    assert (len(found.pieces), found.firings, found.shelves) == (1, 0, 1)


def test_more_than_a_few_save_nothing_by_leaving():
    assert A_FEW == 3
    assert saved(tiles(8 + 4)) is None
    assert saved(tiles(8)) is None


def test_large_pieces_are_not_left_to_the_end():
    """A board holds eight tiles, or a large piece with two beside it."""
    large = [Piece(f"large {n}", Size(120, 90)) for n in range(3)]
    loads = packed([*large, *tiles(6 + 8)])
    assert len(loads) == 4
    stood = [one.piece.name for load in loads for shelf in load.shelves for one in shelf]
    assert sorted(stood) == sorted([piece.name for piece in [*large, *tiles(6 + 8)]])


def test_or_else_the_largest_are_tried():
    """The last firing holds more than a few; what is asked is whether others do without."""
    large = [Piece(f"large {n}", Size(95, 45)) for n in range(4)]
    loads = packed([*large, *tiles(8)])
    assert sum(map(len, loads[-1].shelves)) > A_FEW
    asked = []

    def loads_for(pieces):
        asked.extend(pieces)
        return loads[:1]

    found = saving(loads, loads_for)
    assert [piece.name for piece in found.pieces] == [piece.name for piece in large[:A_FEW]]
    assert found.firings == 1
    assert len(asked) == 9


def test_a_single_firing_has_no_last_few():
    assert last_few([]) is None
    assert last_few(packed(tiles(3))) is None
