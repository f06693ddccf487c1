"""Reading and writing colours."""

import pytest

from claycore.colour.notation import Lab, from_hex, parse
from claycore.measure.errors import OutOfBounds


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
