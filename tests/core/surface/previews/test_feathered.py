"""Feathered trails: a shear that conserves every colour and can be undone."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.measure.errors import OutOfBounds
from claycore.surface.previews.feathered import Stroke, Trails, feather, shares, strokes_across

BOARD = Trails(width_mm=120, height_mm=72, colours=2, trail_mm=6)
"""Its height is three whole turns of two trails and their gaps."""

PX = 4


@given(st.lists(st.tuples(st.floats(0, 120), st.booleans()), max_size=8))
def test_no_colour_gains_or_loses_area(strokes):
    drawn = feather(BOARD, [Stroke(x, down) for x, down in strokes], PX)
    assert shares(drawn, 2) == pytest.approx([0.5, 0.25, 0.25], abs=0.01)


def test_a_stroke_back_undoes_a_stroke():
    there = [Stroke(30), Stroke(70, down=False), Stroke(71)]
    back = [Stroke(one.x_mm, not one.down) for one in reversed(there)]
    assert np.array_equal(feather(BOARD, [*there, *back], PX), feather(BOARD, [], PX))


def test_a_trail_begins_at_the_edge_and_is_as_wide_as_said():
    column = feather(BOARD, [], PX)[:, 0]
    assert list(column[: 4 * 24]) == [1] * 24 + [0] * 24 + [2] * 24 + [0] * 24


def test_no_stroke_and_no_pull_change_nothing():
    still = Trails(120, 72, 2, pull_mm=0)
    straight = feather(BOARD, [], PX)
    assert (straight == straight[:, :1]).all()
    assert np.array_equal(feather(still, strokes_across(120, 8, alternate=True), PX), straight)


def test_the_slip_is_pulled_along_with_the_point_and_half_as_far_at_its_reach():
    def edge(x_mm, strokes):
        column = feather(BOARD, strokes, 40)[:, round(x_mm * 40)]
        return np.flatnonzero(np.diff(column) != 0)[0] / 40

    before = edge(60, [])
    one = Trails(120, 72, 2, pull_mm=4, reach_mm=5)
    moved = [
        np.flatnonzero(np.diff(feather(one, [Stroke(60)], 40)[:, round(x * 40)]) != 0)[1] / 40
        for x in (60, 65)
    ]
    second = np.flatnonzero(np.diff(feather(one, [], 40)[:, 2400]) != 0)
    assert before == pytest.approx(6, abs=0.05)
    assert moved[0] - second[0] / 40 == pytest.approx(4, abs=0.1)
    assert moved[1] - second[0] / 40 == pytest.approx(2, abs=0.1)


def test_strokes_alternate_or_all_go_down():
    assert [one.down for one in strokes_across(90, 3, alternate=True)] == [True, False, True]
    assert [one.x_mm for one in strokes_across(90, 3, alternate=False)] == [15, 45, 75]


def test_beside_the_point_a_trail_is_drawn_thin():
    """By hand: 14 mm × ln 2 ÷ 5 mm is a slope of 1.94."""
    assert BOARD.finest_mm == pytest.approx(6 / math.hypot(1, 14 * math.log(2) / 5))
    assert BOARD.finest_mm < BOARD.trail_mm / 2


def test_the_same_board_is_the_same_picture():
    strokes = strokes_across(120, 6, alternate=True)
    assert np.array_equal(feather(BOARD, strokes, PX), feather(BOARD, strokes, PX))


@pytest.mark.parametrize("count", [-1, 61])
def test_strokes_that_cannot_be_are_named(count):
    with pytest.raises(OutOfBounds) as raised:
        strokes_across(120, count, alternate=True)
    assert raised.value.field == "strokes"


@pytest.mark.parametrize("changed", [{"width_mm": 0}, {"trail_mm": -1}, {"reach_mm": math.nan}])
def test_a_length_that_cannot_be_is_named(changed):
    wrong = Trails(**{"width_mm": 50, "height_mm": 50, "colours": 1, **changed})
    with pytest.raises(OutOfBounds) as raised:
        feather(wrong, [], PX)
    assert raised.value.field in changed
