"""Ways out of a mix of the wrong strength, worked by hand."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.materials.clay_in_hand import DRY, ClayCondition, ClayState
from claycore.mixing.ways_out import WayOutKind, ways_out

PLASTIC = ClayCondition(ClayState.PLASTIC, 0.79)


def test_dosed_on_the_wet_weight():
    """4.2 kg plastic at 21 %: 3318 g dry, 273 g are 8.23 %. For 6.5 %: 882 g dry, 1116 g wet."""
    first, *others = ways_out(4200 * 0.79, 273, 6.5, PLASTIC)
    assert first.way == WayOutKind.ADD_CLAY
    assert first.add_dry_g == pytest.approx(882, abs=0.5)
    assert first.add_g == pytest.approx(1116.5, abs=0.6)
    assert [other.way for other in others] == [WayOutKind.KEEP, WayOutKind.BLEND]
    assert others[0].pct == pytest.approx(8.23, abs=0.005)


def test_too_weak_takes_colourant():
    first, *_ = ways_out(300, 12, 5, PLASTIC)
    assert (first.way, first.add_g, first.add_dry_g) == (WayOutKind.ADD_COLOURANT, 3, 3)


def test_near_enough_needs_no_way_out():
    assert ways_out(300, 15.1, 5, DRY) == []
    assert ways_out(300, 15, 0, DRY) == []


@given(st.floats(10, 5000), st.floats(0.5, 60), st.floats(0.5, 60), st.floats(0.4, 1))
def test_what_is_added_makes_the_strength_wanted(clay_g, pct, wanted, dry):
    clay = ClayCondition(ClayState.PLASTIC, dry)
    for way in ways_out(clay_g, clay_g * pct / 100, wanted, clay):
        if way.way == WayOutKind.ADD_CLAY:
            made = 100 * (clay_g * pct / 100) / (clay_g + way.add_g * dry)
            assert made == pytest.approx(wanted)
        elif way.way == WayOutKind.ADD_COLOURANT:
            assert 100 * (clay_g * pct / 100 + way.add_g) / clay_g == pytest.approx(wanted)
