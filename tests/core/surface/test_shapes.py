"""Surfaces and displacement of pieces, against closed formulas and numerical integration."""

import math

import pytest
from scipy.integrate import quad

from claycore.measure.errors import ClayError, Inconsistent
from claycore.surface.shapes import (
    SHAPES,
    UNDER_MM,
    Beaker,
    Bowl,
    Box,
    Plate,
    Side,
    TileShape,
    bucket_for,
)

MUG = Beaker(rim=84, foot=84, height=95)
FLARED = Beaker(rim=120, foot=70, height=100)
BOWL = Bowl(rim=180, height=70)
DEEP = Bowl(rim=120, height=110)
EVERY = [MUG, FLARED, BOWL, DEEP, Plate(270, 25), Box(90, 140, 60), TileShape(100, 100, 8)]


def radius_of(shape):
    """The radius of a round piece at a depth below its rim, mm; by the shape's own definition."""
    if isinstance(shape, Beaker):
        return lambda z: (shape.rim + (shape.foot - shape.rim) * z / shape.height) / 2
    sphere = (shape.rim**2 / 4 + shape.height**2) / (2 * shape.height)
    return lambda z: math.sqrt(max(0.0, sphere**2 - (sphere - shape.height + z) ** 2))


@pytest.mark.parametrize("shape", [MUG, FLARED, BOWL, DEEP])
@pytest.mark.parametrize("share", [0.2, 0.6, 0.95])
def test_round_pieces_against_numerical_integration(shape, share):
    to, radius = share * shape.depth, radius_of(shape)

    def around(z, h=1e-4):
        slope = (radius(z + h) - radius(z - h)) / (2 * h) if h < z < shape.depth - h else 0.0
        if z <= h or z >= shape.depth - h:
            slope = (radius(min(z + h, shape.depth)) - radius(max(z - h, 0))) / (2 * h)
        return 2 * math.pi * radius(z) * math.sqrt(1 + slope**2)

    area, _ = quad(around, 0, to)
    volume, _ = quad(lambda z: math.pi * radius(z) ** 2, 0, to)
    assert shape.area_cm2(Side.OUTSIDE, to) == pytest.approx(area / 100, rel=1e-3)
    assert shape.pushed_aside_ml(to) == pytest.approx(volume / 1000, rel=1e-6)


def test_closed_formulas():
    """A cylinder, a hemisphere, a box."""
    assert MUG.area_cm2(Side.OUTSIDE) == pytest.approx(math.pi * 84 * 95 / 100)
    assert MUG.area_cm2(Side.INSIDE) == pytest.approx(math.pi * (84 * 95 + 42**2) / 100)
    assert MUG.pushed_aside_ml() == pytest.approx(math.pi * 42**2 * 95 / 1000)
    half = Bowl(rim=160, height=80)
    assert half.area_cm2(Side.INSIDE) == pytest.approx(2 * math.pi * 80**2 / 100)
    assert half.pushed_aside_ml() == pytest.approx(2 / 3 * math.pi * 80**3 / 1000)
    assert Box(90, 140, 60).area_cm2(Side.BOTH) == pytest.approx(
        (2 * 2 * 230 * 60 + 90 * 140) / 100
    )


@pytest.mark.parametrize("shape", EVERY)
def test_both_sides_are_the_sum_and_a_dip_line_leaves_some_bare(shape):
    both = shape.area_cm2(Side.BOTH)
    parts = shape.area_cm2(Side.OUTSIDE) + shape.area_cm2(Side.INSIDE)
    assert both == pytest.approx(parts)
    assert shape.area_cm2(Side.OUTSIDE, shape.depth / 3) <= shape.area_cm2(Side.OUTSIDE)
    assert shape.pushed_aside_ml(shape.depth / 3) < shape.pushed_aside_ml()


def test_every_shape_is_offered():
    assert set(SHAPES.values()) == {type(shape) for shape in EVERY}


@pytest.mark.parametrize("dip", [96, 1e4, 0, -5, math.nan, math.inf])
def test_a_dip_line_that_cannot_be_is_named(dip):
    with pytest.raises(ClayError) as raised:
        MUG.area_cm2(Side.OUTSIDE, dip)
    assert raised.value.field == "dip"


@pytest.mark.parametrize("rim", [0, -4, math.nan, 2e5])
def test_a_measure_that_cannot_be_is_named(rim):
    with pytest.raises(ClayError) as raised:
        Bowl(rim=rim, height=50)
    assert raised.value.field == "rim"


def test_a_bucket_holds_what_lets_the_piece_in_to_its_line():
    """A mug of 42 mm radius to 60 mm in a bucket of 100 mm radius, by hand."""
    found = bucket_for(MUG, 200, 60)
    base, piece = math.pi * 100**2, math.pi * 42**2
    assert found.slip_ml == pytest.approx((base * (60 + UNDER_MM) - piece * 60) / 1000)
    assert found.level_mm + found.rises_mm == pytest.approx(60 + UNDER_MM)


@pytest.mark.parametrize("shape", [MUG, DEEP, Box(90, 140, 60)])
def test_a_bucket_that_is_too_narrow_is_told(shape):
    with pytest.raises(Inconsistent) as raised:
        bucket_for(shape, shape.across)
    assert raised.value.field == "bucket"


def test_a_bowl_deeper_than_half_its_rim_is_widest_below_it():
    """Rim 120, depth 90: the sphere is (60² + 90²) / 180 = 65 mm in radius."""
    assert Bowl(120, 90).across == pytest.approx(130)
    assert Bowl(120, 60).across == pytest.approx(120)
    assert Bowl(120, 40).across == 120
