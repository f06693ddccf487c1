"""An amount of clay as it is stated: the same clay said in several ways is the same dry clay.

Expected figures are arithmetic on the wet basis, and Brongniart's formula for slip.
"""

import pytest

from claycore.materials.clay_amount import ClayAmount
from claycore.materials.clay_in_hand import ClayState
from claycore.measure.errors import Inconsistent, UnknownChoice

DRY, PLASTIC, SLIP = ClayState.DRY, ClayState.PLASTIC, ClayState.SLIP


def test_dry_and_plastic_clay_in_any_unit():
    assert ClayAmount(DRY, 1.3, "kg").in_hand().dry_g == pytest.approx(1300)
    found = ClayAmount(PLASTIC, 3.2, "kg", water_pct=25).in_hand()
    assert (found.dry_g, found.water_g) == pytest.approx((2400, 800))


def test_slip_by_mass_and_by_volume_is_one_slip():
    """At 1.6 and a solid of 2.6, a millilitre holds 0.6 · 2.6 / 1.6 = 0.975 g of dry clay."""
    by_volume = ClayAmount(SLIP, volume=2, volume_unit="l", specific_gravity=1.6).in_hand()
    assert by_volume.dry_g == pytest.approx(1950)
    assert by_volume.water_g == pytest.approx(3200 - 1950)
    by_mass = ClayAmount(SLIP, 3200, specific_gravity=1.6).in_hand()
    assert by_mass.dry_g == pytest.approx(1950)
    solids = 100 * 1950 / 3200
    by_solids = ClayAmount(SLIP, volume=2000, solids_pct=solids).in_hand()
    assert by_solids.dry_g == pytest.approx(1950)


def test_another_solid_gives_other_dry_clay():
    assert ClayAmount(SLIP, 100).density == 2.6
    slip = ClayAmount(SLIP, volume=1000, specific_gravity=1.6, solid_density=2.5)
    assert slip.in_hand().dry_g == pytest.approx(1000 * 0.6 * 2.5 / 1.5)


@pytest.mark.parametrize(
    ("amount", "field"),
    [
        (ClayAmount(DRY), "mass"),
        (ClayAmount(PLASTIC, 500), "water_pct"),
        (ClayAmount(SLIP, 500), "solids_pct"),
        (ClayAmount(SLIP, solids_pct=55), "mass"),
    ],
)
def test_what_is_missing_is_named(amount, field):
    with pytest.raises(Inconsistent) as error:
        amount.in_hand()
    assert error.value.field == field


def test_a_unit_nobody_knows():
    with pytest.raises(UnknownChoice):
        ClayAmount(DRY, 5, "stone").in_hand()
