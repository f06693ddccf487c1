"""CIEDE2000 against Sharma, Wu and Dalal 2005, table 1 (pairs from memory), and colour-science."""

import colour as colour_science
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from claycore.colour.difference import ciede2000, in_words
from claycore.colour.notation import Lab, from_hex, parse
from claycore.measure.errors import OutOfBounds

SHARMA = [
    ((50, 2.6772, -79.7751), (50, 0, -82.7485), 2.0425),
    ((50, 3.1571, -77.2803), (50, 0, -82.7485), 2.8615),
    ((50, 2.8361, -74.0200), (50, 0, -82.7485), 3.4412),
    ((50, 2.5, 0), (73, 25, -18), 27.1492),
    ((50, 2.5, 0), (61, -5, 29), 22.8977),
    ((50, 2.5, 0), (56, -27, -3), 31.9030),
    ((50, 2.5, 0), (58, 24, 15), 19.4535),
]


@pytest.mark.parametrize(("one", "other", "expected"), SHARMA)
def test_published_pairs(one, other, expected):
    assert ciede2000(Lab(*one), Lab(*other)) == pytest.approx(expected, abs=5e-5)


labs = st.builds(Lab, st.floats(0, 100), st.floats(-90, 90), st.floats(-90, 90))


@settings(max_examples=60)
@given(labs, labs)
def test_agrees_with_an_outside_library(one, other):
    theirs = colour_science.delta_E(
        np.array([one.lightness, one.a, one.b]),
        np.array([other.lightness, other.a, other.b]),
        method="CIE 2000",
    )
    assert ciede2000(one, other) == pytest.approx(float(theirs), abs=1e-4)


@pytest.mark.parametrize("text", ["#a04020", "a04020", " #A04020 "])
def test_screen_colours_come_back(text):
    assert parse(text).hex == "#a04020"


def test_white_and_grey_are_neutral():
    """IEC 61966-2-1: sRGB white is D65 white, so L 100, a and b 0."""
    white = from_hex("#ffffff")
    assert (white.lightness, white.a, white.b) == pytest.approx((100, 0, 0), abs=1e-3)


@pytest.mark.parametrize(
    "text", ["52.1, 8.4, -20", "52.1 8.4 -20", "52,1; 8,4; -20", "52.1,8.4,-20"]
)
def test_lab_as_people_write_it(text):
    assert parse(text) == Lab(52.1, 8.4, -20)


@pytest.mark.parametrize(
    "text", ["", "#12345", "red", "1,2", "1,2,3,4", "101,0,0", "50,300,0", "nan,0,0", "50,inf,0"]
)
def test_what_is_no_colour(text):
    with pytest.raises(OutOfBounds, match="#rrggbb"):
        parse(text)


def test_out_of_a_screens_reach():
    strong = Lab(50, 120, 90)
    assert not strong.on_screen
    assert len(strong.hex) == 7


@pytest.mark.parametrize(
    ("difference", "says"),
    [
        (0.4, "the same"),
        (1.5, "visible only when touching"),
        (3, "side by side"),
        (9, "clearly different"),
    ],
)
def test_readings_in_words(difference, says):
    assert says in in_words(difference)
