"""What is said of a schedule for a load: common practice."""

import pytest

from claycore.firing.schedule_checks import Check, Limited, LoadToFire, findings, too_powerful
from claycore.firing.schedules import Segment, curve_of

SAFE = [Segment(60, 100, 120), Segment(100, 620), Segment(150, 1080)]


def checks(segments, loaded):
    return [one.check for one in findings(curve_of(segments), loaded)]


def test_a_careful_bisque_has_nothing_against_it():
    assert checks(SAFE, LoadToFire(is_raw=True)) == []


@pytest.mark.parametrize(
    ("segments", "is_raw", "expected"),
    [
        ([Segment(150, 600), Segment(100, 700)], True, [Check.DRYING, Check.QUARTZ]),
        ([Segment(150, 600), Segment(100, 700)], False, []),
        ([Segment(150, 90, 60), Segment(120, 700)], True, []),
        ([Segment(150, 90, 10), Segment(120, 700)], True, [Check.DRYING]),
        ([*SAFE, Segment(-300, 300)], True, [Check.QUARTZ]),
        ([Segment(60, 500), Segment(300, 1000)], False, [Check.QUARTZ]),
    ],
)
def test_too_fast_through_drying_or_quartz(segments, is_raw, expected):
    assert checks(segments, LoadToFire(is_raw=is_raw)) == expected


@pytest.mark.parametrize(
    ("fast_to", "slow_to", "expected"),
    [(540, 600, []), (541, 600, [Check.QUARTZ]), (540, 599, [Check.QUARTZ])],
)
def test_from_540_to_600_degrees_it_goes_slowly(fast_to, slow_to, expected):
    fired = [Segment(60, 400), Segment(300, fast_to), Segment(100, slow_to), Segment(300, 1000)]
    assert checks(fired, LoadToFire()) == expected


def test_the_cone_must_be_the_one_the_load_needs():
    assert checks(SAFE, LoadToFire("04")) == []
    (short,) = findings(curve_of(SAFE), LoadToFire("6"))
    assert "the load needs cone 6" in short.summary
    (beyond,) = findings(curve_of(SAFE), LoadToFire("06"))
    assert "It goes beyond cone 06: cone 04 comes down as well." in beyond.summary
    (none,) = findings(curve_of([Segment(60, 300)]), LoadToFire("06"))
    assert none.summary.startswith("It brings down no cone")


def test_what_is_inside_has_a_top_of_its_own():
    red, plain = Limited("Buoy Red", "06"), Limited("Quay Blue", "10")
    (found,) = findings(curve_of(SAFE), LoadToFire("04", limited=(red, plain)))
    assert found.check == Check.MATERIAL
    assert found.summary.startswith("Buoy Red is only for cone 06 and cooler")


def test_a_kiln_that_falls_behind_is_told_in_round_figures():
    """A rough estimate is not said to the degree."""
    said = too_powerful(437.4, 188.2).summary
    assert "From about 440 °C" in said
    assert "at most 190 °C per hour" in said
