"""Many colourants in one clay, worked by hand: what each takes, what its bag makes, what waits."""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.materials.clay_in_hand import DRY, ClayCondition, ClayState
from claycore.measure.errors import ClayError
from claycore.mixing import campaign
from claycore.mixing.campaign import Bag, WantedCampaign

PLASTIC = ClayCondition(ClayState.PLASTIC, 0.79)
WANTED = WantedCampaign(
    (Bag("Lamp Yellow", 11.0), Bag("Rope Green"), Bag("Dawn Rose", 4.0)),
    (7.0, 3.5, 12.0),
    tile_dry_g=20.54,
    tiles_each=2,
    loss_pct=5,
)
"""Two tiles of 26 g plastic at 21 % water: 20.54 g dry each, 43.242 g a mix with 5 % loss."""


def test_a_mix_takes_what_its_tiles_and_the_loss_take():
    """By hand: 43.242 × 7 / 107 = 2.829 g; at 3.5 %: 1.462; at 12 %: 4.633; 8.924 in total."""
    found = campaign.plan(WANTED)
    yellow = found.reaches[0]
    assert yellow.needs_g == pytest.approx((2.829, 1.462, 4.633), abs=0.001)
    assert yellow.reached == (7.0, 3.5, 12.0)
    assert yellow.left_g == pytest.approx(11 - 2.829, abs=0.001)


def test_every_colourant_comes_at_the_first_strength_with_the_controls_before_them():
    first, *_ = campaign.plan(WANTED).rounds
    assert [batch.colourant for batch in first] == ["", "Lamp Yellow", "Rope Green", "Dawn Rose"]
    assert {batch.pct for batch in first[1:]} == {7.0}
    assert first[0].clay_g == pytest.approx(2 * 20.54 / 0.95)
    without = replace(WANTED, has_controls=False)
    assert campaign.plan(without).rounds[0] == first[1:]
    assert without.controls_g == 0


def test_a_small_bag_makes_the_first_strength_and_what_is_left_makes_no_other():
    """4.0 − 2.829 = 1.171 g, and 3.5 % takes 1.462: 4.924 g are missing for all three."""
    rose = campaign.plan(WANTED).reaches[2]
    assert rose.reached == (7.0,)
    assert rose.missing_g == pytest.approx(4.924, abs=0.001)
    _, paler, stronger = campaign.plan(WANTED).rounds
    assert [batch.colourant for batch in paler] == ["Lamp Yellow", "Rope Green"]
    assert [batch.colourant for batch in stronger] == ["Lamp Yellow", "Rope Green"]


def test_a_later_strength_that_still_fits_is_not_lost_behind_one_that_does_not():
    wanted = replace(WANTED, bags=(Bag("Dawn Rose", 4.5),), pcts=(7.0, 12.0, 3.5))
    assert campaign.plan(wanted).reaches[0].reached == (7.0, 3.5)


def test_a_bag_that_makes_nothing_is_told_by_name_and_nothing_is_called_possible():
    wanted = replace(WANTED, bags=(Bag("Buoy Red", 2.0), Bag("Rope Green")))
    found = campaign.plan(wanted)
    assert not found.is_possible
    (short, *_) = campaign.warnings(wanted, found)
    assert short.code == "short_of_powder"
    assert "Buoy Red" in short.message
    assert "Rope Green" not in short.message


def test_the_largest_tile_is_what_the_smallest_bag_makes_at_every_strength():
    """4.0 g of 8.924: 20.54 × 0.4482 = 9.206 g dry, 11.65 g plastic."""
    tile_g = campaign.largest_tile_g(WANTED, PLASTIC)
    assert tile_g == pytest.approx(9.206, abs=0.01)
    made = campaign.plan(replace(WANTED, tile_dry_g=tile_g))
    assert all(reach.reached == (7.0, 3.5, 12.0) for reach in made.reaches)
    steps = tile_g / 0.79 / WANTED.scale_step_g
    assert steps == pytest.approx(round(steps), abs=1e-6), "what the scale can show"


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"bags": ()}, "stain"),
        ({"bags": (Bag("Moss"), Bag("moss"))}, "stain"),
        ({"bags": tuple(Bag(f"Stain {n}") for n in range(41))}, "stain"),
        ({"bags": (Bag("Moss", -1.0),)}, "stain"),
        ({"pcts": (0.0, 3.0)}, "first_pct"),
        ({"pcts": (7.0, 7.0)}, "then_pcts"),
        ({"pcts": (7.0, 1.0, 2.0, 3.0, 4.0)}, "then_pcts"),
        ({"pcts": ()}, "then_pcts"),
        ({"tile_dry_g": 0.0}, "tile_dry_g"),
        ({"tiles_each": 0}, "tiles_each"),
        ({"loss_pct": 100.0}, "loss_pct"),
    ],
)
def test_what_cannot_be_names_its_field(change, field):
    with pytest.raises(ClayError) as refused:
        campaign.plan(replace(WANTED, **change))
    assert refused.value.field == field


def test_the_largest_tile_needs_to_know_a_bag():
    for bags in ((Bag("Moss"),), (Bag("Moss", 0.0),)):
        with pytest.raises(ClayError) as refused:
            campaign.largest_tile_g(replace(WANTED, bags=bags), DRY)
        assert refused.value.field == "stain"


def test_forty_colourants_at_four_strengths():
    bags = tuple(Bag(f"Stain {n}", 10 + n % 5) for n in range(40))
    found = campaign.plan(replace(WANTED, bags=bags, pcts=(7.0, 2.0, 4.0, 12.0), tiles_each=1))
    assert [len(batches) for batches in found.rounds] == [41, 40, 40, 40]


def test_powder_too_little_for_the_scale_is_told_with_its_strengths():
    """One tile at 3.5 % takes 0.73 g: half of a 0.1 g step is 7 % of it, of 0.01 g not 1 %."""
    fine = replace(WANTED, tiles_each=1)
    coarse = replace(fine, scale_step_g=0.1)
    (told,) = [
        one
        for one in campaign.warnings(coarse, campaign.plan(coarse))
        if one.code == "below_the_scale"
    ]
    assert "for 3.5 % is" in told.message
    codes = {one.code for one in campaign.warnings(fine, campaign.plan(fine))}
    assert "below_the_scale" not in codes


@given(
    st.lists(st.floats(0, 50), min_size=1, max_size=6),
    st.lists(st.floats(0.5, 30), min_size=1, max_size=4, unique=True),
    st.floats(5, 80),
)
def test_no_bag_ever_gives_more_than_is_in_it(powders, pcts, tile_g):
    bags = tuple(Bag(f"Stain {n}", grams) for n, grams in enumerate(powders))
    wanted = replace(WANTED, bags=bags, pcts=tuple(pcts), tile_dry_g=tile_g)
    found = campaign.plan(wanted)
    for reach in found.reaches:
        taken_g = sum(reach.needs_g[wanted.pcts.index(pct)] for pct in reach.reached)
        assert taken_g <= reach.bag.powder_g * (1 + 1e-9)
        assert bool(reach.missing_g) == (len(reach.reached) < len(pcts))
