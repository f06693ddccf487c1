"""Witness cones: brackets on the cone scale."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.firing import cones
from claycore.firing.witness import Bend, shelf_heat
from claycore.measure.errors import ClayError


def test_two_cones_bracket_a_shelf():
    """Between the charted temperatures of cones 5 and 6 at 60 °C/h: 1186 and 1222, from memory."""
    found = shelf_heat({"5": Bend.DOWN, "6": Bend.STANDING})
    assert (found.down, found.low_c, found.high_c) == ("5", 1186, 1222)
    assert (found.middle_c, found.half_c) == (1204, 18)


def test_a_cone_half_down_says_more():
    found = shelf_heat({"5": Bend.DOWN, "6": Bend.HALF, "7": Bend.STANDING})
    assert (found.down, found.low_c, found.high_c) == ("5", 1212, 1222)


@pytest.mark.parametrize("seen", [{"6": Bend.DOWN}, {"6": Bend.STANDING}, {}])
def test_one_side_may_stay_open(seen):
    found = shelf_heat(seen)
    assert found.middle_c is None
    assert found.half_c == math.inf


@pytest.mark.parametrize(
    "seen",
    [
        {"6": Bend.STANDING, "7": Bend.DOWN},
        {"05": Bend.HALF, "04": Bend.DOWN},
        {"5": Bend.HALF, "6": Bend.HALF},
    ],
)
def test_a_hotter_cone_does_not_bend_first(seen):
    with pytest.raises(ClayError) as error:
        shelf_heat(seen)
    assert error.value.field == "cone"


@given(st.integers(0, len(cones.CONES) - 4), st.sampled_from(Bend))
def test_a_bracket_is_never_upside_down(first, middle):
    low, between, high = cones.CONES[first : first + 3]
    found = shelf_heat({low: Bend.MELTED, between: middle, high: Bend.STANDING})
    assert found.low_c < found.high_c
