"""Slip in a bucket and water in a pinch. Brongniart's formula, as in every potter's handbook."""

import math

import pytest
from hypothesis import example, given
from hypothesis import strategies as st
from uncertainties import ufloat

from claycore.materials import moisture, slip
from claycore.measure import units
from claycore.measure.errors import ClayError, Inconsistent

gravities = st.floats(1.05, 2.2)


def test_a_litre_and_a_pint_give_the_same_gravity():
    """A pint of 35 oz is 1.75 in British units: 20 oz of water to the imperial pint."""
    assert slip.gravity_of(1750, 1000) == pytest.approx(1.75)
    pint = slip.gravity_of(units.grams(35, "oz"), units.millilitres(1, "pint_imp"))
    assert pint == pytest.approx(1.75, rel=3e-3)


@pytest.mark.parametrize(("mass", "volume"), [(900, 1000), (2700, 1000), (1000, 1000)])
def test_what_cannot_be_slip_is_said_at_the_weighing(mass, volume):
    with pytest.raises(Inconsistent, match="jug") as raised:
        slip.gravity_of(mass, volume)
    assert raised.value.field == "sample_mass"


@example(mass=21069.122611041243, now=1.05, wanted=1.05)
@given(st.floats(10, 1e5), gravities, gravities)
def test_thinned_or_thickened_slip_has_the_wanted_gravity(mass, now, wanted):
    bucket = slip.slip_by_mass(mass, slip.solids_pct(now))
    let = slip.bring_to(bucket, wanted)
    solids = 100 * let.after.dry_fraction
    assert slip.specific_gravity(solids) == pytest.approx(wanted)
    assert let.after.mass_g == pytest.approx(mass + let.add_water_g + let.add_dry_clay_g)
    assert let.add_water_g == 0 or let.add_dry_clay_g == 0
    assert min(let.add_water_g, let.add_dry_clay_g) >= 0


def test_water_for_dry_clay_agrees_with_the_70_in_100_rule():
    """1.75 at density 2.6 is 69.64 % solids. Check value: common practice."""
    assert slip.water_with(69.64, 1.75) == pytest.approx(30.36, abs=0.01)


@given(st.floats(1, 500), st.floats(0.5, 0.95), st.sampled_from([0.01, 0.1, 1]))
def test_measured_water_has_the_uncertainty_of_its_two_weighings(wet, dry_share, step):
    found = moisture.measured(wet, wet * dry_share, step)
    u = step / math.sqrt(12)
    reference = 100 * (1 - ufloat(wet * dry_share, u) / ufloat(wet, u))
    assert found.value == pytest.approx(reference.nominal_value)
    assert found.u95 == pytest.approx(2 * reference.std_dev)


@pytest.mark.parametrize(
    ("wet", "dry", "field"), [(10, 10, "dry"), (10, 12, "dry"), (0, 1, "wet"), (1, 0, "dry")]
)
def test_a_pinch_that_cannot_be(wet, dry, field):
    with pytest.raises(ClayError) as raised:
        moisture.measured(wet, dry, 0.1)
    assert raised.value.field == field


def test_what_three_points_of_water_do_to_a_percentage():
    assert moisture.really_made(8, 22, 22) == pytest.approx(8)
    assert moisture.really_made(8, 22, 25) == pytest.approx(8.32)
    assert moisture.really_made(8, 22, 19) == pytest.approx(7.704, abs=1e-3)
