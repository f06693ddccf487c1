"""sRGB, XYZ and CIELAB against colour-science and ColorAide."""

import colour as colour_science
import numpy as np
import pytest
from coloraide import Color

from claycore.colour import spaces

RGB = np.random.default_rng(3).random((5000, 3))


def test_srgb_and_lab_agree_with_colour_science():
    xyz = colour_science.sRGB_to_XYZ(RGB)
    expected = colour_science.XYZ_to_Lab(xyz, colour_science.CCS_ILLUMINANTS[OBSERVER]["D65"])
    found = spaces.lab_from_linear(spaces.linear_from_srgb(RGB))
    assert found == pytest.approx(expected, abs=0.05)


OBSERVER = "CIE 1931 2 Degree Standard Observer"


def test_lab_agrees_with_coloraide():
    for rgb in RGB[:200]:
        expected = Color("srgb", list(rgb)).convert("lab-d65").coords()
        found = spaces.lab_from_linear(spaces.linear_from_srgb(rgb))
        assert found == pytest.approx(expected, abs=0.05)


def test_the_wide_space_agrees_with_coloraide():
    for linear in RGB[:200]:
        wide = Color("rec2020-linear", list(linear))
        found = spaces.lab_from_linear(linear, spaces.WIDE)
        assert found == pytest.approx(wide.convert("lab-d65").coords(), abs=0.05)
        assert spaces.linear_from_lab(found, spaces.WIDE) == pytest.approx(linear)
        in_srgb = spaces.in_srgb(linear, spaces.WIDE)
        assert in_srgb == pytest.approx(wide.convert("srgb-linear").coords(), abs=5e-4)


def test_every_step_comes_back():
    linear = spaces.linear_from_srgb(RGB)
    assert spaces.srgb_from_linear(linear) == pytest.approx(RGB)
    assert spaces.linear_from_lab(spaces.lab_from_linear(linear)) == pytest.approx(linear)


def test_white_is_neutral():
    """IEC 61966-2-1: sRGB white is D65 white."""
    assert spaces.lab_from_linear([1, 1, 1]) == pytest.approx([100, 0, 0], abs=0.01)
