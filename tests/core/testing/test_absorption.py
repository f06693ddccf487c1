"""Definitions: ASTM C373 and C20. Check values: common practice."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from uncertainties import ufloat

from claycore.judging import limits
from claycore.judging import vitrification as v
from claycore.measure.errors import ClayError, UnknownChoice
from claycore.measure.uncertainty import Estimate, Measured
from claycore.testing import absorption as a
from claycore.testing import soaking


def of(dry, wet, step):
    return a.percent(Measured(dry, step), Measured(wet, step))


def test_a_cup_that_reads_the_same_is_not_zero():
    """229 g on a 1 g scale and 229 g again: 0 ± 0.36 %, passes 1.5 %, cannot confirm 0.1 %."""
    found = of(229, 229, 1)
    assert found.value == 0
    assert found.u95 == pytest.approx(0.36, abs=0.005)
    assert a.against_limit(found, 1.5) == a.AgainstLimit.WITHIN
    assert a.against_limit(found, 0.1) == a.AgainstLimit.NOT_DECIDED


def test_uncertainty_agrees_with_the_uncertainties_package():
    u = 0.1 / 12**0.5
    dry, wet = ufloat(83.4, u), ufloat(84.2, u)
    assert of(83.4, 84.2, 0.1).u95 == pytest.approx(2 * (100 * (wet - dry) / dry).s)


def test_hung_in_water():
    """Worked by hand from ASTM C373's definitions: D 100, M 104, S 60."""
    found = a.absorption(Measured(100, 0.01), Measured(104, 0.01), Measured(60, 0.01))
    assert found.absorption.value == pytest.approx(4)
    assert found.apparent_porosity.value == pytest.approx(100 * 4 / 44)
    assert found.bulk_density.value == pytest.approx(100 / 44)
    assert found.apparent_specific_gravity.value == pytest.approx(2.5)
    porosity = found.absorption.value * found.bulk_density.value
    assert found.apparent_porosity.value == pytest.approx(porosity)


def test_lighter_when_soaked_is_an_error_in_the_record():
    with pytest.raises(ClayError) as caught:
        of(229, 227, 1)
    assert caught.value.field == "wet"
    assert of(229, 228.9, 1).value < 0  # the scale can explain that


@pytest.mark.parametrize("suspended", [100, 104, 120])
def test_hung_masses_that_cannot_be(suspended):
    with pytest.raises(ClayError) as caught:
        a.absorption(*(Measured(mass, 0.1) for mass in (100, 104, suspended)))
    assert caught.value.field == "suspended"


def test_an_unknown_method():
    with pytest.raises(UnknownChoice) as caught:
        soaking.method("steam")
    assert caught.value.field == "method"


estimates = st.builds(Estimate, st.floats(0, 30), st.floats(0, 5))


@given(estimates, st.floats(0, 20), st.floats(0, 5))
def test_more_water_never_turns_over_into_within(found, limit, more):
    wetter = Estimate(found.value + more, found.u95)
    ranks = {a.AgainstLimit.WITHIN: 0, a.AgainstLimit.NOT_DECIDED: 1, a.AgainstLimit.OVER: 2}
    assert ranks[a.against_limit(wetter, limit)] >= ranks[a.against_limit(found, limit)]


@given(estimates, st.floats(0, 20), st.floats(0, 5))
def test_a_worse_measurement_never_decides_what_a_better_one_left_open(found, limit, wider):
    worse = Estimate(found.value, found.u95 + wider)
    if a.against_limit(found, limit) == a.AgainstLimit.NOT_DECIDED:
        assert a.against_limit(worse, limit) == a.AgainstLimit.NOT_DECIDED


@given(st.floats(0, 15), st.floats(0.1, 15), st.sampled_from([0.01, 0.1, 1]))
def test_the_mass_that_would_decide_decides(pct, limit, step):
    mass = a.mass_that_would_decide(pct, limit, step)
    if mass is None or not 1 < mass < 1e6:
        return
    dry = mass * 1.001
    assert (
        a.against_limit(of(dry, dry * (1 + pct / 100), step), limit) != a.AgainstLimit.NOT_DECIDED
    )


@pytest.mark.parametrize(
    ("found", "outcome", "expected"),
    [
        (
            Estimate(3.1, 0.4),
            "over",
            "3.1 ± 0.4 % is over 1.5 % for stoneware: not vitrified at cone 6",
        ),
        (Estimate(0.9, 0.3), "within", "0.9 ± 0.3 % is within 1.5 % for stoneware: vitrified"),
        (
            Estimate(1.4, 0.3),
            "not_decided",
            "could be either side of 1.5 % for stoneware: too close to call",
        ),
    ],
)
def test_the_verdict_says_why(found, outcome, expected):
    verdict = v.verdict(found, limits.usual_limits("stoneware", limits.School.STRICT), "6", 0.1)
    assert verdict.outcome == outcome
    assert expected in verdict.reason
    assert bool(verdict.would_decide) is (outcome == "not_decided")


def test_a_range_quoted_for_ware_as_found_describes_and_approves_nothing():
    """A stoneware mug at 4 % seeps, though such mugs are found. Common practice."""

    def told(found, school="loose"):
        return v.verdict(found, limits.usual_limits("stoneware", school), "6", 0.1)

    found = Estimate(4.1, 0.3)
    assert told(found, "strict").outcome == "over"
    assert told(found).outcome == "not_decided"
    assert "2–6 %): such ware is found, which does not make it dense enough" in told(found).reason
    assert told(found).would_decide == "Hold it against the strict limit, at most 1.5 %."
    assert told(Estimate(1.0, 0.3)).outcome == "within"
    assert told(Estimate(7.0, 0.3)).outcome == "over"


def test_every_ware_has_a_limit_under_every_school():
    for ware in limits.WARES:
        strict, loose = (limits.limit(ware, school).high_pct for school in limits.SCHOOLS)
        assert 0 < strict < loose
    with pytest.raises(UnknownChoice):
        limits.limit("glass", limits.School.STRICT)


@pytest.mark.parametrize(
    ("found", "words"),
    [
        (Estimate(0.5, 0), "is at most 0.5 %."),
        (Estimate(3, 0), "is 0.5–3 %."),
        (Estimate(100 * (103 / 100 - 1), 0), "is 0.5–3 %."),
        (Estimate(3.001, 0), "is 3–6 %."),
        (Estimate(5.5, 0.4), "is 3–6 %."),
        (Estimate(0.51, 0), "is 0.5–3 %."),
        (Estimate(6, 0), "is 3–6 %."),
        (Estimate(6.01, 0), "is 6–10 %."),
        (Estimate(10, 0), "is 6–10 %."),
        (Estimate(10.01, 0), "is over 10 %."),
        (Estimate(11, 0.5), "is over 10 %."),
        (Estimate(2.8, 0.4), "is inconclusive: its ± reaches from 0.5–3 % to 3–6 %."),
        (Estimate(-0.1, 0.3), "is at most 0.5 %."),
    ],
)
def test_tile_classes_of_iso_13006(found, words):
    """The classes are 'over 0.5 up to 3' and so on: a figure on the edge is in the lower."""
    assert v.tile_class(found, "6").endswith(f"its class after cone 6 {words}")


def test_the_mass_that_would_decide_by_hand():
    """4 % against a limit of 3 % on a scale of 0.1 g: 200 · 0.1/√12 · √(1 + 1.04²) / 1 = 8.33 g."""
    assert a.mass_that_would_decide(4, 3, 0.1) == pytest.approx(8.33, abs=0.005)
    assert a.mass_that_would_decide(3, 3, 0.1) is None
