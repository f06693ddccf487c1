"""Made curves whose answer is known. The line: SciPy's monotone cubic. Cones: the core's chart."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.interpolate import PchipInterpolator

from claycore.firing import cones
from claycore.judging import firing_range as fr
from claycore.measure.uncertainty import Estimate
from claycore.testing.results import AtCone, clay_results
from tests.core.testing.making_bars import run


def range_of(*rows, limit=1.5):
    return fr.firing_range(clay_results(run(*rows)).cones, limit)


def test_a_clay_that_matures():
    found = range_of(("04", 7, 11), ("1", 9, 6), ("6", 12, 1.0), ("10", 12.2, 0.6))
    assert found.maturity.outcome == fr.MaturityOutcome.REACHED
    assert (found.maturity.after, found.maturity.cone) == ("1", "6")
    assert cones.temperature_c("1") < found.maturity.low_c <= found.maturity.high_c
    assert found.maturity.high_c < cones.temperature_c("6")
    assert not found.maturity.coarse
    assert found.best == ("6", "10")
    assert found.open_above
    assert found.bloats.outcome == found.slumps.outcome == fr.Sureness.NOT_SEEN


def test_a_clay_that_bloats_by_growing_and_by_its_pores():
    found = range_of(("04", 8, 9), ("6", 13.5, 0.9), ("10", 9, 4.6))
    assert (found.bloats.outcome, found.bloats.cone, found.bloats.last_good) == ("sure", "10", "6")
    assert found.bloats.signs == ("shrinkage fell", "absorption rose")
    assert found.best == ("6",)
    assert not found.open_above


def test_a_clay_that_was_seen_to_bloat_before_it_took_up_less():
    """Cone 10 is within the limit, but spoilt: it is no part of the range."""
    found = range_of(("6", 10, 3.0), ("10", 12, 0.5, ["bloated"]))
    assert found.bloats.signs == ("bloating seen",)
    assert found.maturity.outcome == fr.MaturityOutcome.NOT_REACHED
    assert found.best == ()


def test_a_clay_that_slumps():
    found = range_of(("04", 8, 6), ("1", 11, 1.0), ("6", 12, 0.5, ["slumped"]))
    assert (found.slumps.outcome, found.slumps.cone, found.slumps.last_good) == ("sure", "6", "1")
    assert found.best == ("1",)


def test_a_clay_that_never_tightens():
    found = range_of(("04", 4, 17), ("6", 5, 14), ("10", 6, 11))
    assert found.maturity.outcome == fr.MaturityOutcome.NOT_REACHED
    assert found.maturity.cone is None


def test_cones_too_far_apart_to_say_where_between_them():
    found = range_of(("04", 7, 12), ("10", 12, 1.0))
    assert found.maturity.coarse
    assert (found.maturity.after, found.maturity.cone) == ("04", "10")


def test_mature_at_the_coolest_tested_cone_says_nothing_of_cooler_ones():
    found = range_of(("6", 12, 1.0), ("10", 12, 0.8))
    assert (found.maturity.cone, found.maturity.after) == ("6", None)
    assert found.maturity.low_c is found.maturity.high_c is None


def test_an_interval_on_the_limit_is_not_decided():
    at = AtCone("6", 1, None, None, None, None, {}, None, {})
    assert fr.firing_range([at], 1.5).maturity.outcome == fr.MaturityOutcome.NOT_MEASURED
    assert range_of(("6", 12, 1.5)).maturity.outcome == fr.MaturityOutcome.NOT_DECIDED


def test_absorption_rising_while_it_still_shrinks_is_odd_rather_than_bloating():
    found = range_of(("04", 7, 9), ("1", 10, 11), ("6", 12, 2))
    assert found.rises_oddly == ("1",)
    assert found.bloats.outcome == fr.Sureness.NOT_SEEN


@pytest.mark.parametrize(
    ("total", "absorbed", "outcome", "signs"),
    [
        # Levelled off: one bar of each cone goes up and down by that.
        (11.7, 1.1, "not_seen", ()),
        (11.4, 1.1, "perhaps", ("shrinkage fell",)),
        (11.4, 1.4, "perhaps", ("shrinkage fell", "absorption rose")),
        (10.0, 1.4, "sure", ("shrinkage fell",)),
    ],
)
def test_a_turn_hints_at_bloating_before_it_is_sure_and_less_is_no_sign(
    total, absorbed, outcome, signs
):
    bars = run(("6", 12, 1.0))[:1] + run(("10", total, absorbed))[:1]
    found = fr.firing_range(clay_results(bars).cones, 0.5).bloats
    assert (found.outcome, found.signs) == (outcome, signs)


def test_the_line_goes_through_its_points_and_never_past_them():
    points = [(1063.0, 11.0), (1222.0, 1.2), (1285.0, 0.9)]
    line = fr.curve(points)
    assert line[0] == points[0]
    assert line[-1] == points[-1]
    reference = PchipInterpolator(*zip(*points, strict=True))
    assert all(figure == pytest.approx(float(reference(t))) for t, figure in line)
    assert fr.curve(points[:1]) == []


falling = st.lists(st.floats(0, 25), min_size=1, max_size=5).map(lambda a: sorted(a, reverse=True))
u95s = st.lists(st.floats(0, 3), min_size=5, max_size=5)


def soaked_at(absorptions, u95s):
    names = ("04", "1", "4", "6", "10")
    rows = zip(names, absorptions, u95s, strict=False)
    return [
        AtCone(name, 1, None, None, None, None, {"boil_soak": _soaked(a, u)}, None, {})
        for name, a, u in rows
    ]


def _soaked(value, u95):
    from claycore.testing.results import Soaked

    return Soaked("boil_soak", Estimate(value, u95))


RANK = {
    fr.MaturityOutcome.REACHED: 0,
    fr.MaturityOutcome.NOT_DECIDED: 1,
    fr.MaturityOutcome.NOT_REACHED: 2,
}


@given(falling, u95s, st.floats(0.1, 10), st.floats(0, 5))
def test_more_absorption_never_turns_fail_into_pass(absorptions, u95s, limit, more):
    first = fr.firing_range(soaked_at(absorptions, u95s), limit).maturity
    wetter = fr.firing_range(soaked_at([a + more for a in absorptions], u95s), limit).maturity
    assert RANK[wetter.outcome] >= RANK[first.outcome]


@given(falling, u95s, st.floats(0.1, 10), st.floats(0, 5))
def test_a_worse_measurement_never_makes_a_claim(absorptions, u95s, limit, wider):
    first = fr.firing_range(soaked_at(absorptions, u95s), limit).maturity
    worse = soaked_at(absorptions, [u + wider for u in u95s])
    assert fr.firing_range(worse, limit).maturity.outcome in (
        first.outcome,
        fr.MaturityOutcome.NOT_DECIDED,
    )


@given(falling, u95s, st.floats(0.1, 10))
def test_nothing_is_claimed_outside_the_tested_cones(absorptions, u95s, limit):
    tested = soaked_at(absorptions, u95s)
    found = fr.firing_range(tested, limit)
    names = [at.cone for at in tested]
    assert set(found.best) <= set(names)
    claimed = (found.maturity.cone, found.maturity.after, found.bloats.cone, found.bloats.last_good)
    assert all(cone in names for cone in claimed if cone)
    if found.maturity.low_c is not None:
        between = [cones.temperature_c(c) for c in (found.maturity.after, found.maturity.cone)]
        assert between[0] <= found.maturity.low_c <= found.maturity.high_c <= between[1]


def test_which_cone_a_temperature_needs():
    assert cones.needed_for(1222) == "6"
    assert cones.needed_for(1221) == "6"
    assert cones.needed_for(1400) is None


@pytest.mark.parametrize(
    ("rows", "best"),
    [
        ((("04", 8, 9), ("6", 12, 1.0), ("10", 12.2, 0.6)), "6"),
        ((("04", 4, 17), ("6", 5, 14)), "6"),
        ((("04", 8, 9), ("6", 12, 4.0), ("10", 8, 6.0)), "6"),
        ((("6", 12, 4.0, ("slumped",)),), "6"),
        ((("4", 12, 1.6), ("8", 11.8, 1.7)), "4"),
        ((("4", 12, 3.0), ("8", 11.8, 1.6)), "8"),
        ((), None),
    ],
)
def test_the_cone_to_judge_at_is_the_first_within_or_the_hottest_still_sound(rows, best):
    found = clay_results(run(*rows)).cones
    assert fr.best_cone(found, fr.firing_range(found, 1.5)) == best
