"""Uncertainties of single readings. Source: JCGM 100:2008, the examples of the clauses named."""

import pytest

from claycore.measure.uncertainty import Estimate, Measured, combined, percent_decrease, propagated
from claycore.measure.uncertainty import rectangular_std as std


def test_a_rectangle_as_wide_as_the_step():
    """4.3.7: copper's expansion, within 0.40 · 10⁻⁶ /°C either way, has u = 0.23 · 10⁻⁶.

    The example's figures are from memory.
    """
    assert std(2 * 0.40) == pytest.approx(0.231, abs=0.0005)
    assert Measured(41.2, 0.1).u == pytest.approx(0.02887, abs=0.00001)


def test_independent_ones_are_combined_in_quadrature():
    """5.1.2."""
    assert combined(3.0, 4.0) == pytest.approx(5.0)
    assert combined(1.0, 2.0, 2.0) == pytest.approx(3.0)


def test_what_is_quoted_is_about_95_percent():
    """6.3.3: twice the combined standard uncertainty."""
    quoted = propagated(12.0, 0.3, 0.4)
    assert (quoted.value, quoted.u95) == (12.0, pytest.approx(1.0))
    assert (quoted.low, quoted.high) == (pytest.approx(11.0), pytest.approx(13.0))


def test_a_figure_is_of_one_piece_unless_it_says_so():
    assert Estimate(3.0, 0.2).count == 1


def test_a_length_that_fell():
    """80.0 mm that came to 71.2: 100 · 8.8 / 80 = 11 %; by 5.1.2 its two steps leave 0.0966 %.

    The sensitivities are 100 · 71.2 / 80² = 1.1125 and 100 / 80 = 1.25 percent a millimetre, u is
    0.1 / √12 = 0.028868 mm; twice √(0.032115² + 0.036084²) is 0.0966.
    """
    fell = percent_decrease(Measured(80.0, 0.1), Measured(71.2, 0.1))
    assert fell.value == pytest.approx(11.0)
    assert fell.u95 == pytest.approx(0.0966, abs=0.0001)
