"""How what a colourant adds rises with its percentage."""

import math

import numpy as np
import pytest

from claycore.colour.curves import CURVES, STRAIGHT, StrengthCurve, of_each


def test_straight_is_in_proportion():
    assert STRAIGHT.of([0, 3, 6]) == pytest.approx([0, 3, 6])
    assert CURVES[0] == STRAIGHT


def test_an_end_by_hand():
    """At the percentage of its end 1 − 1/e of all it can do, at three times that 95 %."""
    ending = StrengthCurve(ends_at=4)
    assert ending.has_end
    assert ending.of(4) == pytest.approx(4 * (1 - 1 / math.e))
    assert ending.of(12) == pytest.approx(4 * 0.9502, abs=1e-3)
    assert ending.of(0.01) == pytest.approx(0.01, rel=0.01)
    assert not StrengthCurve(power=0.5).has_end


@pytest.mark.parametrize("curve", CURVES)
def test_more_never_acts_less(curve):
    acts = curve.of(np.linspace(0, 30, 200))
    assert acts[0] == 0
    assert (np.diff(acts) >= 0).all()


def test_several_at_once_are_each_as_alone():
    pcts = np.array([0.5, 2.0, 9.0])
    for column, curve in zip(of_each(CURVES, pcts).T, CURVES, strict=True):
        assert column == pytest.approx(curve.of(pcts))
