"""Slip for a surface, against worked examples and what must always hold."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.measure.errors import ClayError
from claycore.surface.amounts import Coating, slip_for


def test_a_worked_example():
    """800 cm² twice at 0.7 mm: 112 ml stay on, of 124.4 ml made; Brongniart by hand."""
    found = slip_for(Coating(800, 2, 0.7, 1.5, pcts={"Quay Blue": 7}))
    assert found.slip_ml == pytest.approx(800 * 0.07 * 2 / 0.9)
    assert found.slip_g == pytest.approx(found.slip_ml * 1.5)
    dry = found.slip_ml * 0.5 * 2.6 / 1.6
    assert found.dry_clay_g == pytest.approx(dry / 1.07)
    assert found.additions_g == {"Quay Blue": pytest.approx(dry * 0.07 / 1.07)}


@given(
    st.floats(1, 1e4),
    st.integers(1, 12),
    st.floats(0.05, 20),
    st.floats(1.05, 2.2),
    st.floats(0, 90),
    st.lists(st.floats(0, 60), max_size=4),
)
def test_its_parts_add_up_and_more_is_never_less(area, coats, mm, gravity, loss, pcts):
    named = {f"part {n}": pct for n, pct in enumerate(pcts)}
    one = slip_for(Coating(area, coats, mm, gravity, loss_pct=loss, pcts=named))
    total = one.dry_clay_g + one.water_g + math.fsum(one.additions_g.values())
    assert total == pytest.approx(one.slip_g)
    assert one.slip_g == pytest.approx(one.slip_ml * gravity)
    assert slip_for(Coating(area * 2, coats, mm, gravity, loss_pct=loss)).slip_ml > one.slip_ml


@pytest.mark.parametrize(
    ("changed", "field"),
    [
        ({"area_cm2": 0}, "area"),
        ({"coats": 0}, "coats"),
        ({"coats": 13}, "coats"),
        ({"thickness_mm": 0}, "thickness"),
        ({"specific_gravity": 1}, "specific_gravity"),
        ({"specific_gravity": 2.7}, "specific_gravity"),
        ({"solid_density": 0.5}, "solid_density"),
        ({"loss_pct": 100}, "loss_pct"),
        ({"loss_pct": -1}, "loss_pct"),
        ({"pcts": {"x": -2}}, "add"),
    ],
)
def test_what_cannot_be_is_named(changed, field):
    usual = {"area_cm2": 800, "coats": 2, "thickness_mm": 0.7, "specific_gravity": 1.5}
    with pytest.raises(ClayError) as raised:
        slip_for(Coating(**{**usual, **changed}))
    assert raised.value.field == field
