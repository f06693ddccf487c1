"""What the powder allows, against trying every size."""

from dataclasses import replace

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from claycore.materials.clay_in_hand import DRY, ClayCondition, ClayState
from claycore.measure.errors import Inconsistent
from claycore.measure.formatting import to_step
from claycore.mixing import series_backwards
from claycore.mixing.series import MOST_TILES_EACH, WantedSeries, plans, recommend

wanted_series = st.builds(
    WantedSeries,
    pcts=st.lists(st.floats(0.5, 40), min_size=1, max_size=5).map(tuple),
    tiles_g=st.just(1.0),
    powder_g=st.floats(2, 100),
    loss_pct=st.floats(0, 30),
    round_start_g=st.sampled_from([0.0, 10.0]),
)


def takes(wanted, tile_g, tiles_each):
    changed = WantedSeries(
        wanted.pcts,
        tile_g * tiles_each,
        loss_pct=wanted.loss_pct,
        round_start_g=wanted.round_start_g,
    )
    return min(plan.colourant_g for plan in plans(changed))


def test_the_largest_tile_worked_by_hand():
    """3, 6 and 9 %, two tiles each, 7.5 g of powder, 5 % loss.

    Two tiles of t grams at p % hold 2 t p / (100 + p) of powder; over 0.95 that is 0.3543 t.
    """
    wanted = WantedSeries((3, 6, 9), 1, 7.5)
    tile_g = series_backwards.largest_tile_g(wanted, 2)
    assert tile_g == pytest.approx(7.5 / (2 / 0.95 * (3 / 103 + 6 / 106 + 9 / 109)))
    assert tile_g == pytest.approx(21.17, abs=0.005)
    plastic = ClayCondition(ClayState.PLASTIC, 0.8)
    assert tile_g / 0.8 == pytest.approx(26.46, abs=0.005)
    assert series_backwards.rounded_down(tile_g, plastic, 0.1) == pytest.approx(26.4 * 0.8)
    assert takes(wanted, 24, 2) == pytest.approx(8.5, abs=0.01)


@given(wanted_series, st.integers(1, 4))
def test_the_largest_tile_is_possible_and_a_larger_one_is_not(wanted, tiles_each):
    assume(takes(wanted, series_backwards.SMALLEST_TILE_G, tiles_each) <= wanted.powder_g)
    tile_g = series_backwards.largest_tile_g(wanted, tiles_each)
    assert takes(wanted, tile_g, tiles_each) <= wanted.powder_g
    assert takes(wanted, tile_g * (1 + 1e-6) + 1e-6, tiles_each) > wanted.powder_g


@given(wanted_series, st.floats(5, 60))
def test_the_most_tiles_are_found_by_trying_each_number(wanted, tile_g):
    possible = [
        count
        for count in range(1, MOST_TILES_EACH + 1)
        if takes(wanted, tile_g, count) <= wanted.powder_g
    ]
    assert series_backwards.most_tiles_each(wanted, tile_g) == max(possible, default=0)


def test_more_powder_than_any_tile_needs_is_held_at_the_largest():
    assert series_backwards.largest_tile_g(WantedSeries((0.1,), 1, 1e6), 1) == 1e5


@pytest.mark.parametrize("powder_g", [None, 0.0])
def test_without_powder_there_is_nothing_to_work_back_from(powder_g):
    with pytest.raises(Inconsistent) as refused:
        series_backwards.largest_tile_g(WantedSeries((4,), 1, powder_g), 1)
    assert refused.value.field == "powder_g"


def test_powder_that_the_smallest_mixes_use_up_is_told():
    with pytest.raises(Inconsistent) as refused:
        series_backwards.largest_tile_g(WantedSeries((5,), 1, 1.0, smallest_batch_g=210), 1)
    assert "10 g of colourant" in str(refused.value)


def test_a_tile_under_the_scales_step_is_no_tile():
    with pytest.raises(Inconsistent):
        series_backwards.rounded_down(0.9, DRY, 1.0)
    assert series_backwards.rounded_down(1.0, DRY, 1.0) == 1.0


@given(wanted=wanted_series, tiles_each=st.integers(1, 3), step_g=st.sampled_from([0.01, 0.1, 1.0]))
def test_the_largest_on_the_scale_takes_no_more_than_there_is(wanted, tiles_each, step_g):
    """Rounded weighings may add up to more than the exact sum; then the tile is smaller."""
    wanted = replace(wanted, scale_step_g=step_g)
    assume(takes(wanted, series_backwards.SMALLEST_TILE_G, tiles_each) <= wanted.powder_g)
    exact_g = series_backwards.largest_tile_g(wanted, tiles_each)
    assume(exact_g > 50 * step_g)
    tile_g = series_backwards.largest_on_the_scale(wanted, tiles_each, DRY)
    rounding_g = 1e-9 * (exact_g + step_g)
    assert tile_g <= exact_g + rounding_g
    found = plans(replace(wanted, tiles_g=tile_g * tiles_each))
    best = found[recommend(found)[0]]
    weighed = [float(to_step(b.add_colourant_g, step_g)) for b in best.batches if b.add_colourant_g]
    assert sum(weighed) <= wanted.powder_g * (1 + 1e-6)
