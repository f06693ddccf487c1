"""Check values: common practice and arithmetic."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.materials.composition import (
    Addition,
    Convention,
    as_on_dry_clay,
    on_dry_clay,
    percent_on_dry_clay,
    share_of_total,
)
from claycore.measure.errors import ClayError, Inconsistent, UnknownChoice

percentages = st.lists(st.floats(0, 400), min_size=1, max_size=12)


@pytest.mark.parametrize(("on_clay", "of_total"), [(10, 9.0909), (15, 13.0435), (5, 4.7619)])
def test_on_clay_as_share_of_total(on_clay, of_total):
    assert share_of_total([on_clay])[0] == pytest.approx(of_total, abs=5e-5)


def test_a_recipe_of_75_red_clay_and_25_iron_is_a_third_on_clay():
    assert on_dry_clay([25])[0] == pytest.approx(100 / 3)


def test_twelve_colourants_can_be_dosed_at_once_and_no_more():
    twelve = [Addition(f"Stain {n}", 1) for n in range(12)]
    assert as_on_dry_clay(twelve, Convention.ON_DRY_CLAY, 1) == [1] * 12
    with pytest.raises(Inconsistent, match="At most 12 colourants"):
        as_on_dry_clay([*twelve, Addition("Stain 13", 1)], Convention.ON_DRY_CLAY, 1)


@given(percentages)
def test_the_two_conventions_invert(pcts):
    assert on_dry_clay(share_of_total(pcts)) == pytest.approx(pcts, rel=1e-9, abs=1e-12)


@given(percentages)
def test_shares_and_clay_make_the_whole(pcts):
    clay_share = 100 * 100 / (100 + sum(pcts))
    assert sum(share_of_total(pcts)) + clay_share == pytest.approx(100)


@pytest.mark.parametrize("shares", [[100], [60, 40], [99.9, 0.2], [250]])
def test_shares_that_leave_no_clay_are_refused(shares):
    with pytest.raises(Inconsistent, match="less than 100"):
        on_dry_clay(shares)


def test_additions_are_read_in_either_convention():
    additions = [Addition("iron", 25)]
    assert as_on_dry_clay(additions, Convention.ON_DRY_CLAY, 0.8) == [25]
    assert as_on_dry_clay(additions, Convention.ON_WET_CLAY, 0.8) == [31.25]
    assert as_on_dry_clay(additions, Convention.SHARE_OF_TOTAL, 0.8)[0] == pytest.approx(
        33.3333, abs=1e-4
    )


def test_additions_that_cannot_be():
    with pytest.raises(Inconsistent):
        as_on_dry_clay([], Convention.ON_DRY_CLAY, 1)
    with pytest.raises(Inconsistent):
        as_on_dry_clay([Addition("x", 1)] * 13, Convention.ON_DRY_CLAY, 1)
    with pytest.raises(ClayError):
        as_on_dry_clay([Addition("x", -1)], Convention.ON_DRY_CLAY, 1)
    with pytest.raises(UnknownChoice, match="on_dry_clay"):
        as_on_dry_clay([Addition("x", 1)], "by feel", 1)


def test_ten_grams_in_110_is_ten_percent_on_clay():
    assert percent_on_dry_clay(10, 100) == 10
