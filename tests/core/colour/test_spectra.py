"""Reflectances from colours. Outside: colour-science's D65 and measured reflectances."""

import colour as colour_science
import numpy as np
import pytest

from claycore.colour import spectra
from claycore.colour.difference import ciede2000_of
from claycore.colour.spaces import D65_WHITE
from tests.core.colour.measured import MEASURED


def test_the_light_is_d65():
    expected = colour_science.SDS_ILLUMINANTS["D65"].copy()
    shape = colour_science.SpectralShape(380, 730, 10)
    assert np.allclose(spectra._D65, expected.align(shape).values, rtol=1e-4)


def test_a_white_is_white():
    white = np.ones(len(spectra.WAVELENGTHS_NM))
    assert spectra.lab_of(white) == pytest.approx([100, 0, 0], abs=1e-9)
    assert white @ spectra._WEIGHTS == pytest.approx(D65_WHITE)


def test_measured_surfaces_have_the_colour_that_colour_science_gives_them():
    shape = colour_science.SpectralShape(380, 730, 10)
    for reflectance in MEASURED:
        found = colour_science.sd_to_XYZ(
            colour_science.SpectralDistribution(reflectance, shape),
            illuminant=colour_science.SDS_ILLUMINANTS["D65"],
        )
        expected = colour_science.XYZ_to_Lab(np.asarray(found) / 100, D65_XY)
        assert ciede2000_of(spectra.lab_of(reflectance), expected) < 0.3


D65_XY = colour_science.CCS_ILLUMINANTS["CIE 1931 2 Degree Standard Observer"]["D65"]


def test_the_reflectance_has_the_colour_and_is_one():
    rng = np.random.default_rng(4)
    labs = spectra.lab_of(MEASURED) + rng.normal(0, 1, (len(MEASURED), 3))
    found = spectra.reflectances_of(labs)
    assert ciede2000_of(spectra.lab_of(found), labs).max() < 1e-3
    assert ((found > 0) & (found < 1)).all()


def test_a_grey_is_flat():
    grey = spectra.reflectances_of([[50, 0, 0]])[0]
    assert np.ptp(grey) < 1e-6


def test_measured_surfaces_are_found_again_about():
    """Their spectra from their colours alone: within 0.1 of reflectance nearly everywhere."""
    found = spectra.reflectances_of(spectra.lab_of(MEASURED))
    assert np.quantile(np.abs(found - MEASURED), 0.9) < 0.1


@pytest.mark.parametrize("lab", [(50, 120, 90), (100, 50, 0), (0, 0, 0), (5, -90, 90)])
def test_a_colour_that_nothing_has_is_drawn_to_one_that_something_has(lab):
    found = spectra.reflectances_of([lab])
    assert np.isfinite(found).all()
    assert ((found > 0) & (found < 1)).all()
