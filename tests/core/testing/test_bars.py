"""Definitions: ASTM C326, C373, C20, C67. Outside: the uncertainties package, numpy's draws."""

import numpy as np
import pytest
from uncertainties import ufloat

from claycore.materials import moisture
from claycore.measure.errors import ClayError
from claycore.measure.replicates import Record, Spread
from claycore.measure.uncertainty import Measured
from claycore.testing import absorption, pyroplasticity
from claycore.testing.bars import Bar, FiredBar, bar_results
from claycore.testing.results import RESULTS, clay_results
from claycore.testing.soaking import METHODS, SaturationPart
from tests.core.testing.making_bars import bar, fired, g, mm


def as_ufloat(measured):
    return ufloat(measured.value, measured.step / 12**0.5)


def same(estimate, reference):
    assert estimate.value == pytest.approx(reference.n)
    assert estimate.u95 == pytest.approx(2 * reference.s)


def test_a_bar_through_bisque_and_glaze_firing():
    """Worked by hand: 100 → 94 → 92 → 88 mm; 112 → 88 → 82 → 80 g; 92 and 81.2 g soaked."""
    found = bar_results(bar("B1", fired("04", 8, 12.195, mass=82), fired("6", 12, 1.5)))
    assert found.drying.value == pytest.approx(6)
    assert found.water_of_plasticity.value == pytest.approx(100 * 24 / 88)
    bisque, glaze = found.fired
    assert bisque.firing.value == pytest.approx(100 * 2 / 94)
    assert bisque.loss_on_ignition.value == pytest.approx(100 * 6 / 88)
    assert glaze.total.value == pytest.approx(12)
    assert glaze.volume_total.value == pytest.approx(100 * (1 - 0.88**3))
    assert glaze.loss_on_ignition.value == pytest.approx(100 * 8 / 88)
    assert bisque.soaks["boil_soak"].absorption.value == pytest.approx(12.195)
    assert glaze.soaks["boil_soak"].absorption.value == pytest.approx(1.5)
    assert not found.problems


def test_every_uncertainty_is_that_of_the_uncertainties_package():
    dry, wet, hung = g(80.31), g(84.12, 0.1), g(48.05)
    d, m, s = map(as_ufloat, (dry, wet, hung))
    found = absorption.absorption(dry, wet, hung)
    same(found.absorption, 100 * (m - d) / d)
    same(found.apparent_porosity, 100 * (m - d) / (m - s))
    same(found.bulk_density, d / (m - s))
    same(found.apparent_specific_gravity, d / (d - s))
    cold = g(83.02, 0.1)
    same(absorption.saturation_coefficient(dry, cold, wet), (as_ufloat(cold) - d) / (m - d))
    h, sag, span = mm(9.8), mm(3.4), mm(100.0, 0.5)
    same(
        pyroplasticity.index(h, sag, span),
        as_ufloat(h) ** 2 * as_ufloat(sag) / as_ufloat(span) ** 4,
    )
    plastic, bone_dry = g(112), g(88)
    w, b = as_ufloat(plastic), as_ufloat(bone_dry)
    same(moisture.water_of_plasticity(plastic, bone_dry), 100 * (w - b) / b)


def test_porosity_against_drawn_readings():
    """200,000 draws of three rectangular displays: the interval holds about 95 % of them."""
    rng = np.random.default_rng(4)
    dry, wet, hung = (value + rng.uniform(-0.05, 0.05, 200_000) for value in (40.3, 42.1, 24.2))
    drawn = 100 * (wet - dry) / (wet - hung)
    found = absorption.absorption(g(40.3, 0.1), g(42.1, 0.1), g(24.2, 0.1)).apparent_porosity
    assert found.u95 == pytest.approx(2 * drawn.std(), rel=0.01)
    inside = np.mean(np.abs(drawn - found.value) <= found.u95)
    assert 0.94 < inside < 0.98


def test_no_dry_reading_found_out_after_the_firing():
    found = bar_results(bar("B1", fired("6", 12, 1.5), length_dry=None, mass_dry=None))
    assert found.drying is found.fired[0].firing is found.fired[0].loss_on_ignition is None
    assert found.fired[0].total.value == pytest.approx(12)
    assert found.fired[0].soaks["boil_soak"].absorption.value == pytest.approx(1.5)
    assert "has no bone-dry readings, so it gives no" in found.gaps[0]
    assert not found.problems


def test_half_a_bar_has_half_a_line_but_soaks_as_well():
    found = bar_results(bar("B1", fired("6", 52, 1.5, mass=38, remarks=["broken"])))
    (after,) = found.fired
    assert after.total is after.firing is after.loss_on_ignition is None
    assert after.soaks["boil_soak"].absorption.value == pytest.approx(1.5)
    assert found.drying.value == pytest.approx(6)


def test_broken_once_is_broken_in_every_firing_after():
    first, second = bar_results(
        bar("B1", fired("04", 8, 9, remarks=["broken"]), fired("6", 12, 1.5))
    ).fired
    assert first.total is second.total is None


def test_what_cannot_be_is_said_and_left_out():
    found = bar_results(bar("B1", fired("6", 12, -3)))
    assert not found.fired[0].soaks
    assert "B1 at cone 6: The soaked weight is less than the dry weight" in found.problems[0]
    damp = bar_results(bar("B2", mass_wet=80))
    assert damp.water_of_plasticity is None
    assert "B2: The dry weight must be less" in damp.problems[0]


def test_soaked_without_a_dry_weight_says_so():
    only_soaked = FiredBar("6", soaked={"boil_soak": g(82)})
    found = bar_results(Bar("B1", mm(100), firings=(only_soaked,)))
    assert any("dry" in problem for problem in found.problems)


def test_the_saturation_coefficient_rests_on_the_5_h_boil_where_there_is_one():
    """ASTM C67, from memory: cold soak over 5 h boil. A boil and soak stands in, and is named."""
    soaked = {"cold_soak": g(84), "boil_soak": g(88)}
    both = {**soaked, "boil_5h": g(85)}
    at = clay_results([Bar("B1", mm(100), firings=(FiredBar("04", mass=g(80), soaked=both),))])
    assert at.cones[0].saturation.value == pytest.approx(0.8)
    assert at.cones[0].saturated.method == "boil_5h"
    at = clay_results([Bar("B1", mm(100), firings=(FiredBar("04", mass=g(80), soaked=soaked),))])
    assert at.cones[0].saturation.value == pytest.approx(0.5)
    assert at.cones[0].saturated.method == "boil_soak"
    assert METHODS["boil_soak"].saturation == SaturationPart.STANDS_IN


def test_a_saturation_coefficient_of_noise_is_none():
    assert absorption.saturation_coefficient(g(229, 1), g(229, 1), g(229, 1)) is None


def test_the_soak_that_fills_the_pores_most_surely_is_judged_by():
    soaked = {"cold_soak": g(81.2), "boil_soak": g(82)}
    found = clay_results([Bar("B1", mm(100), firings=(FiredBar("6", mass=g(80), soaked=soaked),))])
    at = found.at("6")
    assert at.soaked.method == "boil_soak"
    assert at.saturation.value == pytest.approx(0.6)


def test_fired_twice_to_one_cone_only_the_last_counts():
    found = clay_results([bar("B1", fired("6", 10, 4), fired("6", 12, 2))])
    assert found.at("6").total.value == pytest.approx(12)
    assert found.at("6").bars == 1


def test_cones_are_in_the_order_of_their_heat_whatever_order_they_were_fired_in():
    bars = [
        bar("B1", fired("10", 13, 1)),
        bar("B2", fired("04", 8, 9)),
        bar("B3", fired("6", 12, 2)),
    ]
    assert [at.cone for at in clay_results(bars).cones] == ["04", "6", "10"]


def test_a_bar_fired_cooler_after_hotter_says_nothing_of_the_cooler_cone():
    """The heat of the hotter firing stays in; a firing hotter again counts."""
    found = clay_results([bar("B1", fired("6", 12, 2), fired("04", 12, 2), fired("10", 13, 1))])
    assert [at.cone for at in found.cones] == ["6", "10"]
    assert found.problems == (
        "B1 was fired to cone 6 before cone 04, so its readings after cone 04 are not counted.",
    )


def test_a_thicker_bar_sags_less_and_compares_the_same():
    """Twice the thickness sags a quarter: the same index."""
    thin = pyroplasticity.index(mm(5), mm(4), mm(100))
    thick = pyroplasticity.index(mm(10), mm(1), mm(100))
    assert thin.value == pytest.approx(thick.value) == pytest.approx(25 * 4 / 100**4)
    with pytest.raises(ClayError) as caught:
        pyroplasticity.index(mm(5), Measured(-1, 0.1), mm(100))
    assert caught.value.field == "sag"


def test_different_scales_for_the_two_weighings():
    fine, coarse = Measured(80, 0.01), Measured(82, 1)
    assert absorption.percent(fine, coarse).u95 == pytest.approx(2 * 100 / 80 / 12**0.5, rel=1e-3)


def test_one_bar_alone_carries_the_spread_of_its_like():
    one = bar("B1", fired("6", 12, 1.5))
    own = bar_results(one).fired[0].soaks["boil_soak"].absorption
    found = clay_results([one]).at("6").absorption
    assert (found.value, found.count) == (own.value, 1)
    assert found.instruments_u95 == pytest.approx(own.u95)
    assert found.u95 > own.u95


def test_a_set_leans_on_all_other_sets_of_the_clay_and_of_the_studio():
    even = [bar(f"E{n}", fired("04", 8, 9.0)) for n in range(8)]
    uneven = [bar(f"U{n}", fired("04", 8, 9.0 + n)) for n in range(8)]
    lone = bar("B1", fired("6", 12, 1.5))
    u95 = [clay_results([*others, lone]).at("6").absorption.u95 for others in (even, [], uneven)]
    assert u95 == sorted(u95)
    elsewhere = {("absorption", "boil_soak"): Record(30, 10, 20 * 0.4**2)}
    assert clay_results([lone], elsewhere).at("6").absorption.u95 > 2 * u95[1]


def test_a_set_is_not_counted_twice():
    """Its own squares are in its own variance, not in what is known of its like as well."""
    bars = [bar(f"B{n}", fired("6", 12, pct)) for n, pct in enumerate((2.0, 2.6, 3.2))]
    found = clay_results(bars)
    figure = ("absorption", "boil_soak")
    alone = found.sets["6", figure].estimate(Spread(RESULTS["absorption"].usual))
    assert found.at("6").absorption == alone
    assert found.spreads[figure].record == Record(3, 1, found.sets["6", figure].squares)


def test_bars_of_one_cone_from_two_atmospheres_are_named():
    bars = [
        Bar("B1", mm(100), firings=(FiredBar("10", mm(88)),)),
        Bar("B2", mm(100), firings=(FiredBar("10", mm(87), reduced=True),)),
    ]
    mixed = "Cone 10 was fired in oxidation and in reduction."
    assert any(said.startswith(mixed) for said in clay_results(bars).problems)
    assert not any(said.startswith(mixed) for said in clay_results(bars[:1]).problems)
