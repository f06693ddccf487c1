"""Whatever is read off bars and whatever is missing: what must hold of what they say.

Outside: numpy's draws of replicates (fixed seeds), for how often an interval holds the truth.
"""

import math
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.firing import cones
from claycore.judging import verdict as cv
from claycore.judging.adjustment_suggestions import suggestions
from claycore.judging.evidence import Evidence
from claycore.judging.firing_range import MaturityOutcome, firing_range
from claycore.judging.limits import usual_limits
from claycore.judging.outcomes import Outcome, at_most
from claycore.judging.purposes import PURPOSES, Purpose
from claycore.measure.uncertainty import Estimate, Measured
from claycore.testing.bar_checks import unlikely_readings
from claycore.testing.bars import REMARKS, Bar, FiredBar
from claycore.testing.results import RESULTS, clay_results
from claycore.testing.soaking import METHODS
from tests.core.testing.making_bars import bar, fired, run

STRICT = usual_limits("stoneware", "strict")

steps = st.sampled_from([0.01, 0.1, 0.5, 1.0])
lengths = st.builds(Measured, st.floats(1, 400), steps)
masses = st.builds(Measured, st.floats(0.5, 2000), steps)
by_method = st.dictionaries(st.sampled_from(sorted(METHODS)), masses, max_size=3)
remarks = st.frozensets(st.sampled_from(sorted(REMARKS)), max_size=3)
firings = st.builds(
    FiredBar,
    st.sampled_from(["04", "1", "6", "10"]),
    length=st.none() | lengths,
    mass=st.none() | masses,
    soaked=by_method,
    hung=by_method,
    sag=st.none() | st.builds(Measured, st.floats(0, 50), steps),
    thickness=st.none() | lengths,
    remarks=remarks,
)
bars = st.builds(
    Bar,
    st.sampled_from(["A1", "A2", "A3", "A4"]),
    length_wet=lengths,
    mass_wet=st.none() | masses,
    length_dry=st.none() | lengths,
    mass_dry=st.none() | masses,
    span=st.none() | lengths,
    remarks=remarks,
    firings=st.lists(firings, max_size=4).map(tuple),
)


@given(st.lists(bars, max_size=4))
def test_any_record_however_wrong_gives_figures_doubts_and_a_verdict(record):
    """Nothing a person can type stops the page; every figure told has a finite ±."""
    found = clay_results(record)
    told = [result.of(found) for result in RESULTS.values() if not result.at_cone]
    told += [result.of(at) for at in found.cones for result in RESULTS.values() if result.at_cone]
    for estimate in filter(None, told):
        assert math.isfinite(estimate.value)
        assert math.isfinite(estimate.u95)
        assert estimate.u95 >= 0
    assert all(odd.bar in {b.code for b in record} for odd in unlikely_readings(record))
    ranges = firing_range(found.cones, 1.5)
    cone = found.cones[-1].cone if found.cones else None
    for purpose in PURPOSES:
        evidence = Evidence(found, ranges, cone)
        judged = cv.verdict(evidence, STRICT, purpose)
        assert judged.overall in cv.OVERALL
        for one in suggestions(judged, evidence, STRICT):
            assert one.because


@given(st.permutations(run(("04", 8, 9), ("6", 12, 1.2), ("10", 12.4, 0.7))))
def test_the_order_of_the_bars_does_not_matter(shuffled):
    usual = clay_results(run(("04", 8, 9), ("6", 12, 1.2), ("10", 12.4, 0.7)))
    found = clay_results(shuffled)
    assert [at.cone for at in found.cones] == [at.cone for at in usual.cones]
    for one, other in zip(found.cones, usual.cones, strict=True):
        assert one.absorption.value == pytest.approx(other.absorption.value)
        assert one.total.u95 == pytest.approx(other.total.u95)


@given(st.floats(0.2, 12), st.floats(0.5, 12))
def test_drying_and_firing_compound_to_the_total(drying_pct, firing_pct):
    """(1 − total) = (1 − drying)(1 − firing), on every bar. Source: ASTM C326."""
    dry = 100 - drying_pct
    one = bar("B1", fired("6", 100 - dry * (1 - firing_pct / 100)), length_dry=dry)
    found = clay_results([one])
    left = (1 - found.drying.value / 100) * (1 - found.at("6").firing.value / 100)
    assert 1 - found.at("6").total.value / 100 == pytest.approx(left)


def test_a_coarse_scale_is_not_made_fine_by_bars_that_happen_to_agree():
    """Three equal readings of a 1 g display still carry its step: 2/√12 over √3, in percent."""
    soaked = [replace(fired("6", mass=80), soaked={"boil_soak": Measured(82, 1)}) for _ in range(3)]
    coarse = [replace(one, mass=Measured(80, 1)) for one in soaked]
    found = clay_results([bar(f"B{n}", one) for n, one in enumerate(coarse)]).at("6").absorption
    one_bar = 2 * 100 / 80 * math.hypot(1, 82 / 80) / math.sqrt(12)
    assert found.u95 == pytest.approx(one_bar / math.sqrt(3), rel=1e-6)


@given(st.floats(0.2, 8), st.floats(0, 3), st.floats(0.1, 8))
def test_no_rule_passes_that_a_wider_interval_would_leave_open(value, u95, most):
    narrow = at_most(Estimate(value, u95), most)
    wide = at_most(Estimate(value, u95 + 1), most)
    assert wide in (narrow, Outcome.NOT_DECIDED)


@given(st.floats(0.01, 20), st.floats(0.1, 5))
def test_a_verdict_on_absorption_is_never_better_for_a_wetter_clay(absorbed, more):
    order = (Outcome.PASSES, Outcome.NOT_DECIDED, Outcome.FAILS)

    def outcome(pct):
        found = clay_results(run(("6", 12, pct)))
        evidence = Evidence(found, firing_range(found.cones, 1.5), "6")
        lines = cv.lines(evidence, STRICT, Purpose.TABLEWARE)
        return order.index(next(line.outcome for line in lines if line.code == "absorption"))

    assert outcome(absorbed + more) >= outcome(absorbed)


@given(st.sets(st.sampled_from(["04", "02", "1", "4", "6", "8", "10"]), min_size=2, max_size=5))
def test_a_clay_within_at_every_tested_cone_is_claimed_for_no_cooler_one(names):
    rows = [(name, 10 + n, 1.0) for n, name in enumerate(sorted(names, key=cones.order))]
    found = firing_range(clay_results(run(*rows)).cones, 1.5)
    assert found.maturity.outcome == MaturityOutcome.REACHED
    assert found.maturity.cone == rows[0][0]
    assert found.maturity.low_c is None
    assert found.best == tuple(name for name, *_ in rows)
