"""Broken logs, and what a potter would make of them: common practice, judged by hand."""

import pytest

from claycore.firing import heat_work
from claycore.firing.log_doubts import LogDoubt, examine, fastest_of
from claycore.firing.logs import thinned
from claycore.firing.schedules import Segment, curve_of

MINUTE = 1 / 60


def every_minute(points):
    """A curve as a logger writes it, a row a minute."""
    found, after = [], list(points)
    (at, celsius), *rest = after
    for hours, target in rest:
        steps = max(1, round((hours - at) / MINUTE))
        found += [(at + n * MINUTE, celsius + n * (target - celsius) / steps) for n in range(steps)]
        at, celsius = hours, target
    return [*found, (at, celsius)]


FIRING = every_minute(
    curve_of([Segment(150, 1120), Segment(60, 1222, 10), Segment(-200, 500)], 20).points
)
"""To cone 6 by the hour, and down again."""

PEAK_AT = max(FIRING, key=lambda point: point[1])[0]
CONE = heat_work.cone_of(FIRING).down


def where(celsius, rising=True):
    """The place in the log where it first passes a temperature on the way up, or down again."""
    return next(
        n
        for n, (hours, at) in enumerate(FIRING)
        if (hours < PEAK_AT) == rising and (at >= celsius) == rising
    )


def dead(first, last, celsius):
    """The log with some of its rows dead."""
    return [(hours, celsius if first <= n <= last else at) for n, (hours, at) in enumerate(FIRING)]


def without(first, last):
    """The log with some of its rows missing."""
    return FIRING[:first] + FIRING[last + 1 :]


def two_hours_around(place):
    return place - 60, place + 60


TOP = where(1215)
WARM = where(600)
COOLING = where(800, rising=False)
ROW = len(FIRING) - 1

CANNOT_TELL = {
    "nineteen rows at 1372 °C, and then nothing": (
        dead(WARM, WARM + 18, 1372.0)[: WARM + 19],
        [(LogDoubt.JUMP, WARM, WARM + 18)],
    ),
    "1372 °C from 600 °C on to the end": (
        dead(WARM, ROW, 1372.0),
        [(LogDoubt.JUMP, WARM, ROW)],
    ),
    "at 0 °C for forty minutes around the peak": (
        dead(TOP, TOP + 40, 0.0),
        [(LogDoubt.JUMP, TOP, TOP + 40)],
    ),
    "at 0 °C from beginning to end": (
        [(hours, 0.0) for hours, _ in FIRING],
        [(LogDoubt.STUCK, 0, ROW)],
    ),
    "channels swapped at 700 °C": (
        dead(where(700), ROW, 31.0),
        [(LogDoubt.JUMP, where(700), ROW)],
    ),
    "two hours missing across the peak": (
        without(*two_hours_around(TOP)),
        [(LogDoubt.GAP, TOP - 61, TOP - 60)],
    ),
    "three hours at the hottest without a change": (
        [*FIRING[:TOP], *((FIRING[TOP][0] + n * MINUTE, 1222.0) for n in range(190))],
        [(LogDoubt.STUCK, 0, TOP + 189)],
    ),
}

TELLS = {
    "nineteen rows at 1372 °C on the way up": (
        dead(WARM, WARM + 18, 1372.0),
        [(LogDoubt.JUMP, WARM, WARM + 18)],
    ),
    "at 0 °C from 800 °C down": (dead(COOLING, ROW, 0.0), [(LogDoubt.JUMP, COOLING, ROW)]),
    "dead at 640 °C for an hour, then where it should be": (
        dead(where(640), where(790), FIRING[where(640)][1]),
        [(LogDoubt.JUMP, where(640), where(790))],
    ),
    "two hours missing at 600 °C": (without(*two_hours_around(WARM)), []),
    "nothing amiss": (FIRING, []),
}


def found(log):
    return [(one.doubt, one.first, one.last) for one in examine(log).doubtful]


@pytest.mark.parametrize(("log", "amiss"), CANNOT_TELL.values(), ids=CANNOT_TELL)
def test_what_a_log_cannot_tell_it_says_and_where(log, amiss):
    assert found(log) == amiss
    assert not examine(log).can_tell


@pytest.mark.parametrize(("log", "amiss"), TELLS.values(), ids=TELLS)
def test_what_cannot_be_true_is_left_out_where_the_rest_decides(log, amiss):
    assert found(log) == amiss
    examined = examine(log)
    assert examined.can_tell
    assert heat_work.cone_of(examined.points).down == CONE


def test_rows_are_named_as_the_file_counts_them_or_else_by_their_time():
    examined = examine(dead(WARM, WARM + 18, 1372.0))
    assert examined.sentences(range(2, 3 + ROW)) == [
        f"what jumps faster than the kiln can is left out (rows {WARM + 2} to {WARM + 20})"
    ]
    assert examined.sentences() == [
        "what jumps faster than the kiln can is left out (3 h 52 min to 4 h 10 min)"
    ]


def test_a_thinned_log_has_the_gaps_it_is_told_of():
    """Its straight stretches are left out, so that a pause cannot be seen in it."""
    points = [(0, 20), (8, 1120), (9, 1180), (11.5, 1190), (12, 900), (14, 200)]
    assert examine(points, gaps=()).can_tell
    gap = examine(points, gaps=[(9.0, 11.5)])
    assert (gap.can_tell, gap.doubts) == (False, (LogDoubt.GAP,))
    assert examine(points, gaps=[(2.0, 4.0)]).can_tell, "far from the peak"
    assert examine(points, gaps=[(11.0, 11.5)]).can_tell, "half an hour"


def test_a_plan_typed_as_a_few_points_has_no_gaps():
    assert found([(0, 20), (8, 1120), (10, 1222), (10.2, 1222), (24, 60)]) == []


def test_a_raku_kiln_may_be_fast_and_a_slow_one_may_not():
    raku = [(0, 20), (0.5, 560), (0.9, 980), (1.1, 760), (2, 90)]
    assert examine(raku).can_tell
    leap = every_minute([(0, 20), (6, 620)]) + every_minute([(6.2, 790), (10, 1180), (16, 300)])
    assert found(leap) == []
    known = fastest_of([FIRING, FIRING])
    assert known == pytest.approx(600)
    assert [one.doubt for one in examine(leap, fastest_c_h=known).doubtful] == [LogDoubt.JUMP]


def test_one_broken_log_does_not_make_a_kiln_fast():
    assert fastest_of([FIRING, dead(WARM, ROW, 1372.0), FIRING]) == pytest.approx(600)
    assert fastest_of([]) == 1200
    assert fastest_of([[(0, 20), (10, 120)]]) == 600
    assert fastest_of([[(0, 20), (1, 320)]]) == 900


def test_a_log_that_does_nothing_but_jump_tells_nothing():
    log = [(n / 10, 1200.0 * (n % 2)) for n in range(900)]
    assert not examine(log).can_tell


def test_a_column_that_never_gets_warm_is_not_the_kilns():
    room = [(hours, 22 + at / 40) for hours, at in FIRING]
    of_file = examine(room, gaps=())
    assert (of_file.can_tell, of_file.doubts) == (False, (LogDoubt.COLD,))


def test_a_kiln_that_was_cut_off_cold_reached_no_cone():
    """Four minutes at 24 °C are no wrong column: a controller has one thermocouple."""
    assert examine([(0, 20), (1 / 30, 22), (1 / 15, 24)]).can_tell


def test_a_kiln_that_was_opened_at_the_peak_to_cool_it_fast_tells_its_cone():
    """45 °C a minute down to 1000 °C: many do so, and the cone is down by then."""
    top = FIRING.index(max(FIRING, key=lambda point: point[1])) + 10
    at, peak = FIRING[top]
    crash = every_minute([(at, peak), (at + 5 * MINUTE, peak - 225), (at + 6, 200)])[1:]
    slow = fastest_of([FIRING])
    for log in (FIRING[: top + 1] + crash, list(thinned(FIRING[: top + 1] + crash))):
        examined = examine(log, gaps=(), fastest_c_h=slow)
        assert examined.doubtful == []
        assert heat_work.cone_of(examined.points).down == CONE


def test_who_fired_slowly_so_far_may_fire_fast():
    """350 °C an hour up to 600 °C, thinned to one straight line, in a kiln of slow bisques."""
    bisque = every_minute([(0, 20), (10, 1000), (20, 100)])
    fast = [(0, 20), (1.66, 600), (4.5, 1120), (6.2, 1222), (12, 200)]
    assert examine(fast, gaps=(), fastest_c_h=fastest_of([bisque])).doubtful == []
