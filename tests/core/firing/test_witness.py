"""Witness cones: brackets on the cone scale, and how shelves differ."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.firing import cones
from claycore.firing.witness import Bend, ShelfHeat, shelf_heat, shelf_offsets
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
    found = shelf_heat({low: Bend.DOWN, between: middle, high: Bend.STANDING})
    assert found.low_c < found.high_c


def heat(middle, half=10.0):
    return ShelfHeat("6", middle - half, middle + half)


def test_shelves_differ_by_what_they_do_again_and_again():
    """Top 12 °C over bottom every time: ±6 about the mean, unsure by the brackets alone."""
    found = shelf_offsets([{0: heat(1200), 1: heat(1212)}] * 4)
    assert found[1].value == pytest.approx(6)
    assert found[0].value == pytest.approx(-6)
    assert found[1].u95 == pytest.approx(2 * 10 / math.sqrt(3) / math.sqrt(4))
    assert found[1].firings == 4


def test_scatter_makes_unsure_and_more_firings_surer():
    calm = shelf_offsets([{0: heat(1200), 1: heat(1212)}] * 3)
    wild = shelf_offsets([{0: heat(1200), 1: heat(1200 + step)} for step in (-20, 12, 44)])
    more = shelf_offsets([{0: heat(1200), 1: heat(1200 + s)} for s in (-20, 12, 44) * 4])
    assert wild[1].value == pytest.approx(calm[1].value)
    assert calm[1].u95 < more[1].u95 < wild[1].u95


def test_a_firing_with_one_shelf_tells_nothing_of_the_spread():
    assert shelf_offsets([{0: heat(1200)}, {1: shelf_heat({"6": Bend.DOWN}), 0: heat(1200)}]) == {}
