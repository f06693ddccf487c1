"""Overnight acid test: it can fail ware, and never passes it."""

import itertools

import pytest

from claycore.colour.notation import Lab
from claycore.judging.leach_screen import has_changed, of_all_tests, of_screen
from claycore.judging.ware import Leach, Status, Use, Ware, judge_ware
from claycore.testing.protocols import protocol

GLOSSY, NEAR, DULL = Lab(80, 2, 8), Lab(79.6, 2.1, 8.2), Lab(74, 1, 5)


@pytest.mark.parametrize(
    ("seen", "before", "after", "changed"),
    [
        (False, None, None, False),
        (True, None, None, True),
        (False, GLOSSY, NEAR, False),
        (False, GLOSSY, DULL, True),
        (True, GLOSSY, NEAR, True),
        (False, GLOSSY, None, False),
    ],
)
def test_a_change_counts_whether_seen_or_read(seen, before, after, changed):
    assert has_changed(seen, before, after) is changed


@pytest.mark.parametrize(
    ("changed", "sure", "hours", "came_to"),
    [
        (False, True, 16, Leach.SCREEN_UNCHANGED),
        (False, True, 12, Leach.SCREEN_UNCHANGED),
        (False, True, 11.9, Leach.SCREEN_TOO_SHORT),
        (False, False, 16, Leach.SCREEN_NOT_SURE),
        (False, False, 0, Leach.SCREEN_TOO_SHORT),
        (True, True, 0, Leach.SCREEN_CHANGED),
        (True, True, 16, Leach.SCREEN_CHANGED),
    ],
)
def test_a_screen_counts_once_its_night_is_over_and_a_change_at_once(changed, sure, hours, came_to):
    assert of_screen(changed, sure, hours) is came_to


def test_no_test_more_makes_ware_better_than_its_worst():
    """Over every set of tests: one more, however it went, may only help by a laboratory's pass."""
    order = [Status.NO, Status.NOT_ESTABLISHED, Status.ESTABLISHED]

    def food(tests):
        ware = Ware("stoneware", "strict", leach=of_all_tests(tests))
        link = next(one for one in judge_ware(ware)[Use.FOOD].links if one.code == "leach")
        return order[{False: 0, None: 1, True: 2}[link.holds]]

    for count in range(len(Leach)):
        for tests in itertools.combinations(Leach, count):
            for more in Leach:
                if more is not Leach.LABORATORY_PASS:
                    assert order.index(food([*tests, more])) <= order.index(food(tests))


def test_a_laboratorys_pass_does_not_outweigh_a_visible_change():
    assert of_all_tests([Leach.LABORATORY_PASS, Leach.SCREEN_CHANGED]) is Leach.SCREEN_CHANGED
    assert of_all_tests([Leach.LABORATORY_PASS, Leach.SCREEN_UNCHANGED]) is Leach.LABORATORY_PASS
    assert of_all_tests([]) is Leach.NONE


def test_the_screen_stands_overnight_and_says_what_it_cannot():
    steps = protocol("leach_screen")
    assert steps.stages[0].minutes >= steps.stages[0].least >= 12 * 60
    assert "no change is not a pass" in steps.at_the_end
