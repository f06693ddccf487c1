"""A stain by strength, and the colourants that were fired alike by how wide they range."""

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from tests.factories import FiringFactory, MaterialFactory
from tests.pages import words_of
from umberpot.colours.ladders.ladder import ladders_of
from umberpot.shelf.models import Material
from umberpot.shelf.services import count_stock


@pytest.fixture
def kelp(two_stains, studio):
    return Material.objects.get(studio=studio, name="Kelp")


def test_a_stain_stands_by_strength_with_what_lies_between(signed_in, kelp):
    (ladder,) = ladders_of(kelp).ladders
    assert [swatch.over for swatch in ladder.row.swatches] == ["3 %", "6 %", "9 %"]
    assert all(joint.delta_e > 1 for joint in ladder.row.joints)
    page = words_of(signed_in.get(f"/shelf/{kelp.pk}/"))
    assert "Fired colours, by strength Ferry white, cone 6, unglazed" in page
    assert "Palest to strongest: ΔE" in page


def test_what_was_fired_elsewhere_only_has_its_place_and_no_colour(
    signed_in, kelp, two_stains, studio, user
):
    """6 % went to cone 04 alone: at cone 6 its place is dashed, and so are the others at 04."""
    cooler = FiringFactory(studio=studio, made_by=user, cone="04")
    two_stains[1].loadings.update(firing=cooler)
    two_stains[1].colours.update(firing=cooler)
    at = {one.conditions.cone: one for one in ladders_of(kelp).ladders}
    for cone, missing in (("6", ["6 %"]), ("04", ["3 %", "9 %"])):
        places = at[cone].row.swatches
        assert [one.over for one in places] == ["3 %", "6 %", "9 %"]
        assert [one.over for one in places if one.under == "not fired"] == missing
    assert at["04"].summary.startswith("One strength only")


def test_strengths_of_different_firings_say_so_where_the_conclusion_rests_on_them(
    kelp, two_stains, studio, user
):
    """3, 6 and 9 %: what decides is 9 against 6 %; the firing of 3 % decides nothing."""
    later = FiringFactory(studio=studio, made_by=user, cone="6")
    said = "6 and 9 % came from different firings, which may differ too."
    for tile, expected in ((two_stains[0], False), (two_stains[1], True), (two_stains[2], False)):
        tile.loadings.update(firing=later)
        tile.colours.update(firing=later)
        (ladder,) = ladders_of(kelp).ladders
        # 3 % alone is of the later firing; then 3 and 6 %; then all three.
        assert (said in ladder.summary) == expected


def test_equal_tiles_are_one_step(kelp, two_stains, fired_tile):
    tile = fired_tile("&add=Kelp:6", "58, -17, 9")
    (ladder,) = ladders_of(kelp).ladders
    step = ladder.row.swatches[1]
    assert step.under == f"{tile.code} +1"
    assert step.colour.lightness == pytest.approx(57)


@pytest.mark.parametrize(
    ("left", "expected"),
    [
        (
            377,
            "377 g left: enough for 12.6 kg of dry clay at 3 %, or 6.3 kg of dry clay at 6 %, or",
        ),
        (5, "5 g left: enough for 167 g of dry clay at 3 %"),
        (0, ""),
        (None, ""),
    ],
)
def test_what_is_left_is_said_as_what_it_makes(kelp, user, left, expected):
    """377 g by hand: 377 / 0.03 = 12,567 g; 377 / 0.06 = 6,283 g; 5 / 0.03 = 167 g."""
    if left is not None:
        count_stock(kelp, left, user)
    found = ladders_of(kelp).goes_far
    assert found.startswith(expected)
    assert bool(found) == bool(expected)


def test_a_stain_that_was_never_fired_alone_has_no_ladder(signed_in, kelp, two_stains, fired_tile):
    for tile in two_stains[:3]:
        tile.set_aside(True)
    fired_tile("&add=Kelp:3&add=Rust:3", "55, 0, 15")
    assert ladders_of(kelp).ladders == []
    assert "Fired colours, by strength" not in words_of(signed_in.get(f"/shelf/{kelp.pk}/"))


def test_colourants_stand_by_how_wide_they_range(signed_in, two_stains, fired_tile):
    """Two of them; what was fired in one strength only has no range."""
    fired_tile("&add=Fog:5", "80, 0, 4")
    page = words_of(signed_in.get("/results/find/ranges/"))
    listed = page.split("each colourant by itself.")[1]
    spreads = [int(part.split(".")[0]) for part in listed.split("Palest to strongest: ΔE ")[1:]]
    assert len(spreads) == 2
    assert spreads == sorted(spreads, reverse=True)
    assert "Fog" not in listed


def test_a_leap_between_nearly_equal_strengths_is_not_called_range(
    signed_in, two_stains, fired_tile, studio
):
    """Fog at 6.5 and 7 % lies 20 apart: no strength does that, so it stands last."""
    MaterialFactory(stain=True, studio=studio, name="Fog")
    for pct, colour in (("6.5", "70, 4, 18"), ("7", "60, 28, 4")):
        fired_tile(f"&add=Fog:{pct}", colour)
    page = words_of(signed_in.get("/results/find/ranges/"))
    assert "6.5 % and 7 % are nearly the same strength and look different (ΔE" in page
    assert page.index("Kelp") < page.index("Fog")
    assert page.index("Rust") < page.index("Fog")


def test_one_family_is_asked_for(signed_in, two_stains):
    greens = words_of(signed_in.get("/results/find/ranges/", {"family": "green"}))
    assert "Kelp" in greens
    assert "Rust" not in greens
    none = words_of(signed_in.get("/results/find/ranges/", {"family": "violet"}))
    assert "No colourant was fired so in two strengths yet." in none


@pytest.mark.parametrize("bad", [{"family": "plaid"}, {"under": "6|x||nowhere"}])
def test_what_is_not_offered_is_told_at_its_field(signed_in, two_stains, bad):
    assert signed_in.get("/results/find/ranges/", bad).status_code == 400


def test_an_empty_studio_is_told_what_is_missing(signed_in):
    page = words_of(signed_in.get("/results/find/ranges/"))
    assert "No coloured tile has its fired colour noted yet" in page


def test_another_studios_ranges_are_not_shown(stranger, two_stains):
    assert "Kelp" not in words_of(stranger.get("/results/find/ranges/"))


def test_the_queries_do_not_grow_with_the_tiles(signed_in, kelp, fired_tile):
    def queries():
        with CaptureQueriesContext(connection) as made:
            signed_in.get(f"/shelf/{kelp.pk}/")
            signed_in.get("/results/find/ranges/")
        return len(made)

    before = queries()
    for pct in (1, 2, 4, 5):
        fired_tile(f"&add=Kelp:{pct}", f"{70 - pct}, -{pct}, 8")
    assert queries() <= before
