"""Series: every plan is mixed again here, step by step, from nothing but its own figures."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.measure.errors import ClayError
from claycore.measure.formatting import to_step
from claycore.mixing import series
from claycore.mixing.series import STRATEGIES, WantedSeries, plans, recommend

wanted_series = st.builds(
    WantedSeries,
    pcts=st.lists(st.floats(0.1, 60), min_size=1, max_size=8).map(tuple),
    tiles_g=st.floats(5, 500),
    powder_g=st.none() | st.floats(0, 200),
    loss_pct=st.floats(0, 40),
    smallest_batch_g=st.floats(0, 300),
    scale_step_g=st.sampled_from([0.01, 0.1, 1.0]),
    round_start_g=st.sampled_from([0.0, 5.0, 10.0]),
)


def mixed_again(plan):
    """(clay, colourant) still in each bowl after everything, and as first mixed."""
    bowls, as_mixed = [], []
    for batch in plan.batches:
        clay, colourant = batch.add_clay_g, batch.add_colourant_g
        if batch.source is not None and batch.take_g:
            source = bowls[batch.source]
            part = batch.take_g / sum(source)
            assert part <= 1 + 1e-9, "takes more than there is"
            taken = [mass * part for mass in source]
            bowls[batch.source] = [mass - gone for mass, gone in zip(source, taken, strict=True)]
            clay, colourant = clay + taken[0], colourant + taken[1]
        as_mixed.append((clay, colourant))
        keeps = 1 - (batch.tiles_g + batch.lost_g) / (clay + colourant)
        bowls.append([clay * keeps, colourant * keeps])
    return bowls, as_mixed


@given(wanted_series)
def test_every_plan_ends_at_each_percentage_with_the_powder_it_said(wanted):
    for plan in plans(wanted):
        bowls, as_mixed = mixed_again(plan)
        assert sorted(batch.pct for batch in plan.batches) == sorted(set(wanted.pcts))
        for batch, (clay, colourant) in zip(plan.batches, as_mixed, strict=True):
            assert 100 * colourant / clay == pytest.approx(batch.pct, rel=1e-9)
            assert clay + colourant >= wanted.smallest_batch_g * (1 - 1e-9)
            assert batch.lost_g == pytest.approx(batch.total_g * wanted.loss_pct / 100)
        in_tiles = sum(
            (b.tiles_g + b.lost_g) * c / (clay + c)
            for b, (clay, c) in zip(plan.batches, as_mixed, strict=True)
        )
        assert in_tiles + sum(c for _, c in bowls) == pytest.approx(plan.colourant_g)
        for batch, bowl in zip(plan.batches, bowls, strict=True):
            assert sum(bowl) == pytest.approx(batch.left_g, abs=1e-6 * batch.total_g)


@given(wanted_series)
def test_no_strategy_needs_less_powder_than_mass_balance_allows(wanted):
    least = sum(wanted.tiles_g * pct / (100 + pct) for pct in set(wanted.pcts)) / wanted.keeps
    assert all(plan.colourant_g >= least * (1 - 1e-9) for plan in plans(wanted))


@given(wanted_series)
def test_the_recommended_plan_can_be_done_if_any_can(wanted):
    found = plans(wanted)
    index, reason = recommend(found)
    assert found[index].feasible == any(plan.feasible for plan in found)
    assert reason
    for plan in found:
        enough = wanted.powder_g is None or plan.colourant_g <= wanted.powder_g * (1 + 1e-12)
        if plan.feasible:
            assert enough
        assert enough == (not any("g more colourant" in line for line in plan.missing))


def test_the_four_schools_of_a_5_10_15_series():
    found = {plan.strategy: plan for plan in plans(WantedSeries((5, 10, 15), 25))}
    assert list(found) == list(STRATEGIES)
    starts = {strategy: plan.start_pct for strategy, plan in found.items()}
    assert starts == {"separate": 5, "start_low": 5, "start_middle": 10, "start_high": 15}
    rounds = {strategy: plan.rounds for strategy, plan in found.items()}
    assert rounds == {"separate": 1, "start_low": 3, "start_middle": 2, "start_high": 3}
    assert [batch.pct for batch in found["start_middle"].batches] == [10, 5, 15]
    assert [batch.pct for batch in found["start_high"].batches] == [15, 10, 5]


def test_start_high_worked_by_hand():
    """Backwards: 20 g at 5 % from 10 %, then 30 g at 10 % from 15 %. Arithmetic."""
    plan = plans(WantedSeries((5, 10, 15), 20, loss_pct=0))[3]
    strongest, ten, five = plan.batches
    take_ten = 20 * (5 / 105) / (10 / 110)
    assert five.take_g == pytest.approx(take_ten)
    take_fifteen = (20 + take_ten) * (10 / 110) / (15 / 115)
    assert ten.take_g == pytest.approx(take_fifteen)
    assert strongest.total_g == pytest.approx(20 + take_fifteen)
    assert plan.leftovers == []


def test_a_sample_bag_of_12_g_and_comfortable_batches():
    """With 12 g and 60 g batches only chains do, from near 60 g of clay. Common practice."""
    found = plans(WantedSeries((5, 10, 15), 25, 12, smallest_batch_g=60))
    by_name = {plan.strategy: plan for plan in found}
    assert by_name["separate"].missing == ("You need 4.14 g more colourant.",)
    assert by_name["start_high"].feasible
    assert 55 < by_name["start_high"].batches[0].add_clay_g < 80
    index, _ = recommend(found)
    assert found[index].strategy != "separate"


def test_rounding_the_start_to_a_comfortable_mass():
    plan = plans(WantedSeries((5, 10, 15), 25, round_start_g=20))[3]
    start = plan.batches[0]
    assert start.add_clay_g == pytest.approx(60)
    assert start.add_colourant_g == pytest.approx(9)
    assert plan.leftovers


@pytest.mark.parametrize(
    ("powder_g", "says"),
    [
        # Each on its own: 1.1 + 2.2 + 4.3 + 6.2 on the scale are 13.8, exactly 13.904.
        (9, "You need 4.8 g more colourant."),
        # On the scale there is enough, and exactly 0.064 g is missing.
        (13.84, "You need 0.064 g more colourant."),
    ],
)
def test_what_is_missing_and_what_there_is_are_the_weighings_shown(powder_g, says):
    wanted = WantedSeries((2, 4, 8, 12), 2 * 60 * 0.46, powder_g, scale_step_g=0.1)
    separate = next(plan for plan in plans(wanted) if plan.strategy == "separate")
    shown = [to_step(batch.add_colourant_g, 0.1) for batch in separate.batches]
    assert shown == ["1.1", "2.2", "4.3", "6.2"]
    assert says in separate.missing


def test_a_coarse_scale_is_said():
    plan = plans(WantedSeries((2.5,), 25, scale_step_g=0.1, loss_pct=0))[0]
    assert plan.missing == (
        "The 2.5 % mix needs 0.61 g of colourant: too little to weigh in 0.1 g steps.",
    )


def test_no_powder_and_none_feasible_still_says_what_is_missing():
    found = plans(WantedSeries((5, 10), 25, powder_g=0))
    assert not any(plan.feasible for plan in found)
    index, reason = recommend(found)
    assert "g more colourant" in reason
    assert found[index].colourant_g == min(plan.colourant_g for plan in found)


def test_a_control_without_colourant_is_plain_clay():
    for plan in plans(WantedSeries((0, 5, 10), 25)):
        plain = next(batch for batch in plan.batches if batch.pct == 0)
        assert plain.add_colourant_g == 0
        assert plain.take_g == 0
        assert plan.smallest_weighing_g > 0


def test_repeated_and_descending_percentages():
    wanted = WantedSeries((15, 10, 10, 5), 25)
    found = plans(wanted)
    assert [batch.pct for batch in found[0].batches] == [5, 10, 15]
    assert "repeated_percentage" in {w.code for w in series.warnings(wanted, found[0])}


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"pcts": ()}, "pcts"),
        ({"pcts": tuple(range(1, 10))}, "pcts"),
        ({"pcts": (-1.0,)}, "pcts"),
        ({"tiles_g": 0}, "tile_dry_g"),
        ({"loss_pct": 100}, "loss_pct"),
        ({"smallest_batch_g": -1}, "smallest_batch_g"),
        ({"powder_g": -1}, "powder_g"),
        ({"scale_step_g": 0}, "scale_step_g"),
    ],
)
def test_what_cannot_be_is_named(change, field):
    with pytest.raises(ClayError) as raised:
        plans(WantedSeries(**{"pcts": (5.0,), "tiles_g": 25.0, **change}))
    assert raised.value.field == field


def test_the_smallest_mix_is_named_where_it_is_hard_to_mix_evenly():
    """In a chain up from 3 % the last mix, of 9 %, feeds no other and is the smallest."""
    wanted = WantedSeries(pcts=(3.0, 6.0, 9.0), tiles_g=18.0)
    plan = next(p for p in plans(wanted) if p.strategy == series.Strategy.START_LOW)
    (said,) = [one for one in series.warnings(wanted, plan) if one.code == "small_batch"]
    sizes = {batch.pct: batch.total_g for batch in plan.batches}
    assert sizes[9.0] == min(sizes.values()) < sizes[3.0]
    assert said.message.startswith(f"The 9 % mix is only {sizes[9.0]:.1f} g")


def test_a_mix_large_enough_is_no_matter():
    wanted = WantedSeries(
        pcts=(3.0, 6.0), tiles_g=18.0, smallest_batch_g=series.COMFORTABLE_BATCH_G
    )
    for plan in plans(wanted):
        assert "small_batch" not in [one.code for one in series.warnings(wanted, plan)]


@pytest.mark.parametrize(
    ("pct", "expected"),
    [
        (12.02, [6, 9, 12, 15]),
        (12, [6, 9, 12, 15]),
        (6, [3, 4.5, 6, 8]),
        (4, [2, 3, 4, 5]),
        (1, [0.5, 0.75, 1, 1.5]),
        (0.2, [0.1, 0.15, 0.2, 0.25]),
    ],
)
def test_a_series_around_a_strength_is_called_by_round_figures(pct, expected):
    assert series.around(pct) == pytest.approx(expected)


@pytest.mark.parametrize(("step_g", "is_only"), [(0.1, True), (0.01, False)])
def test_that_no_other_plan_is_possible_is_said_where_it_is_so(step_g, is_only):
    """0.74 g for the 3 % mix cannot be weighed in steps of 0.1 g: only diluting does without."""
    wanted = WantedSeries((3.0, 6.0, 9.0), 24.0, loss_pct=5, scale_step_g=step_g)
    _, reason = recommend(plans(wanted))
    assert ("the only plan possible" in reason) is is_only
