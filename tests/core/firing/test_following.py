"""A firing while it runs."""

import pytest

from claycore.firing import heat_work
from claycore.firing.following import Amiss, standing
from claycore.firing.schedules import Segment, curve_of

PLAN = curve_of([Segment(100, 620), Segment(150, 1220, 10)], 20)


def log(until, rate=100.0, start=20.0):
    return [(number / 60, start + rate * number / 60) for number in range(int(until * 60) + 1)]


def test_before_the_first_reading_there_is_nothing():
    assert standing([], PLAN, 1) is None


def test_a_first_reading_has_no_rate_yet():
    assert standing([(0.5, 60.0)], PLAN, 0.5).rate == 0


def test_on_plan():
    found = standing(log(3), PLAN, 3)
    assert (found.celsius, found.behind_c) == pytest.approx((320, 0))
    assert found.amiss == ()
    assert found.rate == pytest.approx(100)
    assert found.ends_at_h == pytest.approx(PLAN.hours)


def test_one_that_lags_ends_later_by_what_it_lags():
    found = standing(log(4, rate=90), PLAN, 4)
    assert found.behind_c == pytest.approx(40)
    assert found.ends_at_h == pytest.approx(PLAN.hours + 0.4)
    assert found.amiss == ()


def test_a_climb_that_stalls():
    points = [*log(3), *((3 + number / 60, 320.0) for number in range(1, 60))]
    assert standing(points, PLAN, 4).amiss == (Amiss.STALLED,)


def test_a_hold_is_no_stall():
    held = curve_of([Segment(100, 120, 120), Segment(100, 620)], 20)
    points = [*log(1), *((1 + number / 60, 95.0) for number in range(1, 60))]
    assert standing(points, held, 2).amiss == ()


def test_what_cools_after_the_peak_has_not_stalled():
    """This plan ends at its peak, as most do: hours later the kiln is far below it."""
    fired = [*PLAN.points, (PLAN.hours + 3, 800.0), (PLAN.hours + 3.2, 780.0)]
    assert standing(fired, PLAN, PLAN.hours + 3.2).amiss == ()
    cut = [(0.0, 20.0), (6.0, 620.0), (8.0, 500.0), (8.3, 470.0)]
    assert standing(cut, PLAN, 8.3).amiss == (Amiss.STALLED,)


def test_an_overshoot_and_a_silence():
    points = [(0.0, 20.0), (10.0, 1220.0), (10.2, 1236.0)]
    assert standing(points, PLAN, 10.2).amiss == (Amiss.OVERSHOOT,)
    assert standing(log(3), PLAN, 3.5).amiss == (Amiss.SILENT,)


def test_the_cone_so_far_and_the_end():
    points = [(hours, celsius) for hours, celsius in PLAN.points]
    found = standing(points, PLAN, PLAN.hours)
    assert found.reached == heat_work.cone_of(PLAN.points)
    assert found.ends_at_h is None


@pytest.mark.parametrize(("rate", "amiss"), [(24, (Amiss.STALLED,)), (26, ())])
def test_a_climb_stalls_below_a_quarter_of_what_is_planned_there(rate, amiss):
    """The plan goes at 100 an hour where the kiln is, whatever it does elsewhere."""
    plan = curve_of([Segment(100, 420), Segment(500, 900)], 20)
    points = [(number / 10, 20 + rate * number / 10) for number in range(41)]
    assert standing(points, plan, 4).amiss == amiss


def test_a_kiln_that_lags_into_the_quick_part_is_held_to_the_slow_one():
    """By the clock it should climb at 500; where it is, the plan goes at 100."""
    plan = curve_of([Segment(100, 420), Segment(500, 900)], 20)
    points = [(number / 10, 20 + 60 * number / 10) for number in range(46)]
    assert standing(points, plan, 4.5).amiss == ()
