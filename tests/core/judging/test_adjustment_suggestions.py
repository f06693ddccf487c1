"""How a clay may be adjusted: what to try first, what else it does. Common practice."""

from dataclasses import replace

import pytest

from claycore.judging import adjustment_suggestions
from claycore.judging import verdict as cv
from claycore.judging.adjustments import ADJUSTMENTS, Trait, TraitChange
from claycore.judging.evidence import Evidence
from claycore.judging.firing_range import firing_range
from claycore.judging.limits import usual_limits
from claycore.judging.rules import RULES
from claycore.measure.errors import ClayError
from claycore.measure.uncertainty import Estimate
from claycore.testing.bar_checks import doubted
from claycore.testing.field_notes import NOTHING_NOTED, FieldNotes
from claycore.testing.results import clay_results
from tests.core.testing.making_bars import bar, fired, run

STRICT = usual_limits("stoneware", "strict")


BLOATS = ("10", 12, 0.5, ["bloated"])


def suggested(*rows, **more):
    return suggested_at(rows[-1][0], *rows, **more)


def suggested_at(cone, *rows, purpose="tableware", notes=NOTHING_NOTED, limits=STRICT):
    found = clay_results(run(*rows))
    evidence = Evidence(found, firing_range(found.cones, 1.5), cone, notes)
    return adjustment_suggestions.suggestions(
        cv.verdict(evidence, limits, purpose), evidence, limits
    )


def test_a_line_goes_in_even_steps_as_far_as_anything_is_added():
    steps = adjustment_suggestions.LINE_STEPS_PCT
    assert [step / steps[0] for step in steps] == [1, 2, 3]
    assert steps[-1] == adjustment_suggestions.MOST_ADDED_PCT


@pytest.mark.parametrize("one", [a for a in ADJUSTMENTS.values() if not a.costs_nothing])
def test_what_is_added_goes_from_little_to_as_much_as_a_line_does(one):
    assert 0 < one.least_pct < one.most_pct <= adjustment_suggestions.MOST_ADDED_PCT


def codes(found):
    return [one.adjustment.code for one in found]


def test_every_rule_names_ways_that_there_are_and_none_that_makes_it_worse():
    for rule in RULES.values():
        assert set(rule.adjustments) <= ADJUSTMENTS.keys()
        assert bool(rule.fault) or not rule.adjustments
        if rule.wants:
            trait, wanted = rule.wants
            effects = [effect for code in rule.adjustments for effect in ADJUSTMENTS[code].effects]
            assert not [e for e in effects if e.trait == trait and e.change.opposes(wanted)]


def test_every_addition_says_what_else_it_does():
    for adjustment in ADJUSTMENTS.values():
        assert adjustment.costs_nothing or len({effect.trait for effect in adjustment.effects}) > 2
        assert all(effect.why for effect in adjustment.effects)


def test_the_least_absorption_may_lie_on_either_side_of_the_lowest_tested_one():
    """9 → 3 → 5 %, sound: the nearest untested cone on each side, before anything is added."""
    found = suggested(("04", 7, 9), ("6", 11, 3), ("10", 11.5, 5))
    assert found[0].what == (
        "Fire it to cone 7 or 5: the least absorption may lie on either side of 6"
    )
    assert "fire_higher" not in codes(found)


def test_still_falling_at_the_hottest_cone_asks_for_a_hotter_firing():
    found = suggested(("04", 5, 14), ("6", 7, 8))
    assert codes(found) == ["fire_higher", "flux", "red_clay"]
    assert found[0].what == "Fire it hotter than cone 6"
    assert found[2].adjustment.as_dug_pct == (90, 70)


def test_no_flux_for_a_clay_that_bloats_already():
    """What it needs stiffens it; a flux would bring the bloating nearer."""
    found = suggested(("6", 11, 2.4), BLOATS)
    assert {"fire_clay", "kaolin"} <= set(codes(suggested_at("6", ("6", 11, 2.4), BLOATS)))
    assert not {"flux", "red_clay", "fire_higher"} & set(codes(found))
    stiffened = suggested_at("6", ("6", 11, 2.4), BLOATS)
    reasons = {one.adjustment.code: one.because for one in stiffened}
    assert "it bloats or slumps at cone 10 before it is dense" in reasons["kaolin"]


@pytest.mark.parametrize("added", ["flux", "red_clay", "fire_clay", "kaolin", "grog"])
def test_nothing_is_added_for_a_doubt(added):
    """1.4 % of one bar is open: more bars settle it, additions wait for a fail."""
    found = clay_results([bar("B1", fired("6", 12, 1.4))])
    evidence = Evidence(found, firing_range(found.cones, 1.5), "6")
    judged = cv.verdict(evidence, STRICT, "tableware")
    advice = codes(adjustment_suggestions.suggestions(judged, evidence, STRICT))
    assert advice[0] == "more_bars"
    assert added not in advice


def test_no_hotter_firing_for_a_clay_that_bloats():
    found = suggested(("04", 8, 9), ("6", 12, 2.4), ("10", 9, 4.6, ["bloated"]))
    assert codes(found)[0] == "fire_between"
    assert "fire_higher" not in codes(found)


def test_what_costs_nothing_comes_first_and_what_makes_another_fault_worse_last():
    short = FieldNotes(coil="cracks_at_once")
    tight = replace(STRICT, drying_most_pct=5)
    found = suggested(("6", 12, 1.0), purpose="throwing", notes=short, limits=tight)
    assert [one.adjustment.costs_nothing for one in found] == sorted(
        (one.adjustment.costs_nothing for one in found), reverse=True
    )
    by_code = {one.adjustment.code: one for one in found}
    assert by_code["ball_clay"].worsens == ("shrinks a lot in drying",)
    assert by_code["grog"].worsens == ("is short",)
    assert codes(found)[-1] in ("ball_clay", "bentonite", "grog")


def test_those_that_pull_against_each_other_say_so():
    short = FieldNotes(coil="cracks_at_once")
    tight = replace(STRICT, drying_most_pct=5)
    found = suggested(("6", 12, 1.0), purpose="throwing", notes=short, limits=tight)
    by_code = {one.adjustment.code: one for one in found}
    assert any("Add grog or sand" in words for words in by_code["ball_clay"].against)
    for one in found:
        for other in found:
            pulls = {
                e.trait
                for e in one.adjustment.effects
                for o in other.adjustment.effects
                if e.trait == o.trait and e.change.opposes(o.change)
            }
            assert bool(pulls) == any(other.adjustment.what in words for words in one.against)


def test_what_helps_against_two_things_is_named_once():
    short = FieldNotes(coil="cracks_at_once")
    stiff = replace(STRICT, drying_least_pct=8)
    found = suggested(("6", 12, 1.0), purpose="throwing", notes=short, limits=stiff)
    [ball_clay] = [one for one in found if one.adjustment.code == "ball_clay"]
    assert ball_clay.because == ("it is short", "it is not plastic enough")


@pytest.mark.parametrize(
    ("total_at_6", "said"),
    [(12.0, "Fire it to cone 6, where it is sound"), (15.8, "Fire it cooler than cone 10")],
)
def test_cooler_names_a_tested_cone_only_where_that_is_no_worse(total_at_6, said):
    """At 10 it shrinks 17 %, over the 15 that are allowed; so it does at 6, or not."""
    found = suggested_at("10", ("6", total_at_6, 1.0), ("10", 17, 0.6))
    [cooler] = [one for one in found if one.adjustment.code == "fire_lower"]
    assert cooler.what == said


def test_cooler_goes_to_the_hottest_of_the_cones_that_are_good():
    found = suggested_at("10", ("4", 11.8, 1.2), ("6", 12, 1.0), ("10", 17, 0.6))
    [cooler] = [one for one in found if one.adjustment.code == "fire_lower"]
    assert (cooler.what, cooler.cones) == ("Fire it to cone 6, where it is sound", ("6",))


def absorbed(*pcts):
    return [bar(f"B{n}", fired("6", 12, pct)) for n, pct in enumerate(pcts, start=1)]


@pytest.mark.parametrize(
    ("pcts", "first"),
    [
        ((1.0, 1.1, 4.2), "Read bar B3 (cone 6) again"),
        ((4.8, 5.1, 1.1), "Read bar B3 (cone 6) again"),
        (
            (1.2, 1.5, 1.8),
            "Fire and measure a few more bars at cone 6: the ± reaches over the limit",
        ),
    ],
)
def test_a_bar_unlike_its_twins_is_read_again_before_more_are_made(pcts, first):
    """One of three took up four times as much as its twins, or a quarter: more settle nothing."""
    bars = absorbed(*pcts)
    found = clay_results(bars)
    evidence = Evidence(found, firing_range(found.cones, 1.5), "6")
    verdict = cv.verdict(evidence, STRICT, "tableware")
    one, *_ = adjustment_suggestions.suggestions(verdict, evidence, STRICT, (), doubted(bars))
    assert one.what == first


def test_what_drying_leaves_open_is_settled_by_drying():
    """Drying 6.0 ± 0.2 % against at most 6.1: no bar need be fired for that."""
    close = replace(STRICT, drying_most_pct=6.1)
    found = suggested(("6", 12, 1.0), purpose="throwing", limits=close)
    [more] = [one for one in found if one.adjustment.code == "more_bars"]
    assert more.what == "Dry and measure a few more bars: the ± reaches over the limit"
    both = suggested(("6", 12, 1.5), purpose="tableware", limits=close)
    [more] = [one for one in both if one.adjustment.code == "more_bars"]
    assert more.what.startswith("Fire and measure a few more bars at cone 6")


def test_where_bloating_is_only_hinted_at_more_bars_are_made_at_that_cone():
    """It shrank a little less at 8 than at 6; the ± reaches over no limit."""
    found = suggested_at("10", ("6", 12, 1.0), ("8", 11.8, 0.9), ("10", 11.9, 0.8), purpose="slab")
    [more] = [one for one in found if one.adjustment.code == "more_bars"]
    assert more.what == ("Fire and measure a few more bars at cone 8: to tell bloating from chance")


def test_a_bar_of_another_cone_may_be_why_that_is_not_the_best():
    """Dense at 6 but for one bar, so that 10 is judged, where it may slump: 6 comes first."""
    bars = [
        *run(("10", 12, 0.6, ["slumped"])),
        *(bar(f"B{n}", fired("6", 12, pct)) for n, pct in enumerate((1.0, 1.1, 4.4), start=1)),
    ]
    found = clay_results(bars)
    evidence = Evidence(found, firing_range(found.cones, 1.5), "10")
    verdict = cv.verdict(evidence, STRICT, "tableware")
    one, *_ = adjustment_suggestions.suggestions(verdict, evidence, STRICT, (), doubted(bars))
    assert one.what == "Read bar B3 (cone 6) again"
    assert one.because == ("one of its figures is unlikely",)


def test_each_bar_is_doubted_once_a_firing():
    bars = [
        bar("B1", fired("04", 8, 11), fired("6", 12, 1.0)),
        bar("B2", fired("04", 8, 11.4), fired("6", 12, 1.1)),
        bar("B3", fired("04", 8, 2.1), fired("6", 12, 1.05)),
    ]
    assert [one.words for one in doubted(bars)] == ["B3 (cone 04)"]
    longer = bar("B4", length_dry=103, mass_dry=118)
    assert [one.words for one in doubted([*bars, longer])] == ["B3 (cone 04)", "B4 (unfired)"]


def test_changes_that_oppose():
    assert TraitChange.UP.opposes(TraitChange.DOWN)
    assert not TraitChange.UP.opposes(TraitChange.UP)
    assert not TraitChange.OTHER.opposes(TraitChange.DOWN)
    assert set(Trait) == {
        effect.trait for adjustment in ADJUSTMENTS.values() for effect in adjustment.effects
    }


def test_a_blend_is_guessed_by_its_parts():
    """80 : 20 of 14 ± 1 and 8 ± 2: 12.8, ± √(0.8² + 0.4²)."""
    parts = [
        adjustment_suggestions.SuggestedBlendPart(80, Estimate(14, 1), Estimate(6, 0.5)),
        adjustment_suggestions.SuggestedBlendPart(20, Estimate(8, 2), None),
    ]
    found = adjustment_suggestions.blend_guess(parts)
    assert found.total.value == pytest.approx(12.8)
    assert found.total.u95 == pytest.approx((0.8**2 + 0.4**2) ** 0.5)
    assert found.absorption is None
    with pytest.raises(ClayError):
        adjustment_suggestions.blend_guess(parts[:1])
