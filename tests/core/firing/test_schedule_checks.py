"""What is said of a schedule for a load: common practice."""

import re

import pytest

from claycore.firing import cones
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


def glaze(top_c, hold_min=0.0):
    """The usual way up, and the last hundred degrees at 60 °C an hour."""
    return [Segment(150, 600), Segment(200, top_c - 100), Segment(60, top_c, hold_min)]


def cone_said(segments, cone):
    found = findings(curve_of(segments), LoadToFire(cone, is_raw=False))
    return " ".join(one.summary for one in found if one.check == Check.CONE)


def test_a_hold_on_top_of_the_chart_goes_half_a_cone_over():
    """K9: 60 °C/h to 1222, held for ten minutes, aimed at 6."""
    said = cone_said(glaze(1222, 10), "6")
    assert said.startswith("It goes about half a cone beyond cone 6, as its hold counts too.")
    assert "a peak of about 1213 °C is enough; the witness cone decides." in said
    assert cone_said(glaze(1213, 10), "6") == ""
    assert cone_said(glaze(1222), "6") == ""


def test_half_a_cone_beyond_without_a_hold_blames_none():
    assert cone_said(glaze(1232), "6").startswith("It goes about half a cone beyond cone 6. At")


def test_past_the_last_cone_nothing_is_half_way_to_the_next():
    assert cone_said(glaze(1400), "14") == ""


@pytest.mark.parametrize("cone", ["04", "1", "5", "6", "8", "10", "14"])
def test_the_top_that_is_told_just_brings_the_cone_down(cone):
    for top_c in (cones.temperature_c(cone) - 40, cones.temperature_c(cone) + 60):
        said = cone_said(glaze(top_c, 10), cone)
        if not said:
            continue
        told = float(re.search(r"about (\d+) °C", said)[1])
        assert cone_said(glaze(told, 10), cone) == ""
        assert "the load needs" in cone_said(glaze(told - 2, 10), cone)


def test_a_curve_that_is_far_off_is_told_no_top():
    assert "At these rates" not in cone_said([Segment(60, 300)], "06")


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
