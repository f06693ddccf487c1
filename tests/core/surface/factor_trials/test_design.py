"""The grid of a factor trial, where its pieces stand, and what it can find at all."""

from collections import Counter

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.measure.errors import ClayError
from claycore.surface.factor_trials.design import (
    SIGNIFICANT,
    Design,
    Factor,
    is_control,
    slabs_to_decide,
)
from claycore.surface.factor_trials.sentences import of_plan

SLIP = Factor("slip", ("chalk", "slate", "rust"))
COATS = Factor("coats", ("one", "two"))


def test_each_slab_carries_the_whole_grid_and_the_control_once():
    design = Design((SLIP, COATS), 3, ("bare clay",))
    slabs = design.lay_out(7)
    assert [Counter(slab) for slab in slabs] == [Counter([*design.grid, (0,)])] * 3
    assert design.pieces == sum(map(len, slabs)) == 21
    assert design.named((2, 0)) == "rust, one"
    assert design.named((0,)) == "bare clay"


def test_every_control_stands_once_on_each_slab():
    design = Design((SLIP, COATS), 2, ("bare clay", "tested white"))
    for slab in design.lay_out(3):
        assert sorted(cell for cell in slab if is_control(cell)) == [(0,), (1,)]
    assert [design.named((number,)) for number in range(2)] == ["bare clay", "tested white"]


@given(st.integers(0, 2**31))
def test_places_are_drawn_by_lot_and_alike_for_one_seed(seed):
    design = Design((SLIP, COATS), 2)
    assert design.lay_out(seed) == design.lay_out(seed)


def test_no_combination_keeps_to_one_place():
    design = Design((SLIP, COATS), 1, ("bare clay",))
    first = Counter(design.lay_out(seed)[0][0] for seed in range(700))
    assert set(first) == {*design.grid, (0,)}
    assert min(first.values()) > 60


@pytest.mark.parametrize(
    ("make", "field"),
    [
        (lambda: Factor("slip", ("chalk",)), "levels"),
        (lambda: Factor("slip", tuple("abcdef")), "levels"),
        (lambda: Factor("slip", ("chalk", "Chalk")), "levels"),
        (lambda: Design((SLIP,), 1), "factors"),
        (lambda: Design((SLIP, Factor("Slip", ("a", "b"))), 1), "factors"),
        (lambda: Design((SLIP, COATS), 0), "slabs"),
        (lambda: Design((SLIP, COATS), 13), "slabs"),
        (lambda: Design((SLIP, COATS), 1, ("bare", "Bare")), "controls"),
        (lambda: Design((SLIP, COATS), 1, tuple("abcd")), "controls"),
        (lambda: Design(tuple(Factor(n, tuple("abcde")) for n in "xyz"), 2), "pieces"),
    ],
)
def test_what_cannot_be_names_its_field(make, field):
    with pytest.raises(ClayError) as caught:
        make()
    assert caught.value.field == field


def test_two_by_two_on_one_slab_can_decide_nothing():
    """Two pairs fall alike by chance one time in two, and two questions are asked: by counting."""
    single = Design((COATS, Factor("glaze", ("thin", "thick"))), 1)
    assert single.smallest_p(0) == pytest.approx(2 * 0.5)
    assert not single.can_decide
    assert of_plan(single).words.endswith("Make 4 slabs.")


@pytest.mark.parametrize(
    ("count", "slabs", "controls", "questions"),
    [
        (2, 1, (), 2),
        (2, 2, (), 3),
        (3, 1, (), 3),
        (3, 2, (), 6),
        (3, 2, ("bare clay",), 7),
        (3, 2, ("bare clay", "tested white"), 8),
    ],
)
def test_a_trial_is_asked_of_each_factor_each_pair_and_each_control(
    count, slabs, controls, questions
):
    """How two factors work together can only be seen where their pieces stand more than once."""
    factors = (SLIP, COATS, Factor("glaze", ("thin", "thick")))[:count]
    assert Design(factors, slabs, controls).questions == questions


@pytest.mark.parametrize("controls", [(), ("bare clay",), ("bare clay", "tested white")])
def test_the_slabs_that_are_advised_are_the_fewest(controls):
    needed = slabs_to_decide((SLIP, COATS), controls)
    assert Design((SLIP, COATS), needed, controls).can_decide
    assert Design((SLIP, COATS), needed - 1, controls).smallest_p(1) > SIGNIFICANT
