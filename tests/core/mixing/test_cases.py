"""Mixing cases worked by hand, as a careful potter answers them. Common practice."""

import csv
from pathlib import Path

import pytest

from claycore.materials import moisture, slip
from claycore.materials.clay_in_hand import ClayCondition, ClayState, dry_clay
from claycore.materials.composition import Addition, Convention
from claycore.measure.uncertainty import Measured
from claycore.mixing import dose_checks, series_backwards, sum_checks
from claycore.mixing.dose import dose
from claycore.mixing.dose_checks import dose_warnings, water_warnings
from claycore.mixing.series import Wanted, plans
from claycore.mixing.sum_checks import ChangeSum, DoseSum
from claycore.mixing.ways_out import Way, ways_out

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
    assert (first.way, round(first.add_dry_g)) == (Way.ADD_CLAY, 882)
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
    wanted = Wanted((3, 6, 9), 1, 7.5)
    tile_g = series_backwards.largest_tile_g(wanted, 2)
    assert tile_g == pytest.approx(21.1, abs=0.1)
    assert tile_g / 0.8 == pytest.approx(26, abs=0.5)
    assert min(plan.colourant_g for plan in plans(Wanted((3, 6, 9), 48))) == pytest.approx(
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
    assert "± 4.5 % of itself" in said.message
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
