"""Plates that sag, against a case worked by hand; the disc's formula is from memory."""

import pytest

from claycore.measure.errors import OutOfBounds
from claycore.measure.uncertainty import Measured
from claycore.testing.pyroplasticity import floor_sag, sag_pct


def test_a_plate_over_its_foot_ring():
    """8 mm thick, 100 mm between supports, 2.5 mm of sag: 8² · 2.5 / 100⁴ = 1.6 · 10⁻⁶ per mm.

    A floor of 6 mm over 140 mm: 0.2 · 1.6e-6 · 140⁴ / 6² = 3.41 mm; over half of that, a sixteenth.
    """
    index = 8**2 * 2.5 / 100**4
    assert floor_sag(index, 6, 140) == pytest.approx(3.41, abs=0.01)
    assert floor_sag(index, 6, 70) == pytest.approx(3.41 / 16, abs=0.01)
    assert floor_sag(index, 12, 140) == pytest.approx(3.41 / 4, abs=0.01)


def test_sag_as_a_share_of_the_span():
    assert sag_pct(Measured(2.5, 0.5), Measured(100, 0.5)) == pytest.approx(2.5)
    with pytest.raises(OutOfBounds):
        sag_pct(Measured(2.5, 0.5), Measured(0, 0.5))
