"""Stacked clay: every slab keeps its share, folds double the layers, a twist climbs."""

import numpy as np
import pytest

from claycore.measure.errors import OutOfBounds
from claycore.surface.previews.stacked import Block, cut, finest_thrown_mm, thrown

SLABS = (6.0, 3.0, 9.0)
PX = 6


def shares(face, count=3):
    return np.bincount(face.ravel(), minlength=count) / face.size


def layers(column):
    """How many layers one passes going down a column."""
    return 1 + int((np.diff(column) != 0).sum())


@pytest.mark.parametrize(
    ("folds", "wedging", "slant"), [(0, 0, 90), (2, 0, 78), (1, 6, 90), (3, 12, 35)]
)
def test_no_slab_gains_or_loses_area(folds, wedging, slant):
    face = cut(Block(SLABS, 92, folds, wedging), slant, 16)
    assert shares(face) == pytest.approx([6 / 18, 3 / 18, 9 / 18], abs=0.01)


def test_slabs_lie_from_the_lowest_up():
    face = cut(Block(SLABS, 40), 90, PX)
    assert (face[-1], face[0]) == (pytest.approx(0), pytest.approx(2))
    assert (face == face[:, :1]).all()


@pytest.mark.parametrize("folds", [1, 2, 3])
def test_a_fold_doubles_the_layers_and_mirrors_them(folds):
    face = cut(Block(SLABS, 40, folds), 90, 24)
    # Where two mirrored halves meet, the same slab lies on both sides: one layer less at each.
    assert layers(face[:, 0]) == 3 * 2**folds - (2**folds - 1)
    assert np.array_equal(face, face[::-1])


def test_the_finest_layer_halves_with_each_fold():
    assert [Block(SLABS, 40, folds).finest_mm for folds in (0, 1, 3)] == [3.0, 1.5, 0.375]


def test_a_slanting_cut_draws_the_layers_out():
    straight, slanting = (cut(Block(SLABS, 40), slant, PX) for slant in (90, 30))
    assert slanting.shape[0] == pytest.approx(2 * straight.shape[0], abs=1)


def test_wedging_swirls_and_none_leaves_it_straight():
    straight, swirled = (cut(Block(SLABS, 120, 0, wedging), 90, PX) for wedging in (0, 8))
    assert not np.array_equal(swirled, straight)
    assert np.array_equal(swirled, cut(Block(SLABS, 120, 0, 8), 90, PX))


def test_a_twist_climbs_and_without_one_the_layers_stand_upright():
    upright = thrown(Block(SLABS, 80), 0, 90, PX)
    assert (upright == upright[:1]).all()
    spiral = thrown(Block(SLABS, 80), 2, 90, PX)
    assert layers(spiral[:, spiral.shape[1] // 2]) > 4
    assert spiral.max() == 2


def test_the_more_it_is_twisted_the_finer_a_layer():
    block = Block(SLABS, 80)
    assert finest_thrown_mm(block, 0, 90) == 3.0
    # One turn of an 80 mm cylinder over its own circumference climbs at 45 degrees.
    assert finest_thrown_mm(block, 1, np.pi * 80) == pytest.approx(3 / np.sqrt(2))


@pytest.mark.parametrize(
    ("draw", "field"),
    [
        (lambda: cut(Block(SLABS, 40, 8), 90, PX), "folds"),
        (lambda: cut(Block(SLABS, 40), 5, PX), "slant"),
        (lambda: thrown(Block(SLABS, 40), 7, 90, PX), "turns"),
    ],
)
def test_what_cannot_be_is_named(draw, field):
    with pytest.raises(OutOfBounds) as caught:
        draw()
    assert caught.value.field == field
