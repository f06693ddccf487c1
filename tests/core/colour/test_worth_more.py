"""Which colourants of a campaign go on: what shows, and what nothing else on the wall shows."""

import pytest

from claycore.colour.equal_tiles import Noise
from claycore.colour.notation import Lab
from claycore.colour.worth_more import Tried, Worth, verdicts

NOISE = Noise(0.8)
PLAIN = [Lab(85, 1, 8)]
YELLOW = [Lab(81, 3, 50)]
GREEN = [Lab(56, -22, 19)]


def worth(*tried, plain=PLAIN):
    return [(one.name, one.worth, one.like) for one in verdicts(plain, tried, NOISE)]


def test_colours_of_their_own_go_on_both_ways():
    assert worth(Tried("Lamp Yellow", YELLOW), Tried("Rope Green", GREEN)) == [
        ("Lamp Yellow", Worth.BOTH, ""),
        ("Rope Green", Worth.BOTH, ""),
    ]


def test_what_hardly_colours_the_clay_goes_stronger():
    assert worth(Tried("Pale", [Lab(84.5, 1, 9)])) == [("Pale", Worth.STRONGER, "")]


def test_of_two_that_may_be_the_same_the_dearer_waits():
    twin = [Lab(80.6, 3.2, 49.4)]
    dear, cheap = Tried("Dear", YELLOW, 4.0), Tried("Cheap", twin, 1.5)
    assert worth(dear, cheap) == [("Dear", Worth.LIKE_ANOTHER, "Cheap"), ("Cheap", Worth.BOTH, "")]


@pytest.mark.parametrize(("first", "second"), [(None, None), (2.0, None), (2.0, 2.0)])
def test_without_a_cheaper_one_the_later_waits(first, second):
    twin = [Lab(80.6, 3.2, 49.4)]
    found = worth(Tried("First", YELLOW, first), Tried("Second", twin, second))
    assert [one for _, one, _ in found] == [Worth.BOTH, Worth.LIKE_ANOTHER]


def test_what_is_not_fired_waits_and_holds_nothing_up():
    found = worth(Tried("Unfired", []), Tried("Rope Green", GREEN))
    assert [one for _, one, _ in found] == [Worth.NOT_FIRED, Worth.BOTH]


def test_without_a_control_nothing_is_called_weak():
    assert worth(Tried("Pale", [Lab(84.5, 1, 9)]), plain=[]) == [("Pale", Worth.BOTH, "")]


def test_two_weak_ones_are_not_sent_to_wait_for_each_other():
    found = worth(Tried("One", [Lab(84.5, 1, 9)]), Tried("Other", [Lab(84.6, 1, 9)]))
    assert [one for _, one, _ in found] == [Worth.STRONGER, Worth.STRONGER]


def test_the_reason_says_how_far():
    (said,) = verdicts(PLAIN, [Tried("Pale", [Lab(84.5, 1, 9)])], NOISE)
    assert "ΔE 0.8" in said.reason
