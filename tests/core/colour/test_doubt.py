"""What reading colours adds to how far their difference may be off."""

import numpy as np
import pytest

from claycore.colour.doubt import (
    Doubt,
    SeenColour,
    difference_variance,
    doubt_of_its_own,
    off_by_95,
)
from claycore.colour.equal_tiles import Noise, Visible, apart
from claycore.colour.notation import Lab

NOTHING_SHARED = ((0.0,), (0.0,), (0.0,))
BRIGHTER = ((1.5, 0.0), (0.0, 0.2), (0.0, 0.1))
"""Two causes: one moves lightness by 1.5, one tints a little."""


def seen(lightness, picture="p", shared=BRIGHTER, own=0.0):
    return SeenColour(lightness, 8.0, 12.0, Doubt(picture, shared, own))


def test_what_both_share_cancels_in_one_picture_and_adds_up_over_two():
    one = seen(50)
    assert difference_variance([one], [seen(52)], one) == pytest.approx(0, abs=1e-9)
    of_one = difference_variance([one], [Lab(52, 8, 12)], one)
    of_two = difference_variance([one], [seen(52, "q")], one)
    assert of_two == pytest.approx(2 * of_one, rel=0.02)


def test_what_moves_one_more_than_the_other_is_left():
    less = tuple(tuple(0.6 * part for part in row) for row in BRIGHTER)
    left = difference_variance([seen(50)], [seen(52, shared=less)], Lab(50, 8, 12))
    whole = difference_variance([seen(50)], [Lab(52, 8, 12)], Lab(50, 8, 12))
    assert left == pytest.approx(0.4**2 * whole, rel=0.01)


def test_more_tiles_of_one_picture_share_one_light_and_of_several_do_not():
    plain = [Lab(55, 8, 12)]
    alone = difference_variance([seen(50)], plain, plain[0])
    same = difference_variance([seen(50)] * 4, plain, plain[0])
    several = difference_variance([seen(50, str(n)) for n in range(4)], plain, plain[0])
    assert same == pytest.approx(alone)
    assert several == pytest.approx(alone / 4, rel=0.01)


def test_typed_colours_add_nothing():
    assert difference_variance([Lab(50, 0, 0)], [Lab(52, 0, 0)], Lab(50, 0, 0)) == 0


def test_a_doubt_of_its_own_is_as_wide_as_it_says():
    """At mid grey CIEDE2000 and CIELAB agree in lightness; a and b of greys count a half more."""
    doubt = doubt_of_its_own(3.0)
    found = off_by_95(Lab(50, 0, 0), doubt.own * np.eye(3))
    assert 3.0 <= found < 4.5


def test_it_is_read_as_it_was_written():
    doubt = Doubt("p", BRIGHTER, 0.25)
    assert Doubt.from_written(doubt.written) == doubt


@pytest.mark.parametrize(
    "written",
    [
        {"picture": "p", "own": 1},
        {"picture": "p", "shared": [[1.0], [2.0]], "own": 1},
        {"picture": "p", "shared": [[1.0], [2.0], [1.0, 2.0]], "own": 1},
        {"picture": "p", "shared": [[], [], []], "own": 1},
        {"picture": "p", "shared": [[1.0], [float("nan")], [1.0]], "own": 1},
        {"picture": "p", "shared": [[1.0], [1.0], [1.0]], "own": -1},
        {"picture": "p", "shared": "abc", "own": 1},
        7,
    ],
)
def test_what_is_no_doubt_is_refused(written):
    with pytest.raises(ValueError, match="no doubt"):
        Doubt.from_written(written)


def test_two_photographs_leave_undecided_what_one_settles():
    """4 apart in lightness: within a picture that is seen, across two it may be the light."""
    noise = Noise(0.4)
    assert apart([seen(50)], [seen(54.5)], noise).visible is Visible.DIFFERENT
    across = apart([seen(50)], [seen(54.5, "q")], noise)
    assert across.visible is Visible.NOT_DECIDED
    assert across.u95 > 2
    assert across.delta_e == apart([seen(50)], [seen(54.5)], noise).delta_e
    nearly = [apart([seen(50)], [seen(51.2, picture)], noise) for picture in "pq"]
    assert [one.visible for one in nearly] == [Visible.SAME, Visible.NOT_DECIDED]


def test_no_number_of_tiles_settles_what_the_light_leaves_open():
    assert apart([seen(50)], [seen(53.5, "q")], Noise(0.4)).would_decide is None
