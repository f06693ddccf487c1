"""Clay in its states: dry, plastic, slip.

Check values: common practice. Slip: Brongniart's formula, and the common-practice rule that a
casting slip holds about 70 g dry in 100 g.
"""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.materials import slip
from claycore.materials.clay_in_hand import dry_clay
from claycore.materials.moisture import plastic_clay, plastic_mass, water_to_add, wet_basis
from claycore.measure.errors import ClayError, OutOfBounds

masses = st.floats(0.01, 1e6)
waters = st.floats(0.5, 99.5)


@given(masses, waters)
def test_plastic_to_dry_to_plastic(mass, water):
    assert plastic_mass(plastic_clay(mass, water).dry_g, water) == pytest.approx(mass)


@given(masses, waters)
def test_clay_and_water_weigh_what_was_weighed(mass, water):
    assert plastic_clay(mass, water).mass_g == pytest.approx(mass)


@given(masses, waters, waters)
def test_more_water_never_means_more_clay(mass, one, other):
    low, high = sorted((one, other))
    assert plastic_clay(mass, high).dry_g <= plastic_clay(mass, low).dry_g


@given(masses, masses, waters)
def test_powder_and_its_water_leave_the_clay_as_soft(mass, powder, water):
    clay = plastic_clay(mass, water)
    stolen = water_to_add(powder, clay)
    assert stolen == pytest.approx(powder * water / (100 - water))
    wet = clay.water_g + stolen
    assert 100 * wet / (clay.mass_g + powder + stolen) == pytest.approx(water)


@given(st.floats(1, 400))
def test_water_on_the_dry_basis_is_more_than_on_the_wet(dry_basis):
    wet = wet_basis(dry_basis)
    assert wet < dry_basis
    assert plastic_clay(100 + dry_basis, wet).dry_g == pytest.approx(100)


def test_brongniart_at_1_75():
    assert slip.dry_grams_per_ml(1.75, 2.6) == pytest.approx(1.21875)
    assert slip.solids_pct(1.75, 2.6) == pytest.approx(69.64, abs=0.005)


def test_brongniart_in_imperial_pints():
    """Dry ounces per pint = (P − 20) · G / (G − 1); 20 oz of water fill an imperial pint."""
    ounces_per_pint = (35 - 20) * 2.6 / 1.6
    per_ml = slip.dry_grams_per_ml(35 / 20, 2.6)
    assert per_ml * 20 == pytest.approx(ounces_per_pint)


@given(st.floats(1.01, 2.59))
def test_brongniart_agrees_with_the_solids_fraction(gravity):
    solids = slip.solids_pct(gravity)
    assert slip.specific_gravity(solids) == pytest.approx(gravity)
    by_volume = slip.slip_by_volume(1000, gravity)
    by_mass = slip.slip_by_mass(1000 * gravity, solids)
    assert by_volume.dry_g == pytest.approx(by_mass.dry_g)
    assert by_volume.water_g == pytest.approx(by_mass.water_g, abs=1e-6)


@given(st.floats(1.01, 2.4), st.floats(1, 5000))
def test_slip_is_solid_and_water_by_volume_too(gravity, volume):
    """Outside the formula: the solid's volume and the water's fill the jug."""
    made = slip.slip_by_volume(volume, gravity)
    assert made.dry_g / 2.6 + made.water_g == pytest.approx(volume)


@pytest.mark.parametrize("gravity", [1, 0.9, 2.6, 3.0, float("nan"), float("inf")])
def test_specific_gravities_that_cannot_be(gravity):
    with pytest.raises(OutOfBounds) as caught:
        slip.dry_grams_per_ml(gravity)
    assert caught.value.field == "specific_gravity"


@pytest.mark.parametrize("mass", [0, -1, float("nan"), float("inf"), 1e9])
def test_masses_that_cannot_be(mass):
    with pytest.raises(ClayError) as caught:
        dry_clay(mass)
    assert caught.value.field == "mass"


@pytest.mark.parametrize("water", [0, 100, -3, 140])
def test_water_outside_0_to_100(water):
    with pytest.raises(ClayError) as caught:
        plastic_clay(100, water)
    assert caught.value.field == "water_pct"
