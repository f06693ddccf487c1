"""A kiln cut open: every piece stands on its shelf, in the colour that it came out in."""

import pytest

from claycore.firing.loading.shelves import Placed
from tests.factories import KilnFactory
from umberpot.kiln.loading.section_drawing import SHELF, WALL, section

FLAT, ON_EDGE = Placed(-50, 0, 100, 45), Placed(40, -20, 60, 12)


@pytest.fixture
def kiln(studio):
    """Round, 400 mm, three shelves 120 mm apart."""
    sizes = {"shape": "round", "shelf_width_mm": 400, "shelf_depth_mm": None}
    return KilnFactory(studio=studio, **sizes, shelf_count=3, post_height_mm=120)


def test_a_piece_stands_over_its_shelf_within_the_walls(kiln):
    drawing = section(kiln, [(0, FLAT, "#886644"), (2, ON_EDGE, "")], "")
    assert drawing.view_box == f"{-WALL:g} {-WALL:g} {400 + 2 * WALL:g} {3 * (120 + SHELF) + 68:g}"
    lowest, _, top = drawing.shelves
    assert lowest > top
    on_top, below = sorted(drawing.pieces, key=lambda piece: piece.y)
    assert (below.fill, on_top.fill) == ("#886644", "")
    # The middle of a round shelf is 0: 50 mm left of it is 150 from the wall.
    assert (below.x, below.width) == (150, 100)
    assert top - 120 < on_top.y < top
    assert lowest - 120 < below.y < lowest
    assert on_top.height > below.height


def test_what_stands_further_back_is_drawn_first_and_higher(kiln):
    front, back = Placed(0, -100, 50, 40), Placed(0, 60, 50, 40)
    first, second = section(kiln, [(1, front, "#111111"), (1, back, "#eeeeee")], "").pieces
    assert (first.fill, second.fill) == ("#eeeeee", "#111111")
    assert first.y < second.y


def test_a_kiln_whose_shelves_were_fewer_once_shows_what_stood_on_the_others(kiln):
    kiln.shelf_count = 1
    assert len(section(kiln, [(2, FLAT, "")], "").shelves) == 3


def test_of_a_rectangular_shelf_the_left_corner_is_0(kiln):
    kiln.shelf_depth_mm = 300
    (piece,) = section(kiln, [(0, Placed(10, 20, 80, 40), "")], "").pieces
    assert piece.x == 10
