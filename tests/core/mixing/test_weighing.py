"""Check values: common practice and arithmetic."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.mixing import weighing as w


def test_what_keeps_a_percentage_within_a_tenth():
    """50 g of dry clay: 0.05 g more or less moves the percentage by 0.1."""
    tolerance = w.colourant_tolerance(5, 50, 0.01)
    assert tolerance == w.Tolerance(pytest.approx(0.05), coarse=False)


def test_a_scale_that_is_too_coarse_says_so():
    assert w.colourant_tolerance(0.6, 60, 0.1) == w.Tolerance(0.1, coarse=True)


@pytest.mark.parametrize(
    ("grams", "judged"),
    [(7.9, "under"), (7.92, "within"), (8.0, "within"), (8.08, "within"), (8.6, "over")],
)
def test_judged_against_the_target(grams, judged):
    assert w.judge(grams, 8.0, w.Tolerance(0.08, coarse=False)) == judged


def test_overshoot_scales_the_rest_up():
    """Common practice: 8.6 g went in instead of 8.0."""
    parts = [w.Weighed(80, 80), w.Weighed(8, 8.6), w.Weighed(2, None)]
    assert w.scale_to_match(parts, 1) == pytest.approx(1.075)
    assert w.true_percentages(80, [8.6]) == [pytest.approx(10.75)]


def test_scaling_down_is_refused_when_another_part_is_in():
    assert w.scale_to_match([w.Weighed(80, 80), w.Weighed(8, 7)], 1) is None
    assert w.scale_to_match([w.Weighed(80, 76), w.Weighed(8, None)], 0) == pytest.approx(0.95)
    assert w.scale_to_match([w.Weighed(80, None)], 0) is None


@given(
    st.lists(st.floats(0.5, 500), min_size=2, max_size=6),
    st.floats(1.001, 3),
    st.integers(0, 5),
)
def test_scaled_up_the_percentages_are_as_planned(planned, over, which):
    which %= len(planned)
    parts = [w.Weighed(g, g * over if i == which else g) for i, g in enumerate(planned)]
    factor = w.scale_to_match(parts, which)
    assert factor == pytest.approx(over)
    now = [part.planned_g * factor for part in parts]
    assert [g / now[0] for g in now] == pytest.approx([g / planned[0] for g in planned])
    assert now[which] == pytest.approx(parts[which].weighed_g)


def test_half_a_step_on_a_small_weighing():
    assert w.half_step_pct(0.6, 0.1) == pytest.approx(8.33, abs=0.01)
    assert w.is_honest(1.0, 0.1)
    assert not w.is_honest(0.9, 0.1)


@pytest.mark.parametrize(
    ("pct", "wanted", "near"),
    [(9.92, 10, True), (9.8, 10, False), (0.26, 0.25, True), (0.3, 0.25, False), (0, 0, True)],
)
def test_a_percentage_near_enough_to_the_one_wanted(pct, wanted, near):
    """Within 0.1 points, and within a twentieth of small ones. Common practice."""
    assert w.is_as_wanted(pct, wanted) is near
