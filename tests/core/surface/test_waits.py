"""The waits of a stack: one line of time, timers, and a studio's own times."""

import pytest

from claycore.measure.errors import OutOfBounds
from claycore.surface.coats import Application, Coat, Technique
from claycore.surface.waits import (
    DRY,
    FIRING,
    FIRM,
    LEATHER_HARD,
    SHINE,
    WAITS,
    OwnTime,
    as_protocol,
    chain,
    line_of_time,
)

GREEN = Coat("Green", Application.BRUSH, 2, 0.4)
YELLOW = Coat("Yellow", Application.BRUSH, 1, 0.4)
SCRATCHED = chain([YELLOW, GREEN], Technique.SCRATCHED)


def test_the_line_of_time_adds_up():
    line = line_of_time(SCRATCHED)
    assert [one.wait for one in line] == [LEATHER_HARD, SHINE, SHINE, FIRM, DRY, FIRING]
    assert line[2].earliest_min == LEATHER_HARD.least_min + 2 * SHINE.least_min
    assert line[-1].latest_min == sum(wait.most_min for wait in SCRATCHED)
    assert line[2].says == "4 h 20 min to 2.1 days"


def test_each_coat_goes_on_when_the_wait_before_it_is_over():
    does = [stage.do for stage in as_protocol(SCRATCHED, [YELLOW, GREEN]).stages]
    assert [said.split(".")[0] for said in does[1:4]] == [
        *("Put on coat 1: Yellow", "Put on coat 2: Green", "Put on coat 3: Green")
    ]
    assert not does[0].startswith("Put on")
    assert not does[4].startswith("Put on")


def test_a_stage_is_due_at_its_least_and_says_what_is_lost_after_its_most():
    first, *_, firing = as_protocol(SCRATCHED, [YELLOW, GREEN]).stages
    assert (first.minutes, first.least, first.most_minutes) == (240, 240, 2880)
    assert first.late == "Past leather-hard, slip may flake."
    assert firing.most_minutes is None


def test_a_studios_own_times_stand_in_for_the_usual_ones():
    own = {"shine": OwnTime(25, 40)}
    waits = chain([YELLOW, GREEN], Technique.PLAIN, own)
    assert [wait.words for wait in waits[:3]] == ["4 hours to 2 days", "25–40 min", "25–40 min"]


@pytest.mark.parametrize(("least", "most"), [(0, 5), (5, 5), (9, 5), (5, 61 * 24 * 60)])
def test_times_that_cannot_be_are_named(least, most):
    with pytest.raises(OutOfBounds) as caught:
        OwnTime(least, most)
    assert caught.value.field == "most"


def test_every_wait_is_known_by_a_code_of_its_own_and_says_what_to_do():
    assert len({wait.code for wait in WAITS}) == len(WAITS)
    assert all(wait.do for wait in WAITS)
