"""Schedules as curves: arithmetic."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.firing.schedules import Segment, curve_of
from claycore.measure.errors import ClayError


def test_rates_and_holds_add_up():
    """80 °C in 2 h, 1 h there, 500 °C in 5 h, down 300 °C in 3 h."""
    curve = curve_of([Segment(40, 100, 60), Segment(100, 600), Segment(-100, 300)], 20)
    assert curve.points == ((0, 20), (2, 100), (3, 100), (8, 600), (11, 300))
    assert (curve.hours, curve.peak_c) == (11, 600)


def test_twenty_segments_are_a_schedule():
    """40 °C an hour, 40 °C at a time: as many hours as segments."""
    curve = curve_of([Segment(40, 60 + 40 * n) for n in range(20)])
    assert (curve.hours, curve.peak_c) == (20, 820)


def test_a_kiln_is_as_warm_as_the_studio_where_nobody_says():
    assert curve_of([Segment(60, 80)]).points == ((0, 20), (1, 80))


def test_a_segment_may_be_shorter_than_a_degree():
    assert curve_of([Segment(50, 20.5)], 20).hours == pytest.approx(0.01)
    with pytest.raises(ClayError):
        curve_of([Segment(-50, 20.5)], 20)


@given(
    st.lists(
        st.tuples(st.floats(5, 1300), st.floats(1, 900), st.floats(0, 600)), min_size=1, max_size=20
    )
)
def test_a_curve_runs_forward_through_every_target(rows):
    now, segments = 20.0, []
    for target, rate, hold in rows:
        segments.append(Segment(rate if target >= now else -rate, target, hold))
        now = target
    if all(target == 20 for target, _, _ in rows) and not any(hold for _, _, hold in rows):
        return
    curve = curve_of(segments, 20)
    hours = [hour for hour, _ in curve.points]
    assert hours == sorted(hours)
    passed = [temperature for _, temperature in curve.points]
    assert all(segment.target_c in passed for segment in segments)
    assert curve.peak_c == max(passed)
    moving = sum(
        abs(after.target_c - before) / abs(after.rate)
        for before, after in zip([20.0, *(s.target_c for s in segments)], segments, strict=False)
    )
    assert curve.hours == pytest.approx(moving + sum(s.hold_min for s in segments) / 60)


@pytest.mark.parametrize(
    ("segments", "start", "field"),
    [
        ([], 20, "segment"),
        ([Segment(100, 600)] * 21, 20, "segment"),
        ([Segment(-100, 600)], 20, "segment"),
        ([Segment(100, 600), Segment(100, 300)], 20, "segment"),
        ([Segment(0, 600)], 20, "segment"),
        ([Segment(100, 20)], 20, "segment"),
        ([Segment(100, 1900)], 20, "segment"),
        ([Segment(100, 600, -1)], 20, "segment"),
        ([Segment(100, 600)], 5000, "start_c"),
    ],
)
def test_what_cannot_be_is_refused_at_its_field(segments, start, field):
    with pytest.raises(ClayError) as raised:
        curve_of(segments, start)
    assert raised.value.field == field
