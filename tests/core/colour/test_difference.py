"""CIEDE2000 against Sharma, Wu and Dalal 2005, and against colour-science."""

import colour as colour_science
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from claycore.colour.difference import ciede2000, ciede2000_of, in_words
from claycore.colour.nearest import LARGEST_LIGHTNESS_WEIGHT, nearest
from claycore.colour.notation import Lab
from tests.core.colour.sharma import PAIRS
from tests.thoroughness import examples

GENERATOR = np.random.default_rng(7)
MANY = GENERATOR.uniform((0, -110, -110), (100, 110, 110), (20_000, 3))


def theirs(one, other):
    return colour_science.delta_E(np.asarray(one), np.asarray(other), method="CIE 2000")


@pytest.mark.parametrize(("one", "other", "expected"), PAIRS)
def test_published_pairs(one, other, expected):
    assert ciede2000(Lab(*one), Lab(*other)) == pytest.approx(expected, abs=5e-5)
    assert float(theirs(one, other)) == pytest.approx(expected, abs=5e-5)


def test_agrees_with_an_outside_library_over_the_whole_space():
    others = GENERATOR.permutation(MANY)
    assert ciede2000_of(MANY, others) == pytest.approx(theirs(MANY, others), abs=1e-6)


def test_agrees_on_greys_and_near_twins():
    greys = MANY[:500] * (1, 0, 0)
    near = MANY[:500] + GENERATOR.normal(0, 1e-3, (500, 3))
    for one, other in ((greys, MANY[:500]), (greys, greys[::-1]), (MANY[:500], near)):
        assert ciede2000_of(one, other) == pytest.approx(theirs(one, other), abs=1e-6)


labs = st.builds(Lab, st.floats(0, 100), st.floats(-90, 90), st.floats(-90, 90))


@settings(max_examples=examples(300))
@given(labs, labs)
def test_it_is_the_same_both_ways_and_nought_to_itself(one, other):
    assert ciede2000(one, other) == pytest.approx(ciede2000(other, one), abs=1e-9)
    assert ciede2000(one, one) == 0


@settings(max_examples=examples(200))
@given(labs, st.integers(1, 30), st.integers(1, 2000))
def test_the_nearest_are_those_of_working_out_every_difference(want, count, size):
    every = ciede2000_of(want.values, MANY[:size])
    found = nearest(want, MANY[:size], count)
    assert [one.delta_e for one in found] == pytest.approx(sorted(every)[:count])
    assert [every[one.index] for one in found] == pytest.approx([one.delta_e for one in found])


def test_nothing_is_near_where_there_is_nothing():
    assert nearest(Lab(50, 0, 0), [], 3) == []


@pytest.mark.parametrize(
    ("difference", "expected"),
    [
        (0.4, "the same"),
        (1.5, "visible only when touching"),
        (3, "side by side"),
        (9, "clearly different"),
    ],
)
def test_readings_in_words(difference, expected):
    assert expected in in_words(difference)


def test_the_largest_weight_of_lightness_is_that_of_black_beside_black():
    """S_L by its formula (ISO/CIE 11664-6) over all mean lightnesses; nothing passes the bound."""
    off = (np.linspace(0, 100, 2001) - 50) ** 2
    weights = 1 + 0.015 * off / np.sqrt(20 + off)
    assert weights.max() == pytest.approx(LARGEST_LIGHTNESS_WEIGHT, abs=1e-12)
