"""Energy: against a balance integrated step by step, and what must always hold."""

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.firing.kiln_model import (
    LOSS_AT_C,
    LOSS_SHARE,
    ROOM_C,
    STORE_H_PER_C,
    energy_of,
    possible_rate,
)
from claycore.measure.errors import ClayError

RISE = [(0.0, 20.0), (4.0, 420.0), (9.0, 1220.0), (10.0, 1220.0)]


def integrated(curve, power_kw, steps=20000):
    """The same balance in small steps."""
    total = 0.0
    for (began, from_c), (ended, to_c) in pairwise(curve):
        hours = (ended - began) / steps
        for step in range(steps):
            now = from_c + (to_c - from_c) * (step + 0.5) / steps
            loss = power_kw * LOSS_SHARE * (now - ROOM_C) / (LOSS_AT_C - ROOM_C)
            store = power_kw * STORE_H_PER_C * (to_c - from_c) / (ended - began)
            total += hours * min(power_kw, max(0.0, loss + store))
    return total


@pytest.mark.parametrize("curve", [RISE, [*RISE, (20.0, 100.0)], [*RISE, (11.0, 700.0)]])
def test_energy_is_the_integral_of_the_balance(curve):
    assert energy_of(curve, 6).kwh == pytest.approx(integrated(curve, 6), rel=1e-4)


def test_a_hold_takes_what_the_kiln_loses():
    """The closed figure: at 1240 °C half its power, hour for hour."""
    assert energy_of([(0.0, LOSS_AT_C), (3.0, LOSS_AT_C)], 8).kwh == pytest.approx(12)


@given(st.floats(1, 20), st.floats(2, 30), st.floats(200, 1250))
def test_never_more_than_full_power_nor_less_than_what_is_stored(power, hours, peak):
    found = energy_of([(0.0, 20.0), (hours, peak)], power)
    assert found.kwh <= power * hours + 1e-9
    if found.too_fast_from_c is None:
        assert found.kwh >= power * STORE_H_PER_C * (peak - 20) - 1e-9


def test_a_rise_beyond_its_power_is_told_with_what_is_possible():
    found = energy_of([(0.0, 20.0), (3.0, 1220.0)], 6)
    assert found.possible_rate == pytest.approx(400)
    assert possible_rate(6, found.too_fast_from_c) == pytest.approx(400)
    assert energy_of(RISE, 6).too_fast_from_c is None


def test_power_must_be_something():
    with pytest.raises(ClayError) as error:
        energy_of(RISE, 0)
    assert error.value.field == "power_kw"
