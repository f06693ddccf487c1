"""Changing a mix. Check values: common practice (the trade's own worked sums), and mass balance."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.materials import moisture, slip
from claycore.materials.batch import Batch, coloured, join
from claycore.materials.clay_in_hand import ClayState, dry_clay
from claycore.materials.composition import Addition
from claycore.measure.errors import Inconsistent
from claycore.mixing.strength import change, stretch_to

percents = st.floats(0.01, 200)
grams = st.floats(0.1, 1e5)


def one(mass_g, now, target):
    before = coloured(dry_clay(mass_g), [Addition("blue", now)])
    return change(before, [Addition("blue", target)], ClayState.DRY)


@pytest.mark.parametrize(
    ("mass", "now", "target", "clay", "add_clay", "add_colourant", "total"),
    [
        (38.25, 10, 15, 34.773, 0, 1.739, 39.989),
        (38.5, 15, 10, 33.478, 16.739, 0, 55.239),
        (18, 10, 5, 16.364, 16.364, 0, 34.364),
    ],
)
def test_worked_sums(mass, now, target, clay, add_clay, add_colourant, total):
    made = one(mass, now, target)
    assert made.before.clay_g == pytest.approx(clay, abs=6e-4)
    assert made.add_clay_g == pytest.approx(add_clay, abs=6e-4)
    assert made.add_colourant_g == pytest.approx(add_colourant, abs=6e-4)
    assert made.after.dry_g == pytest.approx(total, abs=6e-4)


@given(grams, percents, percents)
def test_ends_where_it_was_wanted_and_conserves_mass(mass, now, target):
    made = one(mass, now, target)
    assert made.after.pct("blue") == pytest.approx(target, rel=1e-9)
    assert made.after.dry_g == pytest.approx(mass + made.add_clay_g + made.add_colourant_g)
    assert made.add_clay_g == 0 or made.add_colourant_g == 0


@given(grams, percents)
def test_the_same_strength_needs_nothing(mass, pct):
    made = one(mass, pct, pct)
    assert made.add_clay_g == made.add_colourant_g == 0


def test_several_colourants_at_once_take_the_least_clay_that_serves_all():
    before = coloured(dry_clay(115), [Addition("blue", 10), Addition("iron", 5)])
    made = change(
        before, [Addition("blue", 5), Addition("iron", 4), Addition("rutile", 2)], ClayState.DRY
    )
    assert made.add_clay_g == pytest.approx(100)
    assert made.add_colourants_g == pytest.approx({"blue": 0, "iron": 3, "rutile": 4})
    assert made.after.pcts == pytest.approx({"blue": 5, "iron": 4, "rutile": 2})


def test_what_is_in_can_be_thinned_but_not_taken_out():
    with pytest.raises(Inconsistent, match="cannot remove it") as raised:
        one(100, 5, 0)
    assert raised.value.field == "target_pct"


def test_nothing_is_asked_of_what_is_not_in_and_not_wanted():
    wanted = [Addition("cobalt", 2.5), Addition("rutile", 0)]
    made = change(coloured(dry_clay(210), [Addition("cobalt", 5)]), wanted, ClayState.DRY)
    assert made.add_clay_g == pytest.approx(200)
    assert made.add_colourants_g == {"cobalt": 0, "rutile": 0}


def test_plastic_clay_keeps_its_water():
    clay = moisture.plastic_clay(1000, 22)
    before = coloured(clay, [Addition("blue", 4)])
    made = change(before, [Addition("blue", 8)], ClayState.PLASTIC)
    water_before = before.water_g / before.mass_g
    assert made.after.water_g / made.after.mass_g == pytest.approx(water_before)
    assert made.water_to_add_g == pytest.approx(22 / 78 * made.add_colourant_g)
    thinned = change(before, [Addition("blue", 2)], ClayState.PLASTIC)
    assert thinned.clay_as_it_is_g == pytest.approx(thinned.add_clay_g / 0.78)
    assert thinned.water_to_add_g == 0


def test_slip_is_changed_on_its_dry_content():
    mix = slip.slip_by_mass(1000, 70)
    before = coloured(mix, [Addition("blue", 10)])
    assert before.clay_g == pytest.approx(700 / 1.1)
    made = change(before, [Addition("blue", 5)], mix.state)
    assert made.clay_as_it_is_g * 0.7 == pytest.approx(made.add_clay_g)


def test_two_leftovers_joined_meet_by_their_clay():
    ten = coloured(dry_clay(110), [Addition("blue", 10)])
    five = coloured(dry_clay(105), [Addition("blue", 5), Addition("iron", 0)])
    both = join([ten, five])
    assert both.clay_g == pytest.approx(200)
    assert both.pct("blue") == pytest.approx(7.5)
    assert both.pct("nothing of the kind") == 0


@given(st.lists(st.tuples(grams, percents), min_size=1, max_size=6))
def test_joining_loses_nothing_and_ends_between_its_parts(rows):
    parts = [coloured(dry_clay(mass), [Addition("blue", pct)]) for mass, pct in rows]
    both = join(parts)
    assert both.dry_g == pytest.approx(sum(part.dry_g for part in parts))
    low, high = min(pct for _, pct in rows), max(pct for _, pct in rows)
    assert low * (1 - 1e-9) <= both.pct("blue") <= high * (1 + 1e-9)


def test_stretching_thins_by_as_much_as_the_clay_grows():
    stretched = stretch_to(Batch(100, {"blue": 10}), 220)
    assert stretched.dry_g == pytest.approx(220)
    assert stretched.pct("blue") == pytest.approx(100 * 10 / 210)
    with pytest.raises(Inconsistent, match="Enter a larger total"):
        stretch_to(Batch(100, {"blue": 10}), 100)


def test_of_dry_mass_and_scaled_keep_the_percentages():
    some = Batch(100, {"blue": 10}, 20)
    assert some.of_dry_mass(55).pct("blue") == pytest.approx(10)
    assert some.of_dry_mass(55).mass_g == pytest.approx(65)
