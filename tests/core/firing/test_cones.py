"""Cones: their order and their charted temperatures."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.firing import cones
from claycore.measure.errors import ClayError, UnknownChoice


def test_cones_run_from_022_to_14():
    assert cones.CONES[0] == "022"
    assert cones.CONES[-1] == "14"
    assert cones.order("01") < cones.order("1")
    assert cones.order("5") < cones.order("5.5") < cones.order("6")
    temperatures = [cones.temperature_c(cone) for cone in cones.CONES]
    assert temperatures == sorted(temperatures)
    assert cones.temperature_c("6") == 1222
    # The published charts' column for 60 °C/h, from memory; 590, 617 and 638 stand under 150.
    assert [cones.temperature_c(cone) for cone in ("022", "021", "020", "019")] == [
        586,
        600,
        626,
        678,
    ]
    with pytest.raises(UnknownChoice):
        cones.check("15")


# The published charts' columns for 15, 60 and 150 °C/h, from memory.
CHART = {
    "019": (656, 678, 695),
    "010": (891, 903, 915),
    "06": (981, 998, 1013),
    "04": (1046, 1063, 1077),
    "1": (1109, 1137, 1154),
    "5.5": (1167, 1203, 1225),
    "6": (1185, 1222, 1243),
    "10": (1251, 1285, 1305),
    "14": (1351, 1365, 1384),
}
RATES = st.floats(cones.CHARTED_RATES[0], cones.CHARTED_RATES[-1])


@pytest.mark.parametrize("name", CHART)
def test_the_chart_comes_back_at_its_own_rates(name):
    for rate, temperature in zip(cones.CHARTED_RATES, CHART[name], strict=True):
        found = cones.bends_at(name, rate)
        assert found.temperature_c == pytest.approx(temperature)
        assert found.charted


def test_halfway_on_the_logarithm_is_halfway_between_the_columns():
    halfway = math.sqrt(60 * 150)
    assert cones.bends_at("6", halfway).temperature_c == pytest.approx((1222 + 1243) / 2)


@given(RATES, RATES, st.sampled_from(cones.CONES))
def test_a_faster_firing_never_bends_a_cone_cooler(one, other, name):
    slow, fast = sorted((one, other))
    at = [cones.bends_at(name, rate).temperature_c for rate in (slow, fast)]
    assert at[0] <= at[1] + 1e-9


@given(RATES)
def test_at_any_charted_rate_the_cones_keep_their_order(rate):
    found = [cones.bends_at(name, rate) for name in cones.CONES]
    known = [bends.temperature_c for bends in found if bends.charted]
    assert known == sorted(known)


@pytest.mark.parametrize(("rate", "charted"), [(14, False), (15, True), (150, True), (151, False)])
def test_outside_the_chart_it_says_so(rate, charted):
    assert cones.bends_at("6", rate).charted is charted
    assert cones.bends_at("022", rate).charted is (rate == 150), "022 has no column for 15"


@given(RATES, st.sampled_from(cones.CONES[3:]))
def test_the_temperature_of_a_cone_leads_back_to_it(rate, name):
    there = cones.between(cones.bends_at(name, rate).temperature_c, rate)
    assert there.lower == name
    assert there.charted


def test_between_the_cones_and_past_the_ends():
    assert cones.between(1230) == cones.Between("6", "7", charted=True)
    assert cones.between(500) == cones.Between(None, "022", charted=True)
    assert cones.between(1500) == cones.Between("14", None, charted=True)


@pytest.mark.parametrize(
    ("ask", "field"),
    [
        (lambda: cones.bends_at("6", 0), "rate"),
        (lambda: cones.bends_at("6", 3000), "rate"),
        (lambda: cones.bends_at("15", 60), "cone"),
        (lambda: cones.between(-5), "temperature"),
        (lambda: cones.between(math.nan), "temperature"),
    ],
)
def test_what_cannot_be_is_refused_at_its_field(ask, field):
    with pytest.raises(ClayError) as raised:
        ask()
    assert raised.value.field == field


@pytest.mark.parametrize(
    ("name", "other"), [("6", "06"), ("06", "6"), ("05.5", "5.5"), ("022", None), ("14", "014")]
)
def test_a_slip_of_the_pen_makes_another_cone(name, other):
    assert cones.mistaken_for(name) == other
