"""Colours judged by eye against known tiles."""

from dataclasses import replace

import pytest

from claycore.colour.by_eye import KnownTile, LaidOut, seen_like, to_lay_beside, unlikeness
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


OWN = LaidOut("Ferry white", {"Kelp": 4.5}, "unglazed", "cone 6")


@pytest.mark.parametrize(
    ("other", "far"),
    [
        (OWN, 0),
        # Bray and Curtis: sum of differences over sum of both.
        (replace(OWN, pcts={"Kelp": 1.5}), 3 / 6),
        (replace(OWN, pcts={"Kelp": 4.5, "Rust": 1}), 1 / 10),
        (replace(OWN, pcts={"Rust": 4.5}), 1),
        (replace(OWN, pcts={}), 1),
    ],
)
def test_recipes_are_as_unlike_as_their_percentages(other, far):
    assert unlikeness(OWN, other) == pytest.approx(far)
    assert unlikeness(other, OWN) == pytest.approx(far)


def test_plain_clay_is_like_itself():
    plain = replace(OWN, pcts={})
    assert unlikeness(plain, plain) == 0


def test_another_firing_counts_less_than_another_surface_and_that_less_than_another_clay():
    others = [replace(OWN, heat="cone 4"), replace(OWN, surface="clear"), replace(OWN, clay="Buff")]
    far = [unlikeness(OWN, other) for other in others]
    assert 0 < far[0] < far[1] < far[2]


def test_the_likeliest_tile_is_laid_nearest_and_twins_count_once():
    weak, strong = replace(OWN, pcts={"Kelp": 3.0}), replace(OWN, pcts={"Kelp": 6.0})
    known = [
        (weak, Lab(70, -10, 8)),
        (strong, Lab(50, -20, 14)),
        (OWN, Lab(60, -15, 11)),
        (OWN, Lab(60.2, -15, 11)),
    ]
    assert to_lay_beside(OWN, known) == [2, 1, 0]
    assert to_lay_beside(OWN, known, most=2) == [2, 1]
    assert to_lay_beside(OWN, []) == []
