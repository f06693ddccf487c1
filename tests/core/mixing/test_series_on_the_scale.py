"""What a series puts on the scale: mixed again here as weighed, water and all."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.materials.clay_in_hand import DRY, ClayCondition, ClayState
from claycore.mixing.series import Strategy, WantedSeries, plans
from claycore.mixing.series_on_the_scale import Ingredient, shown, steps, to_weigh

PLASTIC = ClayCondition(ClayState.PLASTIC, 0.8)

conditions = st.one_of(
    st.just(DRY),
    st.floats(0.65, 0.9).map(lambda dry: ClayCondition(ClayState.PLASTIC, dry)),
    st.floats(0.35, 0.75).map(lambda dry: ClayCondition(ClayState.SLIP, dry)),
)
wanted_series = st.builds(
    WantedSeries,
    pcts=st.lists(st.floats(0.1, 60), min_size=1, max_size=6).map(tuple),
    tiles_g=st.floats(5, 500),
    loss_pct=st.floats(0, 30),
    smallest_batch_g=st.floats(0, 200),
)


@given(wanted_series, conditions)
def test_in_every_state_the_same_dry_grams_and_the_same_strengths(wanted, clay):
    """What is put on the scale, mixed again: water, dry clay and colourant of each bowl."""
    for plan in plans(wanted):
        bowls = []
        for batch in plan.batches:
            water = dry_clay = powder = 0.0
            for part in to_weigh(plan, batch, clay):
                if part.ingredient == Ingredient.MIX:
                    source = bowls[batch.source]
                    share = part.mass_g / sum(source)
                    taken = [share * mass for mass in source]
                    water, dry_clay, powder = (
                        water + taken[0],
                        dry_clay + taken[1],
                        powder + taken[2],
                    )
                elif part.ingredient == Ingredient.CLAY:
                    dry_clay += part.mass_g * clay.dry_fraction
                    water += part.mass_g * (1 - clay.dry_fraction)
                elif part.ingredient == Ingredient.COLOURANT:
                    powder += part.mass_g
                else:
                    water += part.mass_g
            assert 100 * powder / dry_clay == pytest.approx(batch.pct, rel=1e-9)
            assert dry_clay + powder == pytest.approx(batch.total_g)
            assert water == pytest.approx(clay.as_weighed_g(batch.total_g) - batch.total_g)
            bowls.append((water, dry_clay, powder))


def test_plastic_clay_is_weighed_wet_and_its_dry_weight_is_told():
    """Worked by hand: 4 % of 52.6 g dry (50 g of tiles, 5 % loss): 50.6 g of clay, 63.3 g wet."""
    (plan,) = (p for p in plans(WantedSeries((4,), 50)) if p.strategy == Strategy.SEPARATE)
    made, tiles = steps(plan, PLASTIC, 0.1, 2)
    assert made == (
        "Mix 63.3 g plastic clay (50.6 g dry), 2.0 g colourant and about 0.5 g of water:"
        " 65.8 g at 4 %."
    )
    assert tiles == "Make 2 tiles from 62.5 g and label at once."


def test_dry_clay_is_called_dry():
    plan = plans(WantedSeries((4,), 50))[0]
    assert steps(plan, DRY, 0.1, 1)[0] == "Mix 50.6 g dry clay and 2.0 g colourant: 52.6 g at 4 %."


def test_a_mix_is_taken_from_before_the_rest_is_added():
    plan = plans(WantedSeries((10, 14), 25, loss_pct=0))[1]
    lines = steps(plan, DRY, 0.1, 1)
    assert lines[1] == "Make 1 tile from 25.0 g and label at once."
    assert lines[2].startswith("Take 24.1 g of the 10 % mix and add 0.88 g colourant")


def test_plain_clay_alone_is_taken():
    plan = plans(WantedSeries((0, 4), 25))[0]
    assert steps(plan, PLASTIC, 0.1, 1)[0].startswith("Take 32.9 g plastic clay (26.3 g dry): ")


@given(wanted_series, conditions, st.sampled_from([0.01, 0.1, 1.0]))
def test_the_total_is_that_of_the_weighings_shown(wanted, clay, step_g):
    for plan in plans(wanted):
        for batch in plan.batches:
            parts = to_weigh(plan, batch, clay)
            said = shown(parts, step_g)
            decimals = len(said.total.partition(".")[2])
            assert float(said.total) == pytest.approx(
                sum(map(float, said.grams)), abs=0.51 * 10**-decimals
            )
