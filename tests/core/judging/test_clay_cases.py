"""Clays judged by hand (cases/clay.toml): verdict, failing points, open ones and first advice."""

import tomllib
from pathlib import Path

import pytest

from claycore.judging import claims
from claycore.judging import verdict as cv
from claycore.judging.adjustment_suggestions import suggestions
from claycore.judging.evidence import Evidence
from claycore.judging.firing_range import best_cone, firing_range
from claycore.judging.limits import usual_limits
from claycore.judging.outcomes import Outcome
from claycore.testing.bars import FiredBar
from claycore.testing.field_notes import FieldNotes
from claycore.testing.results import clay_results
from tests.core.testing.making_bars import bar, fired, g, mm

CASES = tomllib.loads((Path(__file__).parent / "cases/clay.toml").read_text("utf-8"))["case"]
OPEN_FROM_PCT, OPEN_SHRINKS, DENSE_SHRINKS = 3, 8, 12


def bars_of(case):
    """Three bars a firing, each of its own, as the head of the file says."""
    drying = case.get("drying", 6)
    common = {"length_dry": 100 - drying, "remarks": frozenset(case.get("dry_seen", ["looked"]))}
    if not case["fired"]:
        return [bar(f"B{n}", **common) for n in range(2)]
    return [
        bar(
            f"{one['cone']}-{n}",
            firing_of(one, case.get("method", "boil_soak")),
            span=mm(one.get("span", 90)) if "sag" in one else None,
            **common,
        )
        for one in case["fired"]
        for n in range(one.get("bars", 3))
    ]


def test_the_cases_of_the_trade_are_all_here():
    """By number; C17 is of a page that says why its verdict moved."""
    numbers = {case["name"].split()[0] for case in CASES}
    assert {f"C{n}" for n in range(1, 23)} - numbers == {"C17"}


def firing_of(one, method):
    absorbs = one.get("absorbs")
    usual = OPEN_SHRINKS if absorbs and absorbs > OPEN_FROM_PCT else DENSE_SHRINKS
    seen = one.get("seen", ["looked"])
    made = fired(one["cone"], one.get("total", usual), absorbs, method=method, remarks=seen)
    more = {}
    if "sag" in one:
        more = {"sag": mm(one["sag"]), "thickness": mm(one.get("thick", 10))}
    if "cold" in one:
        more["soaked"] = {**made.soaked, "cold_soak": g(80 * (1 + one["cold"] / 100))}
    if "density" in one:
        wet = made.soaked[method].value
        more["hung"] = {method: g(wet - 80 / one["density"])}
    return FiredBar(**{**made.__dict__, **more})


def judged(case):
    found = clay_results(bars_of(case))
    limits = usual_limits(case.get("ware", "stoneware"), "strict")
    ranges = firing_range(found.cones, limits.dense.high_pct, limits.bending)
    is_dug = case.get("dug", True)
    evidence = Evidence(
        found,
        ranges,
        case.get("judged_at") or best_cone(found.cones, ranges),
        FieldNotes(
            smooth_pct=case.get("smooth", 80 if is_dug else None), acid=case.get("acid", "")
        ),
        100.0 if is_dug else None,
        case.get("glazed", False),
    )
    purpose = case.get("purpose", "tableware")
    verdicts = cv.by_purpose(evidence, limits)
    label = claims.check_claim(label_of(case), found, ranges, limits.dense.high_pct)
    headline = cv.headline(verdicts, purpose, evidence.cone, claims.any_fails(label))
    advice = suggestions(verdicts[purpose], evidence, limits, label)
    return evidence, verdicts[purpose], headline, advice


def label_of(case):
    told = case.get("label")
    if not told:
        return claims.LabelClaim()
    low, high = told["cones"]
    return claims.LabelClaim(low, high, absorption_pct=told["absorbs"], absorption_cone=told["at"])


@pytest.mark.parametrize("case", CASES, ids=lambda case: case["name"])
def test_a_clay_is_judged_as_a_careful_potter_would(case):
    evidence, verdict, headline, advice = judged(case)
    codes = [one.adjustment.code for one in advice]
    first = case.get("advice", [])
    assert verdict.overall == case["verdict"], case["why"]
    assert evidence.cone == case.get("cone")
    assert {line.code for line in verdict.lines if line.fails} >= set(case.get("fails", []))
    assert bool(case.get("fails")) == any(line.fails for line in verdict.lines)
    assert {line.code for line in verdict.lines if line.is_open} >= set(case.get("open", []))
    passes = {line.code for line in verdict.lines if line.outcome == Outcome.PASSES}
    assert passes >= set(case.get("passes", []))
    assert codes[: len(first)] == first, case["why"]
    assert set(case.get("names", [])) <= set(codes)
    assert not set(case.get("never", [])) & set(codes)
    if case.get("only"):
        assert codes == first
    if "between" in case:
        [between] = [one for one in advice if one.adjustment.code == "fire_between"]
        assert list(between.cones) == case["between"]
    assert headline == case.get("headline", headline)
    if case["verdict"] == "keep" and "advice" not in case:
        assert not codes
