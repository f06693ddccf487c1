"""The steps of a stack: one line of time, timers, and a studio's own times."""

import pytest

from claycore.measure.errors import OutOfBounds
from claycore.surface.coats import Application, Coat, CoatStack, Technique
from claycore.surface.shapes import Side
from claycore.surface.steps import (
    BISQUE,
    DRY,
    FIRM,
    LEATHER_HARD,
    SHINE,
    WAITS,
    OwnTime,
    as_protocol,
    line_of_time,
    with_own_times,
)
from claycore.surface.techniques import steps_of
from claycore.testing.protocols import protocol

GREEN = Coat("Green", Application.BRUSH, 2, 0.4)
YELLOW = Coat("Yellow", Application.BRUSH, 1, 0.4)
SCRATCHED = steps_of(CoatStack([YELLOW, GREEN], Technique.SGRAFFITO))


def test_the_line_of_time_adds_up():
    line = line_of_time(SCRATCHED)
    waits = [one for one in line if one.step.is_wait]
    assert [one.step for one in waits] == [LEATHER_HARD, SHINE, SHINE, FIRM, DRY, BISQUE]
    assert waits[2].earliest_min == LEATHER_HARD.least_min + 2 * SHINE.least_min
    assert line[-1].latest_min == sum(step.most_min for step in SCRATCHED)
    assert waits[2].summary == "4 h 20 min to 2 days"


def test_each_coat_goes_on_when_the_wait_before_it_is_over():
    does = [stage.do for stage in as_protocol(SCRATCHED).stages]
    assert [said.split(".")[0] for said in does[1:4]] == [
        *("Apply coat 1: Yellow", "Apply coat 2: Green", "Apply coat 3: Green")
    ]
    assert not does[0].startswith("Apply")
    assert does[4].startswith("Scratch through.")


def test_a_stage_is_due_at_its_least_and_says_what_is_lost_after_its_most():
    first, *_, firing = as_protocol(SCRATCHED).stages
    assert (first.minutes, first.least, first.most_minutes) == (240, 240, 2880)
    assert first.late == "Past leather-hard, slip may flake."
    assert firing.most_minutes is None


def test_a_studios_own_times_stand_in_for_the_usual_ones():
    own = {"shine": OwnTime(25, 40)}
    waits = [step for step in with_own_times(SCRATCHED, own) if step.is_wait]
    assert [wait.words for wait in waits[:3]] == ["4 hours to 2 days", "25–40 min", "25–40 min"]


@pytest.mark.parametrize("wait", [LEATHER_HARD, SHINE, FIRM, DRY])
def test_a_wait_that_is_timed_has_its_protocol_within_its_bounds(wait):
    first = protocol(wait.times).stages[0]
    assert wait.least_min <= first.minutes <= wait.most_min


def test_waits_are_said_in_the_unit_that_fits():
    assert [wait.words for wait in (SHINE, FIRM, LEATHER_HARD, DRY)] == [
        *("10–60 min", "30 min to 3 hours", "4 hours to 2 days", "2–7 days")
    ]


@pytest.mark.parametrize(("least", "most"), [(0, 5), (5, 5), (9, 5), (5, 61 * 24 * 60)])
def test_times_that_cannot_be_are_named(least, most):
    with pytest.raises(OutOfBounds) as caught:
        OwnTime(least, most)
    assert caught.value.field == "most"


def test_every_wait_is_known_by_a_code_of_its_own_and_says_what_to_do():
    assert len({wait.code for wait in WAITS}) == len(WAITS)
    assert all(wait.do for wait in WAITS)


OUTSIDE, INSIDE = (
    Coat(side.value, Application.BRUSH, 1, 0.3, side=side) for side in list(Side)[:2]
)
BOTH = Coat("both", Application.BRUSH, 1, 0.3)


@pytest.mark.parametrize(
    ("coats", "expected"),
    [
        ((OUTSIDE, INSIDE), "coat coat"),
        ((OUTSIDE, OUTSIDE), "coat shine coat"),
        ((OUTSIDE, INSIDE, OUTSIDE), "coat coat shine coat"),
        ((OUTSIDE, INSIDE, OUTSIDE, INSIDE), "coat coat shine coat coat"),
        ((BOTH, INSIDE), "coat shine coat"),
        ((OUTSIDE, BOTH), "coat shine coat"),
    ],
)
def test_a_coat_waits_for_what_is_wet_on_its_own_side(coats, expected):
    """The shine is waited for once: then all that was wet is ready."""
    steps = [step.code for step in steps_of(CoatStack(coats))]
    assert " ".join(steps) == f"leather_hard {expected} dry bisque"
