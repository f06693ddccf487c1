"""Colours judged by eye against known tiles."""

import pytest

from claycore.colour.by_eye import KnownTile, seen_like
from claycore.colour.difference import SAME_UNLESS_TOUCHING, ciede2000
from claycore.colour.notation import Lab

PALE, DEEP = KnownTile(Lab(70, 2, -8)), KnownTile(Lab(50, 4, -28))


def test_like_one_tile_is_its_colour_as_near_as_the_eye_tells():
    found = seen_like([PALE])
    assert found.lab == PALE.lab
    assert found.u95 == SAME_UNLESS_TOUCHING


def test_between_two_is_half_way_and_either_end_lies_within():
    found = seen_like([PALE, DEEP])
    assert found.lab.lightness == pytest.approx(60)
    assert found.u95 == pytest.approx(ciede2000(PALE.lab, DEEP.lab) / 2)


def test_two_tiles_that_are_nearly_alike_claim_no_more_than_the_eye_sees():
    assert seen_like([PALE, PALE]).u95 == SAME_UNLESS_TOUCHING


def test_what_the_known_tile_may_be_off_comes_on_top():
    assert seen_like([KnownTile(PALE.lab, 1.5)]).u95 == pytest.approx(2.5)


@pytest.mark.parametrize("count", [0, 3])
def test_none_and_three_are_refused(count):
    with pytest.raises(ValueError, match="one tile, or between two"):
        seen_like([PALE] * count)
