"""Verdicts, mending, labels and fit. Rules and figures: common practice."""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.judging import claims, fit, mending
from claycore.judging import verdict as cv
from claycore.judging.firing_range import firing_range
from claycore.judging.limits import Limits, limit
from claycore.judging.outcomes import Outcome, at_least, at_most
from claycore.judging.purposes import PURPOSES, Purpose
from claycore.judging.rules import Evidence
from claycore.measure.errors import ClayError
from claycore.measure.uncertainty import Estimate
from claycore.testing.field_notes import FieldNotes, layer_shares, readings, yield_of
from claycore.testing.results import clay_results
from tests.core.testing.making_bars import bar, fired, run

GOOD = (("04", 7, 11), ("1", 9, 6), ("6", 12, 1.0), ("10", 12.2, 0.6))
STRICT = Limits(limit("stoneware", "strict"))
LOOSE = Limits(limit("stoneware", "loose"))
FINE = FieldNotes(greasy_pct=80, coil="bends", acid="none", throws="pleasant")


def evidence(*rows, cone="6", notes=FINE, limits=STRICT, **more):
    found = clay_results(run(*rows))
    return Evidence(
        found, firing_range(found.cones, limits.absorption.high_pct), cone, notes, **more
    )


def outcome(verdict, code):
    return next(line.outcome for line in verdict.lines if line.code == code)


def test_a_clay_worth_keeping_for_tableware():
    found = cv.verdict(evidence(*GOOD), STRICT, "tableware")
    assert found.overall == cv.Overall.KEEP
    assert {line.outcome for line in found.lines if line.matters} == {Outcome.PASSES}


def test_too_wet_for_tableware_and_fine_for_sculpture():
    open_body = evidence(("04", 5, 14), ("6", 7, 8), cone="6")
    assert cv.verdict(open_body, STRICT, "tableware").overall == cv.Overall.MEND
    assert outcome(cv.verdict(open_body, STRICT, "tableware"), "absorption") == Outcome.FAILS
    assert cv.verdict(open_body, STRICT, "sculpture").overall == cv.Overall.KEEP


def test_the_other_school_changes_only_what_it_has_another_limit_for():
    between = evidence(("04", 5, 14), ("6", 11, 4), cone="6")
    strict = cv.verdict(between, STRICT, "tableware")
    loosely = replace(between, range=firing_range(between.results.cones, 6))
    loose = cv.verdict(loosely, LOOSE, "tableware")
    assert (strict.overall, loose.overall) == (cv.Overall.MEND, cv.Overall.KEEP)
    said = cv.by_another_school(strict, loose, "loose")
    assert said == "By the loose limits absorption would pass, maturing would pass: keep it."
    assert cv.by_another_school(strict, strict, "loose") == ""


def test_shrinks_wildly_like_a_bentonite():
    wild = clay_results([bar("B1", fired("6", 19, 1), length_dry=89)])
    found = cv.verdict(Evidence(wild, firing_range(wild.cones, 1.5), "6", FINE), STRICT, "throwing")
    assert {"dries_sound", "total"} == {
        line.code for line in found.lines if line.matters and line.outcome == Outcome.FAILS
    }
    assert found.overall == cv.Overall.MEND


def test_much_against_it_is_for_slip():
    poor = FieldNotes(greasy_pct=40, coil="cracks_at_once", acid="none", throws="unpleasant")
    assert cv.verdict(evidence(*GOOD, notes=poor), STRICT, "throwing").overall == cv.Overall.AS_SLIP
    assert cv.verdict(evidence(*GOOD, notes=poor), STRICT, "slip").overall == cv.Overall.AS_SLIP


def test_lime_that_also_crumbles_is_left():
    limy = FieldNotes(acid="strong")
    crumbling = evidence(("6", 5, 12, ["crumbles"]), notes=limy)
    assert cv.verdict(crumbling, STRICT, "sculpture").overall == cv.Overall.LEAVE


def test_what_still_fails_with_much_added_is_given_up():
    blend = evidence(("04", 5, 14), ("6", 7, 8), as_dug_pct=65)
    assert cv.verdict(blend, STRICT, "tableware").overall == cv.Overall.AS_SLIP


def test_nothing_tested_decides_nothing():
    found = cv.verdict(evidence(cone=None, notes=FieldNotes()), STRICT, "throwing")
    assert found.overall == Outcome.NOT_DECIDED
    assert "total shrinkage" in found.reason


def test_bloating_counts_from_its_cone_on():
    rows = (("04", 8, 9), ("6", 12, 0.9), ("10", 9, 4.6))
    at_6 = cv.verdict(evidence(*rows, cone="6"), STRICT, "tableware")
    at_10 = cv.verdict(evidence(*rows, cone="10"), STRICT, "tableware")
    assert (outcome(at_6, "no_bloating"), outcome(at_10, "no_bloating")) == (
        Outcome.PASSES,
        Outcome.FAILS,
    )


@given(st.floats(0, 20), st.floats(0, 3), st.floats(0, 20), st.floats(0, 5))
def test_at_least_mirrors_at_most(value, u95, least, wider):
    found = at_least(Estimate(value, u95), least)
    assert found == at_most(Estimate(-value, u95), -least)
    if found == Outcome.NOT_DECIDED:
        assert at_least(Estimate(value, u95 + wider), least) == Outcome.NOT_DECIDED


def test_every_rule_has_its_reason_and_every_purpose_its_verdict():
    for purpose in PURPOSES:
        found = cv.verdict(evidence(*GOOD), STRICT, purpose)
        assert all(line.why and line.finding.limit and line.title for line in found.lines)
        assert found.overall in cv.OVERALL


def test_why_a_rule_matters_is_told_for_the_purpose():
    """Absorption harbours food on a plate and freezes in a wall."""

    def why(purpose):
        found = cv.lines(evidence(("6", 12, 1.0)), STRICT, purpose)
        return next(line.why for line in found if line.code == "absorption")

    assert "food" in why(Purpose.TABLEWARE)
    assert "freezes" in why(Purpose.BRICK)


def test_mends_are_those_of_what_fails():
    open_body = cv.verdict(evidence(("04", 5, 14), ("6", 7, 8)), STRICT, "tableware")
    codes = [mend.code for mend in mending.mends(open_body.lines)]
    assert codes == ["red_clay", "flux", "fire_higher"]
    cooler = mending.mends(open_body.lines, spoilt_when_hotter=True)
    assert "fire_higher" not in [mend.code for mend in cooler]
    assert mending.mends(open_body.lines)[0].as_dug_pct == (90, 70)


def test_what_helps_against_two_things_is_named_once():
    short = FieldNotes(coil="cracks_at_once")
    stiff = cv.verdict(
        evidence(("6", 12, 1.0), notes=short), replace(STRICT, drying_least_pct=8), "throwing"
    )
    (ball_clay,) = [m for m in mending.mends(stiff.lines) if m.code == "ball_clay"]
    assert ball_clay.against == "short, not plastic enough"


def test_a_blend_is_guessed_by_its_parts():
    """80 : 20 of 14 ± 1 and 8 ± 2: 12.8, ± √(0.8² + 0.4²)."""
    parts = [
        mending.BlendPart(80, Estimate(14, 1), Estimate(6, 0.5)),
        mending.BlendPart(20, Estimate(8, 2), None),
    ]
    found = mending.blend_guess(parts)
    assert found.total.value == pytest.approx(12.8)
    assert found.total.u95 == pytest.approx((0.8**2 + 0.4**2) ** 0.5)
    assert found.absorption is None
    with pytest.raises(ClayError):
        mending.blend_guess(parts[:1])


def test_sold_as_cone_6_to_10_and_open_at_6():
    found = clay_results(run(("6", 10, 4.1), ("9", 12, 1.0), ("10", 12.2, 0.6)))
    claim = claims.Claim("6", "10", total_pct=12, absorption_pct=2)
    ranges = firing_range(found.cones, 1.5)
    cones_line, shrinkage_line, absorption_line = claims.check_claim(claim, found, ranges, 1.5)
    assert cones_line.outcome == claims.ClaimOutcome.DOES_NOT_HOLD
    assert cones_line.sentence == (
        "Sold as cone 6–10; at 6 it took up 4.1 ± 0.3 %: treat it as a cone 9–10 body."
    )
    assert shrinkage_line.sentence.startswith("Label: 12 % total shrinkage; measured at cone 10")
    assert "measured at cone 10: 0.60" in absorption_line.sentence


@pytest.mark.parametrize(
    ("claim", "outcome"),
    [
        ({"total_pct": 12}, claims.ClaimOutcome.HOLDS),
        ({"total_pct": 12.8}, claims.ClaimOutcome.DOES_NOT_HOLD),
        ({"total_pct": 13}, claims.ClaimOutcome.DOES_NOT_HOLD),
        ({"absorption_pct": 2}, claims.ClaimOutcome.HOLDS),
        ({"absorption_pct": 0.3}, claims.ClaimOutcome.DOES_NOT_HOLD),
    ],
)
def test_a_label_is_printed_in_round_figures_and_taking_up_less_is_no_fault(claim, outcome):
    """12.2 % is a label's 12 (11.5 to 12.5), and not its 12.8."""
    found = clay_results(run(("10", 12.2, 0.6)))
    (line,) = claims.check_claim(claims.Claim(**claim), found, firing_range(found.cones, 1.5), 1.5)
    assert line.outcome == outcome


@pytest.mark.parametrize(
    ("rows", "expected"),
    [
        ((("6", 12, 1.0),), claims.ClaimOutcome.HOLDS),
        ((("6", 10, 4.1),), claims.ClaimOutcome.DOES_NOT_HOLD),
        ((("04", 8, 9),), claims.ClaimOutcome.NOT_DECIDED),
        ((("6", 12, 1.5),), claims.ClaimOutcome.NOT_DECIDED),
        ((("6", 12, 1.0), ("10", 8, 5)), claims.ClaimOutcome.DOES_NOT_HOLD),
    ],
)
def test_claims_held(rows, expected):
    found = clay_results(run(*rows))
    (line,) = claims.check_claim(
        claims.Claim("6", "10"), found, firing_range(found.cones, 1.5), 1.5
    )
    assert line.outcome == expected


@pytest.mark.parametrize(
    ("guest", "ground", "expected"),
    [
        (Estimate(12, 0.2), Estimate(12.3, 0.2), fit.FitOutcome.COMFORTABLE),
        (Estimate(13.3, 0.2), Estimate(12, 0.2), fit.FitOutcome.RISKY),
        (Estimate(15, 0.2), Estimate(12, 0.2), fit.FitOutcome.APART),
        (Estimate(13.5, 1), Estimate(12, 1), fit.FitOutcome.NOT_DECIDED),
        (None, Estimate(12, 1), fit.FitOutcome.NOT_MEASURED),
    ],
)
def test_two_clays_on_each_other(guest, ground, expected):
    assert fit.fit("drying", guest, ground).outcome == expected


def test_a_slip_that_shrinks_more_crazes_and_one_that_shrinks_less_shells_off():
    more = fit.fit("firing", Estimate(15, 0.2), Estimate(12, 0.2))
    less = fit.fit("firing", Estimate(9, 0.2), Estimate(12, 0.2))
    assert "crazes and flakes" in more.sentence
    assert "shells off" in less.sentence
    assert (
        fit.worst([more, fit.fit("drying", Estimate(6, 0.1), Estimate(6, 0.1))])
        == fit.FitOutcome.APART
    )


def test_what_the_field_sheet_says():
    said = {w.code for w in readings(FieldNotes(60, "cracks_at_once", "strong", "unpleasant"))}
    assert said == {"unpleasant", "gritty", "short", "lime"}
    assert not readings(FINE)
    assert layer_shares(FieldNotes(sand_mm=10, silt_mm=30, clay_mm=60)) == {
        "sand": 10,
        "silt": 30,
        "clay": 60,
    }
    assert layer_shares(FieldNotes(sand_mm=10)) is None
    assert yield_of(8000, 5200, 6.5).pct == 65
    assert yield_of(8000, 5000, 6.5).water_l_per_kg == pytest.approx(1.3)
