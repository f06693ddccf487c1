"""Definitions: ASTM C326. Check values: arithmetic."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from uncertainties import ufloat

from claycore.measure.errors import Inconsistent, OutOfBounds
from claycore.measure.uncertainty import Estimate
from claycore.testing import shrinkage as s

lengths = st.floats(1, 500)


def test_six_and_six_is_not_twelve():
    found = s.shrinkage(100, 94, 94 * 0.94, 0.5)
    assert found.drying.value == pytest.approx(6)
    assert found.firing.value == pytest.approx(6)
    assert found.total.value == pytest.approx(11.64)
    assert found.volume_total.value == pytest.approx(100 * (1 - 0.8836**3))


@given(lengths, lengths, lengths)
def test_total_compounds(wet, dry, fired):
    found = s.shrinkage(wet, dry, fired, 0.5)
    left = (1 - found.drying.value / 100) * (1 - found.firing.value / 100)
    assert 1 - found.total.value / 100 == pytest.approx(left)


@pytest.mark.parametrize(
    ("given_lengths", "known"),
    [
        ((100, 94, None), {"drying"}),
        ((None, 94, 88), {"firing"}),
        ((100, None, 88), {"total", "volume_total"}),
        ((100, 94, 88), {"drying", "firing", "total", "volume_total"}),
    ],
)
def test_two_lengths_say_what_they_can(given_lengths, known):
    found = s.shrinkage(*given_lengths, 0.5)
    names = ("drying", "firing", "total", "volume_total")
    assert {name for name in names if getattr(found, name)} == known


def test_uncertainty_agrees_with_the_uncertainties_package_and_with_monte_carlo():
    """Outside: the uncertainties package (linear), and numpy draws of the ruler's rectangles."""
    step = 0.5
    found = s.shrinkage(100, 94, 88.5, step)
    u = step / 12**0.5
    wet, fired = ufloat(100, u), ufloat(88.5, u)
    total = 100 * (wet - fired) / wet
    assert found.total.u95 == pytest.approx(2 * total.s)
    volume = 100 * (1 - (fired / wet) ** 3)
    assert found.volume_total.u95 == pytest.approx(2 * volume.s)
    rng = np.random.default_rng(7)
    wets, fireds = (m + rng.uniform(-step / 2, step / 2, 200_000) for m in (100, 88.5))
    drawn = 100 * (wets - fireds) / wets
    assert found.total.u95 == pytest.approx(2 * drawn.std(), rel=0.01)


def test_one_length_is_not_enough():
    with pytest.raises(Inconsistent) as caught:
        s.shrinkage(100, None, None, 0.5)
    assert caught.value.field == "dry"


@pytest.mark.parametrize("length", [0, -1, float("nan"), float("inf")])
def test_lengths_that_cannot_be(length):
    with pytest.raises(OutOfBounds) as caught:
        s.shrinkage(100, length, 88, 0.5)
    assert caught.value.field == "dry"


@pytest.mark.parametrize(
    ("pct", "expected"),
    [
        *[(3.9, "short body"), (4, "4–6 %"), (5.8, "4–6 %"), (6, "4–6 %"), (6.1, "6–7 %")],
        *[(7, "6–7 %"), (7.1, "over 7 %")],
    ],
)
def test_what_a_drying_shrinkage_says(pct, expected):
    assert expected in s.reading_of_drying(pct)


def test_what_is_not_known_of_the_shrinkage_is_not_known_of_the_size():
    """80 mm at 12 ± 0.6 %: 80 / 0.88, and its slope 80 / 0.88² times 0.006."""
    found = s.size_to_make(80, Estimate(12, 0.6))
    assert found.value == pytest.approx(90.909, abs=0.001)
    assert found.u95 == pytest.approx(0.6198, abs=0.0001)
