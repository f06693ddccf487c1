"""Why a colour is beyond what was tested, by palettes whose ends are known."""

import pytest

from claycore.colour.naming import Family
from claycore.colour.notation import Lab
from claycore.colour.palette import FiredTile, learn
from claycore.colour.reach import OutOfReach, Short, out_of_reach

WHITE_CLAY = Lab(88, 0, 6)
BLUE = Lab(45, 2, -34)
GREEN = Lab(50, -22, 14)


def palette(**fired):
    return learn(WHITE_CLAY, [FiredTile({name: 8.0}, lab) for name, lab in fired.items()])


@pytest.mark.parametrize(
    ("want", "found"),
    [
        # F4: a strong red where a blue and a green were tested.
        (Lab(44.4, 71.0, 49.4), OutOfReach(Short.HUE, Family.RED)),
        (Lab(95, 0, 2), OutOfReach(Short.LIGHTNESS, Family.WHITE)),
        (Lab(45, 3, -60), OutOfReach(Short.STRENGTH, Family.BLUE, "Deep")),
        (Lab(22, 0, 0), OutOfReach(Short.DEPTH, Family.BLACK)),
        (Lab(60, 1, -20), None),
        (Lab(70, 0, 3), None),
    ],
)
def test_what_is_lacking_is_told_apart(want, found):
    assert out_of_reach(palette(Deep=BLUE, Fern=GREEN), want, 8) == found


def test_the_least_lightness_or_chroma_short_is_not_told():
    of_two = palette(Deep=BLUE, Fern=GREEN)
    assert out_of_reach(of_two, Lab(91, 0, 2), 8) is None
    assert out_of_reach(of_two, Lab(93, 0, 2), 8) == OutOfReach(Short.LIGHTNESS, Family.WHITE)


def test_a_lower_limit_reaches_less_far():
    """At 2 % the blue is far paler than at the 8 % it was tested at."""
    want = Lab(50, 1, -30)
    assert out_of_reach(palette(Deep=BLUE), want, 8) is None
    assert out_of_reach(palette(Deep=BLUE), want, 2) == OutOfReach(
        Short.STRENGTH, Family.BLUE, "Deep"
    )


def test_a_clay_without_colourants_lacks_the_hue():
    assert out_of_reach(learn(WHITE_CLAY, []), BLUE, 8) == OutOfReach(Short.HUE, Family.BLUE)
