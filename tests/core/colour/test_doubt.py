"""What reading colours adds to how far their difference may be off."""

import numpy as np
import pytest

from claycore.colour.doubt import (
    Doubt,
    SeenColour,
    averaged,
    difference_variance,
    doubt_of_its_own,
    off_by_95,
)
from claycore.colour.equal_tiles import Noise, Visible, apart
from claycore.colour.notation import Lab
from claycore.colour.series import read_series

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
    mean = doubt.times(0.5).and_(Doubt("q", NOTHING_SHARED, 0.5))
    assert Doubt.from_written(mean.written) == mean
    assert mean.is_mean
    assert not doubt.is_mean


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
        {"picture": "p", "shared": BRIGHTER, "own": float("nan")},
        {"picture": "p", "shared": BRIGHTER, "own": 1, "also": [{"picture": "q"}]},
        {"picture": "p", "shared": BRIGHTER, "own": 1, "also": 3},
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
    """One photograph of both does: then what light and camera do to both cancels."""
    across = apart([seen(50)], [seen(53.5, "q")], Noise(0.4))
    assert across.would_decide is None
    assert across.reading_keeps_open
    together = apart([seen(50)], [seen(53.5)], Noise(0.4))
    assert together.visible is Visible.DIFFERENT
    assert not together.reading_keeps_open
    said = read_series({3.0: [seen(50)], 6.0: [seen(53.5, "q")]}, Noise(0.4)).reason
    assert said.endswith("One photograph of both would settle it.")


def test_two_pictures_that_are_as_sure_count_alike_and_their_mean_is_surer():
    """By hand: errors of the same size in two pictures leave 1/√2 of it."""
    one, other = seen(50), seen(51, "q")
    mean = averaged(one, other)
    assert mean.lab.lightness == pytest.approx(50.5)
    alone = off_by_95(one, np.array(BRIGHTER) @ np.array(BRIGHTER).T)
    assert mean.u95 == pytest.approx(alone / np.sqrt(2), rel=0.05)


def test_the_surer_picture_counts_for_more():
    sure = tuple(tuple(part / 3 for part in row) for row in BRIGHTER)
    mean = averaged(seen(50), seen(51, "q", sure))
    assert mean.lab.lightness == pytest.approx(50.9)


def test_what_is_a_tiles_own_counts_by_the_square_of_its_weight():
    """By hand: two of 0.4, each at a half, leave 0.1 and 0.1."""
    one, other = (seen(50, picture, NOTHING_SHARED, own=0.4) for picture in "pq")
    assert one.doubt.times(0.5).own == pytest.approx(0.1)
    assert averaged(one, other).doubt.own == pytest.approx(0.2)


def test_pictures_that_do_not_agree_have_no_mean():
    assert averaged(seen(50), seen(60, "q")) is None
    assert averaged(seen(50), SeenColour(50, 8, 12)) is None


def test_means_of_the_same_two_pictures_share_what_both_left_open():
    """What is left between two tiles that were averaged alike is not more than in one picture."""
    one, other = (averaged(seen(light), seen(light + 0.5, "q")) for light in (50, 54))
    both = [SeenColour(*mean.lab.values, mean.doubt) for mean in (one, other)]
    assert difference_variance([both[0]], [both[1]], both[0]) == pytest.approx(0, abs=1e-9)
