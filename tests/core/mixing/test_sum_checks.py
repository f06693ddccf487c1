"""Checking sums. The mistakes and their figures are common practice; see the trade's own sums."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.materials import moisture, slip
from claycore.materials.clay_amount import ClayAmount
from claycore.materials.clay_in_hand import ClayState, dry_clay
from claycore.materials.composition import Convention
from claycore.measure import units
from claycore.measure.errors import ClayError
from claycore.mixing.sum_checks import ChangeSum, DoseSum, check_change, check_dose

HUNDRED = DoseSum(dry_clay(100), 10, Convention.ON_DRY_CLAY, 100, "g")
OF_TOTAL = DoseSum(dry_clay(100), 10, Convention.SHARE_OF_TOTAL, 100, "g")
WET = DoseSum(moisture.plastic_clay(3000, 22), 8, Convention.ON_DRY_CLAY, 3000, "g")
POURED = DoseSum(slip.slip_by_mass(300, 70), 2, Convention.ON_DRY_CLAY, 300, "g")
POUNDS = DoseSum(dry_clay(units.grams(2, "lb")), 8, Convention.ON_DRY_CLAY, 2, "lb")
OUNCES = DoseSum(dry_clay(units.grams(12, "oz")), 10, Convention.ON_DRY_CLAY, 12, "oz")
_PINT_ML = units.millilitres(16, "floz_us")
FLUID = DoseSum(
    slip.slip_by_volume(_PINT_ML, 1.75), 5, Convention.ON_DRY_CLAY, 16, "floz_us", _PINT_ML
)


def test_slip_is_summed_by_the_volume_it_was_stated_in():
    """Half a litre at 1.42: 0.6825 g of dry clay a millilitre (Brongniart), 341.25 g."""
    by_volume = ClayAmount(ClayState.SLIP, volume=0.5, volume_unit="l", specific_gravity=1.42)
    found = DoseSum.of(by_volume, 4, Convention.ON_DRY_CLAY)
    assert (found.amount, found.unit, found.volume_ml) == (0.5, "l", 500)
    assert found.clay.dry_g == pytest.approx(341.25)
    by_mass = ClayAmount(ClayState.SLIP, mass=710, solids_pct=48)
    found = DoseSum.of(by_mass, 4, Convention.ON_DRY_CLAY)
    assert (found.amount, found.unit, found.volume_ml) == (710, "g", None)


@pytest.mark.parametrize(
    ("asked", "answer", "code"),
    [
        (OF_TOTAL, 10, "on_clay_called_share_of_total"),
        (HUNDRED, 9.09, "share_of_total_taken"),
        (HUNDRED, 11.11, "taken_as_share_of_total"),
        (HUNDRED, 9.52, "symmetric_difference"),
        (WET, 240, "of_wet_clay"),
        (POURED, 6, "of_wet_slip"),
        (WET, 146.0, "drying_makes_stronger"),
        (WET, 196.7, "water_on_dry_basis"),
        (POUNDS, 160, "pounds_as_kilograms"),
        (OUNCES, 1.2, "ounces_as_grams"),
        (
            DoseSum(dry_clay(2000), 8, Convention.ON_DRY_CLAY, 2, "kg"),
            72.57,
            "kilograms_as_pounds",
        ),
        (DoseSum(dry_clay(12), 10, Convention.ON_DRY_CLAY, 12, "g"), 34.0, "grams_as_ounces"),
        (FLUID, 15.8, "fluid_ounces_as_ounces"),
        (HUNDRED, 1, "decimal_point"),
    ],
)
def test_a_known_mistake_is_named(asked, answer, code):
    checked = check_dose(asked, answer)
    assert not checked.correct
    assert code in [mistake.code for mistake in checked.mistakes]
    named = next(mistake for mistake in checked.mistakes if mistake.code == code)
    assert named.gives_g == pytest.approx(answer, rel=0.005)
    assert len(named.message) > 40


@pytest.mark.parametrize(
    ("mass", "now", "target", "answer", "code"),
    [
        (18, 10, 5, 32.58, "difference_subtracted"),
        (18, 10, 5, 32.4, "on_clay_figure_subtracted"),
        (18, 10, 5, 36, "whole_mix_taken_as_clay"),
        (38.25, 10, 15, 43.47, "colourant_forgotten"),
        (38.25, 10, 15, 43.99, "colourant_forgotten"),
        (38.25, 10, 15, 40.16, "difference_of_the_mix"),
    ],
)
def test_a_known_mistake_in_a_change_is_named(mass, now, target, answer, code):
    checked = check_change(ChangeSum(dry_clay(mass), now, target), answer)
    assert code in [mistake.code for mistake in checked.mistakes]


def test_what_eighteen_grams_doubled_really_makes():
    """32.58 g instead of 34.364 g: near 5.3 %, not 5 %. Common practice."""
    checked = check_change(ChangeSum(dry_clay(18), 10, 5), 32.58)
    assert not checked.correct
    assert checked.expected_g == pytest.approx(34.364, abs=6e-4)
    assert checked.actual_pct == pytest.approx(5.29, abs=0.01)


def test_wet_percentage_is_another_colour():
    """At 22 % water, 8 % of the wet weight is 10.26 % on dry clay. Common practice."""
    checked = check_dose(WET, 240)
    assert checked.actual_pct == pytest.approx(10.256, abs=1e-3)
    assert "10.26 %" in checked.mistakes[0].message


def test_a_change_done_on_the_wet_weight():
    asked = ChangeSum(moisture.plastic_clay(100, 20), 10, 5)
    checked = check_change(asked, ChangeSum(dry_clay(100), 10, 5).expected_g)
    assert "of_wet_clay" in [mistake.code for mistake in checked.mistakes]


def test_right_sums_rounded_by_hand_are_right():
    assert check_dose(HUNDRED, 10).correct
    assert check_dose(OF_TOTAL, 11.1).correct
    assert check_change(ChangeSum(dry_clay(38.5), 15, 10), 55.2).correct
    raised = check_change(ChangeSum(dry_clay(38.25), 10, 15), 39.99)
    assert raised.correct
    assert raised.actual_pct == pytest.approx(15, abs=0.01)


def test_no_known_mistake_gives_this():
    assert check_dose(HUNDRED, 7.3).mistakes == ()
    assert check_change(ChangeSum(dry_clay(18), 10, 5), 50).mistakes == ()


def test_nothing_wanted_and_something_weighed_is_wrong():
    checked = check_dose(DoseSum(dry_clay(100), 0, Convention.ON_DRY_CLAY, 100, "g"), 3)
    assert (checked.correct, checked.expected_g, checked.mistakes) == (False, 0, ())
    assert checked.actual_pct == 3


def test_less_than_there_was_makes_nothing():
    assert check_change(ChangeSum(dry_clay(18), 10, 5), 12).actual_pct is None


@given(st.floats(1, 1e4), st.floats(0.1, 80), st.floats(0.5, 2))
def test_a_right_sum_has_no_mistake_and_a_named_one_is_not_right(mass, pct, factor):
    asked = DoseSum(moisture.plastic_clay(mass, 20), pct, Convention.ON_DRY_CLAY, mass, "g")
    checked = check_dose(asked, asked.expected_g * factor)
    assert not (checked.correct and checked.mistakes)
    assert checked.actual_pct == pytest.approx(pct * factor)
    assert check_dose(asked, asked.expected_g).correct


@pytest.mark.parametrize(
    ("asked", "answer", "field"),
    [
        (HUNDRED, 0, "answer"),
        (DoseSum(dry_clay(1), -1, Convention.ON_DRY_CLAY, 1, "g"), 1, "pct"),
    ],
)
def test_what_cannot_be_is_named(asked, answer, field):
    with pytest.raises(ClayError) as raised:
        check_dose(asked, answer)
    assert raised.value.field == field


def test_a_unit_taken_for_another_says_what_each_is_in_grams():
    """NIST Handbook 44, appendix C: a pound is 453.59237 g, an ounce 28.349523125 g."""
    said = {
        mistake.code: mistake.message
        for asked, answer in ((POUNDS, 160), (OUNCES, 1.2))
        for mistake in check_dose(asked, answer).mistakes
    }
    assert "1 lb is 453.5924 g, 1 kg is 1000 g" in said["pounds_as_kilograms"]
    assert "1 oz is 28.3495 g, 1 g is 1 g" in said["ounces_as_grams"]


@pytest.mark.parametrize(
    ("answer", "last_place", "correct"),
    [
        (59, 1, True),  # 41 g at 12 % to 8 % is 59.3 g: right to the gram, 8.04 %
        (59.3, 0.1, True),
        (60, 1, False),
        (59, 0, False),
        (50, 10, False),
    ],
)
def test_an_answer_rounded_to_its_last_place_is_right(answer, last_place, correct):
    assert check_change(ChangeSum(dry_clay(41), 12, 8), answer, last_place).correct is correct


def test_a_rounded_dose_is_right_only_where_no_eye_sees_the_difference():
    """6.5 % of 66 g is 4.29 g: 4.3 is right, 4 would make 6.06 %."""
    asked = DoseSum(dry_clay(66), 6.5, Convention.ON_DRY_CLAY, 66, "g")
    assert check_dose(asked, 4.3, 0.1).correct
    assert not check_dose(asked, 4, 1).correct


def test_a_rounded_answer_that_is_nearer_to_a_mistake_is_that_mistake():
    """4 % on 300 g of clay is 12 g; 3.85 %, the share of the total, would be 11.54 g."""
    asked = DoseSum(dry_clay(300), 4, Convention.ON_DRY_CLAY, 300, "g")
    assert check_dose(asked, 12, 1).correct
    found = check_dose(asked, 11.54, 0.01)
    assert not found.correct
    assert [one.code for one in found.mistakes] == ["share_of_total_taken"]


def test_on_the_wet_clay_by_their_own_convention_nothing_is_wrong():
    """4.2 kg plastic with 21 % water, 6.5 % of the wet weight: 273 g, 8.2 % on dry clay."""
    clay = moisture.plastic_clay(4200, 21)
    on_dry = check_dose(DoseSum(clay, 6.5, Convention.ON_DRY_CLAY, 4200, "g"), 273, 1)
    assert [one.code for one in on_dry.mistakes] == ["of_wet_clay"]
    assert "choose “of wet clay”" in on_dry.mistakes[0].message
    on_wet = check_dose(DoseSum(clay, 6.5, Convention.ON_WET_CLAY, 4200, "g"), 273, 1)
    assert on_wet.correct
    assert on_wet.actual_pct == pytest.approx(8.23, abs=0.005)
    subtracted = check_dose(DoseSum(clay, 6.5, Convention.ON_WET_CLAY, 4200, "g"), 215.67, 0.01)
    assert [one.code for one in subtracted.mistakes] == ["on_dry_clay_taken"]
