"""What of a plan can still be made, from what is there."""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.mixing import series
from claycore.mixing.mass_balance import BatchStage, stage_balances
from claycore.mixing.series import WantedSeries


def stages_of(wanted: WantedSeries, strategy: str) -> list[BatchStage]:
    """A series as it was planned, before anything is made of it."""
    [plan] = [plan for plan in series.plans(wanted) if plan.strategy == strategy]
    return [
        BatchStage(
            batch.total_g,
            batch.tiles_g,
            batch.source,
            batch.take_g,
            lost_share=wanted.loss_pct / 100,
        )
        for batch in plan.batches
    ]


MIDDLE = stages_of(
    WantedSeries((5.0, 10.0, 15.0), 25.0, loss_pct=0.0), series.Strategy.START_MIDDLE
)


@given(
    st.lists(st.floats(0.5, 20), min_size=2, max_size=6, unique=True),
    st.sampled_from(list(series.STRATEGIES)),
    st.floats(0, 30),
)
def test_what_was_planned_can_be_made_as_long_as_nothing_went_otherwise(pcts, strategy, loss_pct):
    found = stage_balances(stages_of(WantedSeries(tuple(pcts), 25.0, loss_pct=loss_pct), strategy))
    assert not any(stand.is_short for stand in found)


def test_a_leftover_that_is_short_stops_the_batch_it_is_short_for_and_no_other():
    """Enough left for one batch and half of the next: the first is made, the second comes short."""
    left_g = MIDDLE[1].take_g + MIDDLE[2].take_g / 2
    wanted_g = MIDDLE[1].take_g + MIDDLE[2].take_g
    assert left_g < wanted_g
    found = stage_balances([replace(MIDDLE[0], left_g=left_g), *MIDDLE[1:]])
    assert [stand.is_short for stand in found] == [False, False, True]
    assert found[2].there_g == pytest.approx(left_g - MIDDLE[1].take_g)
    assert found[2].missing_g == pytest.approx(wanted_g - left_g)
    assert found[2].holds_g / MIDDLE[2].total_g == pytest.approx(
        found[2].there_g / MIDDLE[2].take_g
    )
    assert found[2].for_tiles_g == pytest.approx(found[2].holds_g)


def test_a_batch_made_from_less_has_less_for_its_tile():
    """13.6 g never makes a tile of 25 g."""
    less = replace(MIDDLE[1], total_g=13.6, take_g=6.0, taken=True)
    found = stage_balances([MIDDLE[0], less, MIDDLE[2]])
    assert found[1].missing_g == 0
    assert found[1].tiles_missing_g == pytest.approx(11.4)
    assert not found[2].is_short


def test_what_went_before_the_count_is_not_taken_off_it_again():
    gone = replace(MIDDLE[1], taken=True, before_count=True)
    counted = replace(MIDDLE[0], left_g=MIDDLE[2].take_g)
    assert not any(stand.is_short for stand in stage_balances([counted, gone, MIDDLE[2]]))


def test_a_pot_gives_one_pour_after_another_until_it_is_empty():
    """Three pours of 100 g and the pot holds 250: the last is 50 g short."""
    pot = [
        BatchStage(250, 100),
        BatchStage(201, 100, source=0, take_g=200),
        BatchStage(102, 100, source=1, take_g=101),
    ]
    found = stage_balances(pot)
    assert [stand.is_short for stand in found] == [False, True, True]
    assert found[1].holds_g == pytest.approx(201 * 150 / 200)
    assert found[1].tiles_missing_g == 0
    assert found[2].for_tiles_g == pytest.approx(102 * (201 * 0.75 - 100) / 101)


@given(st.floats(0, 200), st.floats(0, 50))
def test_more_left_never_makes_less(left_g, more_g):
    poorer = stage_balances([replace(MIDDLE[0], left_g=left_g), *MIDDLE[1:]])
    richer = stage_balances([replace(MIDDLE[0], left_g=left_g + more_g), *MIDDLE[1:]])
    for one, other in zip(poorer, richer, strict=True):
        assert other.holds_g >= one.holds_g - CLOSE
        assert other.for_tiles_g >= one.for_tiles_g - CLOSE


CLOSE = 0.01 * MIDDLE[0].total_g
"""What counts as there within one part in a hundred may jump by as much."""
