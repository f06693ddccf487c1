"""Heights in the kiln. Worked by hand."""

import pytest

from claycore.firing.loading import heights
from claycore.firing.loading.footprints import PieceSize


def test_a_piece_on_edge_stands_as_high_as_it_is_wide():
    piece = PieceSize(120, 45, 8)
    assert heights.standing_height(piece, on_edge=False) == 8
    assert heights.standing_height(piece, on_edge=True) == 49


@pytest.mark.parametrize(("post", "said"), [(60, None), (54, None), (53, 49), (40, 49)])
def test_the_tallest_piece_is_told_where_posts_are_too_short(post, said):
    assert heights.too_tall([8, 49, 8], post) == said
    assert heights.too_tall([], post) is None


def test_shelves_and_their_posts_take_up_the_kilns_height():
    assert heights.stack(4, 100, 460).fits
    five = heights.stack(5, 100, 460)
    assert five.needed == 575
    assert not five.fits
