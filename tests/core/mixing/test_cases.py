"""Mixing cases worked by hand, as a careful potter answers them. Common practice."""

import csv
from pathlib import Path

import pytest

from claycore.inscriptions import label_difference
from claycore.materials import moisture, slip
from claycore.materials.batch import Batch, coloured, join
from claycore.materials.clay_in_hand import ClayCondition, ClayState, dry_clay
from claycore.materials.composition import Addition, Convention
from claycore.measure.uncertainty import Measured
from claycore.mixing import (
    campaign,
    combining,
    dose_checks,
    series_backwards,
    strength,
    sum_checks,
)
from claycore.mixing.campaign import Bag
from claycore.mixing.campaign import WantedCampaign as CampaignWanted
from claycore.mixing.dose import dose
from claycore.mixing.dose_checks import dose_warnings, water_warnings
from claycore.mixing.series import WantedSeries, plans
from claycore.mixing.sum_checks import ChangeSum, DoseSum
from claycore.mixing.ways_out import WayOutKind, ways_out

DOSES = list(csv.DictReader(Path(__file__).with_name("cases.csv").open()))


def in_hand(row):
    if row["volume_ml"]:
        return slip.slip_by_volume(float(row["volume_ml"]), float(row["gravity"]))
    return moisture.plastic_clay(float(row["mass_g"]), float(row["water_pct"]))


@pytest.mark.parametrize("row", DOSES, ids=lambda row: row["case"])
def test_doses(row):
    found = dose(in_hand(row), [Addition("Stain", float(row["pct"]))], row["convention"])
    assert found.clay.dry_g == pytest.approx(float(row["dry_g"]), rel=0.001)
    assert found.powder_g == pytest.approx(float(row["colourant_g"]), rel=0.002)
    assert found.water_to_add_g == pytest.approx(float(row["water_to_add_g"]), abs=0.6)


def test_m2_is_a_mistake_only_where_dry_clay_was_meant():
    clay = moisture.plastic_clay(4200, 21)
    asked = DoseSum(clay, 6.5, Convention.ON_DRY_CLAY, 4200, "g")
    checked = sum_checks.check_dose(asked, 273, 1)
    assert [one.code for one in checked.mistakes] == ["of_wet_clay"]
    assert checked.actual_pct == pytest.approx(8.2, abs=0.05)
    first, *_ = ways_out(clay.dry_g, 273, 6.5, clay.condition)
    assert (first.way, round(first.add_dry_g)) == (WayOutKind.ADD_CLAY, 882)
    assert first.add_g == pytest.approx(1116, abs=1)
    own = DoseSum(clay, 6.5, Convention.ON_WET_CLAY, 4200, "g")
    assert sum_checks.check_dose(own, 273, 1).correct


def test_m2_says_what_the_convention_is_on_dry_clay():
    found = dose(moisture.plastic_clay(4200, 21), [Addition("Stain", 6.5)], Convention.ON_WET_CLAY)
    codes = {
        one.code: one.message
        for one in dose_warnings(found, 0.1, convention=Convention.ON_WET_CLAY)
    }
    assert "wet_basis" not in codes
    assert codes["on_wet_clay"].startswith("6.5 % of the wet clay is 8.23 % on dry clay.")


def test_m5_the_largest_tiles_from_a_small_bag():
    """3, 6 and 9 %, two tiles each, 7.5 g of stain, 5 % loss, water 20 %."""
    wanted = WantedSeries((3, 6, 9), 1, 7.5)
    tile_g = series_backwards.largest_tile_g(wanted, 2)
    assert tile_g == pytest.approx(21.1, abs=0.1)
    assert tile_g / 0.8 == pytest.approx(26, abs=0.5)
    assert min(plan.colourant_g for plan in plans(WantedSeries((3, 6, 9), 48))) == pytest.approx(
        8.5, abs=0.05
    )


def test_m9_is_right_to_the_gram():
    checked = sum_checks.check_change(ChangeSum(dry_clay(41), 12, 8), 59, 1)
    assert checked.correct
    assert checked.actual_pct == pytest.approx(8.04, abs=0.01)


def test_m12_unmeasured_water_is_said_with_its_share():
    bag = ClayCondition(ClayState.PLASTIC, 1 - moisture.USUAL_PLASTIC_WATER_PCT / 100)
    (said,) = water_warnings(bag, measured=False)
    assert said.code == "water_not_measured"
    assert "±\u00a04.5\u00a0% of itself" in said.message
    assert water_warnings(bag, measured=True) == []


def test_m13_a_pinch_is_worth_less_than_a_handful():
    """5.0 g dried to 4.0 g on a 0.1 g scale: 20 ± 1.5 points, the dose ± 1.8 % of itself."""
    pinch = moisture.measured(5.0, 4.0, 0.1)
    assert pinch.value == pytest.approx(20)
    assert pinch.u95 == pytest.approx(1.5, abs=0.06)
    assert 100 * pinch.u95 / (100 - pinch.value) == pytest.approx(1.8, abs=0.1)
    assert moisture.measured(100.0, 80.0, 0.1).u95 == pytest.approx(0.07, abs=0.006)
    assert Measured(5.0, 0.1).value == 5.0


def test_m14_reading_the_dry_basis_as_the_wet_one_makes_another_strength():
    assert moisture.wet_basis(25) == pytest.approx(20)
    taken = dose(moisture.plastic_clay(1000, 25), [Addition("Stain", 6)], Convention.ON_DRY_CLAY)
    assert taken.powder_g == pytest.approx(45)
    assert moisture.really_made(6, 25, 20) == pytest.approx(5.6, abs=0.05)
    assert dose_checks.water_warnings(taken.clay.condition, measured=True) == []


@pytest.mark.parametrize(
    ("name", "pct"), [("Red iron oxide", 33.3), ("Soot Black", 10), ("Rope Green", 22)]
)
def test_m10_what_is_ordinary_in_a_slip_is_far_too_much_in_a_body(name, pct):
    assert dose_checks.unusual_percentage(name, pct, ClayState.SLIP) is None
    assert dose_checks.unusual_percentage(name, pct, ClayState.PLASTIC).code == "unusual_percentage"


def test_more_than_any_slip_takes_is_told_of_a_slip():
    said = dose_checks.unusual_percentage("Red iron oxide", 60, ClayState.SLIP)
    assert said.message.startswith("60 % of red iron oxide is unusual in a slip for decorating.")
    assert "1–35 %" in said.message


def test_m8_slip_and_scraps_cannot_be_wedged_until_the_water_has_gone():
    """2.4 kg of slip at 50 % and 900 g of scraps at 20 %: 1920 g dry, 1380 g water, 41.8 %."""
    parts = [Batch(1200, water_g=1200), Batch(720, water_g=180)]
    (said,) = combining.combining_notices(parts)
    assert said.code == "too_wet"
    assert said.message.startswith("41.8 % water is too wet to wedge. About 838 g of water")
    assert combining.water_to_lose_g(join(parts), 21) == pytest.approx(870, abs=0.5)


@pytest.mark.parametrize(("water_g", "code"), [(100, "too_stiff"), (250, None), (0, None)])
def test_what_can_be_wedged_is_not_told_of(water_g, code):
    found = combining.combining_notices([Batch(900, {"Rope Green": 50}, water_g)])
    assert [one.code for one in found] == ([code] if code else [])


@pytest.mark.parametrize(("stain_density", "water_g"), [(2.6, 467), (5, 486)])
def test_m4_the_gravity_is_that_of_the_finished_slip(stain_density, water_g):
    """350 g of dry clay to 1.38 with 8 %: 28 g of stain in it, by either density of the stain."""
    density = slip.density_of_solids([(350, 2.6), (28, stain_density)])
    found = slip.bring_to(dry_clay(350), 1.38, density, powder_pct=8)
    assert found.add_water_g == pytest.approx(water_g, abs=1)
    total_g = 350 + 28 + found.add_water_g
    volume_ml = 350 / 2.6 + 28 / stain_density + found.add_water_g
    assert total_g / volume_ml == pytest.approx(1.38)


def test_m15_dense_powder_in_slip_has_its_own_density():
    """2 L at 1.45, 25 of the total red iron oxide: 33.3 on clay."""
    density = slip.density_of_solids([(75, 2.6), (25, 5.2)])
    assert density == pytest.approx(2.97, abs=0.005)
    dry_g = 2000 * slip.dry_grams_per_ml(1.45, density)
    assert (0.75 * dry_g, 0.25 * dry_g) == pytest.approx((1017, 339), abs=1)
    as_clay_g = 2000 * slip.dry_grams_per_ml(1.45)
    assert as_clay_g / dry_g == pytest.approx(1.08, abs=0.005)


def test_thickening_keeps_the_strength_of_the_finished_slip():
    """Dry clay is added until clay and powder together make the gravity."""
    bucket = slip.slip_by_volume(1000, 1.3)
    density = slip.density_of_solids([(100, 2.6), (10, 4.5)])
    found = slip.bring_to(bucket, 1.5, density, powder_pct=10)
    clay_g, water_g = found.after.dry_g, found.after.water_g
    powder_g = clay_g / 10
    volume_ml = clay_g / 2.6 + powder_g / 4.5 + water_g
    assert found.add_water_g == 0
    assert (clay_g + powder_g + water_g) / volume_ml == pytest.approx(1.5)


def test_slip_joined_with_slip_stays_slip():
    assert combining.combining_notices([Batch(500, water_g=500), Batch(300, water_g=450)]) == []


def test_m6_a_label_scratched_before_weighing_is_wrong_by_name():
    """4.1 g on 48.9 g dry is 8.4 %: scratched 9, both figures are told."""
    made = Batch(48.9, {"Stain": 4.1}, 0.0)
    assert made.pct("Stain") == pytest.approx(8.4, abs=0.05)
    said = label_difference({"Stain": 9.0}, made.pcts)
    assert said == "Scratched 9 % Stain, weighed 8.4 %."


def test_m7_a_leftover_is_brought_from_4_to_7_and_stiffens_a_little():
    """145 g at 21 % water: 110.1 g clay and 4.41 g stain; 3.30 g more, and a few drops of water."""
    clay = moisture.plastic_clay(145, 21)
    before = coloured(clay, [Addition("Stain", 4)])
    assert before.clay_g == pytest.approx(110.1, abs=0.05)
    assert before.colourants_g["Stain"] == pytest.approx(4.41, abs=0.01)
    found = strength.change(before, [Addition("Stain", 7)], ClayState.PLASTIC)
    assert found.add_colourants_g["Stain"] == pytest.approx(3.30, abs=0.01)
    assert 0 < found.water_to_add_g < 1


def test_m11_a_drawer_of_samples_at_one_strength_first_with_controls():
    """Twelve bags of 10 to 14 g in one porcelain, 25 g tiles, 5 % loss: 2.39 g each at 10 %."""
    bags = tuple(Bag(f"Sample {n}", 10 + n % 5) for n in range(12))
    wanted = CampaignWanted(bags, (10, 5, 15), 25)
    found = campaign.plan(wanted)
    first, *later = found.rounds
    assert (first[0].colourant, first[0].colourant_g) == ("", 0), "plain clay first"
    assert [batch.pct for batch in first[1:]] == [10] * 12
    assert first[1].colourant_g == pytest.approx(2.39, abs=0.01)
    assert all(reach.reached == (10, 5, 15) for reach in found.reaches), "the bags make them all"
    assert [len(batches) for batches in later] == [12, 12]
