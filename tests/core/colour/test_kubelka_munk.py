"""Kubelka and Munk against values worked by hand."""

import numpy as np
import pytest

from claycore.colour.kubelka_munk import BRIGHTEST, DARKEST, k_over_s, reflectance_of, steepness


@pytest.mark.parametrize(("reflectance", "ratio"), [(0.5, 0.25), (0.2, 1.6), (0.1, 4.05)])
def test_values_worked_by_hand(reflectance, ratio):
    assert k_over_s(reflectance) == pytest.approx(ratio)
    assert reflectance_of(ratio) == pytest.approx(reflectance)


def test_it_comes_back_over_its_whole_range():
    reflectances = np.linspace(DARKEST, BRIGHTEST, 400)
    assert reflectance_of(k_over_s(reflectances)) == pytest.approx(reflectances)


def test_what_no_layer_can_be_is_taken_as_the_nearest_that_can():
    assert reflectance_of(-1) == pytest.approx(BRIGHTEST)
    assert k_over_s(0) == k_over_s(DARKEST)


def test_the_steepness_is_that_of_the_curve():
    at = np.array([0.1, 0.4, 0.8])
    nearby = k_over_s(at + 1e-6) - k_over_s(at - 1e-6)
    assert steepness(at) == pytest.approx(-2e-6 / nearby, rel=1e-4)
