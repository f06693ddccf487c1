"""What a scratch through coats reveals."""

import math

import pytest

from claycore.colour.difference import ciede2000
from claycore.colour.notation import Lab
from claycore.measure.errors import OutOfBounds
from claycore.surface.previews.layers import WallLayer
from claycore.surface.previews.scratched import scratch

GREEN = WallLayer("Green", 0.7, Lab(50, -20, 18))
YELLOW = WallLayer("Yellow", 0.4, Lab(84, 1, 36))
BODY = WallLayer("Body", 9.0, Lab(88, 0, 8))
WALL = [GREEN, YELLOW, BODY]


@pytest.mark.parametrize(
    ("depth", "revealed", "width"),
    [(0.5, "Green", 0), (0.7, "Green", 0), (0.9, "Yellow", 0.4), (1.5, "Body", 0.8)],
)
def test_the_depth_of_the_tool_chooses_what_is_revealed(depth, revealed, width):
    found = scratch(WALL, depth)
    assert found.revealed.name == revealed
    assert found.width_mm == pytest.approx(width)


def test_the_walls_of_the_groove_show_every_layer_as_a_stripe():
    found = scratch(WALL, 1.5)
    assert [stripe.layer.name for stripe in found.stripes] == ["Green", "Yellow", "Body"]
    assert [stripe.half_width_mm for stripe in found.stripes] == pytest.approx([1.5, 0.8, 0.4])


def test_its_contrast_is_that_of_the_bottom_against_the_top():
    found = scratch(WALL, 1.5)
    assert found.delta_e == ciede2000(GREEN.lab, BODY.lab)
    assert found.lighter_by == pytest.approx(38)
    assert found.reads is True
    assert found.reads_from_mm == pytest.approx(500 * math.tan(math.radians(1 / 60)))


def test_a_faint_contrast_wants_a_wider_line_and_none_is_never_seen():
    faint = WallLayer("Body", 9, Lab(52, -20, 18))
    found = scratch([GREEN, faint], 0.9)
    assert found.reads_from_mm > 1
    assert found.reads is False
    alike = scratch([GREEN, WallLayer("Body", 9, GREEN.lab)], 3)
    assert (alike.reads_from_mm, alike.reads) == (None, False)


def test_without_a_colour_nothing_is_claimed():
    found = scratch([GREEN, WallLayer("Body", 9, None)], 1.5)
    assert (found.delta_e, found.lighter_by, found.reads) == (None, None, None)


@pytest.mark.parametrize("depth", [0, -1, 25, math.nan])
def test_a_depth_that_cannot_be_is_named(depth):
    with pytest.raises(OutOfBounds) as raised:
        scratch(WALL, depth)
    assert raised.value.field == "depth"


def test_there_is_always_a_body():
    with pytest.raises(ValueError, match="at least the body"):
        scratch([], 1)
