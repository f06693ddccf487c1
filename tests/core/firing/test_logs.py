"""Logs: what real ones do wrong, and that thinning keeps their shape."""

import math
from itertools import pairwise

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.firing import heat_work
from claycore.firing.logs import Cleaner, Trouble, check_degrees, thinned
from claycore.measure.errors import ClayError


def clean(rows):
    cleaner = Cleaner()
    return [(hours, celsius) for hours, celsius, _ in cleaner.clean(rows)], cleaner


def rise(count=200, per_hour=150.0, step=1 / 60):
    return [(number * step, 20 + per_hour * number * step) for number in range(count)]


def test_a_good_log_is_kept_whole_and_begins_at_0():
    points, cleaner = clean([(5 + hours, c) for hours, c in rise()])
    assert np.array(points) == pytest.approx(np.array(rise()))
    assert not cleaner.troubles
    assert cleaner.sentences == []


def test_rows_without_a_reading_are_counted():
    points, cleaner = clean([(0, 20), (0.1, None), (None, 50), (0.2, 60)])
    assert points == [(0, 20), (0.2, 60)]
    assert cleaner.sentences == ["2 rows without a reading, left out"]


def test_a_time_twice_and_a_time_that_runs_backwards():
    points, cleaner = clean([(0, 20), (1, 200), (1, 201), (0.7, 90), (1.1, 210)])
    assert points == [(0, 20), (1, 200), (1.1, 210)]
    assert cleaner.troubles == {Trouble.DUPLICATE: 1, Trouble.BACKWARDS: 1, Trouble.GAP: 1}


def test_the_end_of_summer_time_moves_what_follows_on():
    rows = rise(240)
    shifted = [(hours - 1 if hours > 2 else hours, c) for hours, c in rows]
    points, cleaner = clean(shifted)
    assert [hours for hours, _ in points] == pytest.approx([hours for hours, _ in rows])
    assert cleaner.troubles[Trouble.CLOCK] == 1
    assert "put back an hour" in cleaner.sentences[0]


def test_the_begin_of_summer_time_is_a_gap():
    shifted = [(hours + 1 if hours > 2 else hours, c) for hours, c in rise(240)]
    _, cleaner = clean(shifted)
    assert cleaner.troubles == {Trouble.GAP: 1}


def test_a_leap_of_the_thermocouple_is_left_out_and_a_crash_is_not():
    rows = rise(50)
    rows[20] = (rows[20][0], 1300.0)
    rows[30] = (rows[30][0], -200.0)
    points, cleaner = clean(rows)
    assert len(points) == 48
    assert cleaner.troubles[Trouble.SPIKE] == 2
    assert cleaner.peak_c < 200
    opened = [(0, 900.0), (0.1, 600.0), (0.2, 590.0)]
    assert clean(opened)[0] == opened


@pytest.mark.parametrize(("leap_c", "spikes"), [(149.5, 0), (150, 0), (150.5, 1), (-150.5, 1)])
def test_how_far_a_reading_may_leap(leap_c, spikes):
    _, cleaner = clean([(0.0, 500.0), (0.1, 500.0 + leap_c), (0.2, 500.0)])
    assert cleaner.troubles[Trouble.SPIKE] == spikes


@given(st.lists(st.tuples(st.one_of(st.none(), st.floats(-5, 50)), st.floats(-100, 1500))))
def test_whatever_comes_hours_never_run_backwards(rows):
    points, cleaner = clean(rows)
    assert all(before[0] < after[0] for before, after in pairwise(points))
    assert len(points) + sum(
        count
        for trouble, count in cleaner.troubles.items()
        if trouble not in (Trouble.CLOCK, Trouble.GAP)
    ) == len(rows)


@given(st.lists(st.floats(0, 1300), min_size=2, max_size=300))
def test_a_thinned_log_is_near_every_point_it_left_out(temperatures):
    points = [(number / 60, c) for number, c in enumerate(temperatures)]
    few = list(thinned(points, 0.75))
    assert few[0] == points[0]
    assert few[-1] == points[-1]
    at, kept = zip(*few, strict=True)
    for hours, celsius in points:
        assert abs(np.interp(hours, at, kept) - celsius) <= 2 * 0.75 + 1e-6


def test_a_firing_is_thinned_to_a_few_points_and_the_same_cone():
    """The same curve sampled finer gives the same cone."""
    curve = [(0.0, 20.0), (4.0, 600.0), (7.0, 1110.0), (8.5, 1215.0), (8.7, 1215.0)]
    at, temperatures = zip(*curve, strict=True)
    fine = [
        (hours, float(np.interp(hours, at, temperatures)) + 0.3 * math.sin(900 * hours))
        for hours in np.arange(0, 8.7, 0.01)
    ]
    few = list(thinned(fine))
    assert len(few) < len(fine) / 10
    assert heat_work.cone_of(few) == heat_work.cone_of(fine) == heat_work.cone_of(curve)


def test_a_log_in_fahrenheit_called_celsius_is_asked_about():
    check_degrees(1290)
    with pytest.raises(ClayError) as error:
        check_degrees(2232)
    assert error.value.field == "degrees"
    assert "Is it in °F?" in str(error.value)
