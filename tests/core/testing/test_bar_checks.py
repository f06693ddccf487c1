"""Figures that are unlikely beside physics and beside their like: the outlier is named, alone."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.testing import bar_checks
from claycore.testing.bars import FiredBar
from tests.core.testing.making_bars import bar, fired, g, run


def odd(bars):
    return {(o.bar, o.quantity): o.message for o in bar_checks.unlikely_readings(bars)}


def test_likely_figures_are_left_alone():
    assert not odd(run(("04", 8, 9), ("6", 12, 1.2)))


def test_longer_when_dry_and_typed_in_inches():
    said = odd([bar("B1", length_dry=103), bar("B2", length_dry=3.7)])
    assert "This is longer than when it was wet." in said["B1", "length_dry"]
    assert "Is 3.7 in inches?" in said["B2", "length_dry"]


def test_a_bar_that_took_up_three_times_its_twins():
    bars = [bar(f"B{n}", fired("6", 12, pct)) for n, pct in enumerate((1.2, 1.3, 3.9, 1.1))]
    said = odd(bars)
    assert said.keys() == {("B2", "mass_soaked")}
    assert "absorbed 3.1 times as much as the others" in said["B2", "mass_soaked"]


@pytest.mark.parametrize("absorbed", [(0.1, 0.12, 0.4), (5.0, 5.1, 7.0)])
def test_absorptions_a_hair_or_less_than_twice_apart_are_left_alone(absorbed):
    """0.4 % is four times 0.1, and 0.3 points more; 7 % is 2 points more, and 1.4 times 5."""
    assert not odd([bar(f"B{n}", fired("6", 12, pct)) for n, pct in enumerate(absorbed)])


@pytest.mark.parametrize(("grams", "is_odd"), [(46, False), (150, False), (30, True), (210, True)])
def test_a_fired_weight_alone_is_held_against_the_others_loosely(grams, is_odd):
    """Bars of 80 g, of which no dry weight is known: half or twice as heavy may be another size."""
    bars = [bar(f"B{n}", fired("6", 12, mass=80.0), mass_dry=None) for n in range(3)]
    said = odd([*bars, bar("B9", fired("6", 12, mass=float(grams)), mass_dry=None)])
    assert (("B9", "mass_fired") in said) == is_odd


def test_a_bar_that_took_up_more_than_any_body_does():
    """80 g dry and 128 g soaked are 60 %."""
    (said,) = odd([bar("B1", fired("6", 12, 60))]).values()
    assert said == "It absorbed 60 %. Do both weights belong to this bar?"


def test_a_bar_shrunk_unlike_its_twins():
    bars = [bar(f"B{n}", length_dry=mm_) for n, mm_ in enumerate((94, 94.2, 90.5))]
    assert "shrank 9.5 %, the other bars 6 %" in odd(bars)["B2", "length_dry"]


@pytest.mark.parametrize(
    "bars",
    [
        [bar("B1", length_dry=95), bar("B2", length_dry=88)],
        [bar("B1", mass_dry=88), bar("B2", mass_dry=70)],
        [bar("B1", fired("6", 12, 1.2)), bar("B2", fired("6", 12, 5))],
    ],
)
def test_of_two_that_differ_neither_is_named(bars):
    assert not odd(bars)


def test_masses_that_cannot_be():
    gained = bar("B1", fired("6", 12, -2, mass=90))
    said = odd([gained, bar("B2", mass_dry=120)])
    assert "still damp" in said["B1", "mass_fired"]
    assert "The soaked weight is less than the dry" in said["B1", "mass_soaked"]
    assert "must be less than the wet weight" in said["B2", "mass_dry"]


def test_a_piece_missing_and_a_jar_touched():
    hung = FiredBar("6", mass=g(40), soaked={"boil_soak": g(41)}, hung={"boil_soak": g(40.5)})
    said = odd([bar("B1", hung)])
    assert "% of its weight in the firing. Has a piece broken off?" in said["B1", "mass_fired"]
    assert "touch the jar" in said["B1", "mass_hung"]


def test_a_broken_bar_is_not_asked_for_its_line():
    assert not odd([bar("B1", fired("6", 55, 1.2, mass=38, remarks=["broken"]))])


FIGURES = {
    "length_dry": (94.0, 94.2, 93.8, 94.1),
    "mass_wet": (112.0, 113.0, 111.5, 112.4),
    "mass_dry": (88.0, 88.8, 87.6, 88.3),
}


@pytest.mark.parametrize("quantity", FIGURES)
@pytest.mark.parametrize("times", [0.01, 0.1, 10, 100])
@pytest.mark.parametrize("count", [3, 4])
def test_a_lost_decimal_point_is_named_and_not_the_right_figures_beside_it(quantity, times, count):
    rows = [{name: values[n] for name, values in FIGURES.items()} for n in range(count)]
    rows[1][quantity] *= times
    said = odd([bar(f"B{n}", **row) for n, row in enumerate(rows)])
    assert ("B1", quantity) in said
    assert {code for code, _ in said} == {"B1"}


def test_a_lost_decimal_point_is_called_that():
    """9.98 for 99.8, and 950 for 95.0."""
    bars = [bar(f"B{n}", mass_wet=mass) for n, mass in enumerate((112, 9.98, 111))]
    assert "9.98 g, against 111 g for the other bars" in odd(bars)["B1", "mass_wet"]
    assert "The wet weight is 9.98 g" in odd(bars)["B1", "mass_dry"]
    bars = [bar(f"B{n}", length_dry=length) for n, length in enumerate((94, 950, 94))]
    message = odd(bars)["B1", "length_dry"]
    assert message == "950 mm, against 100 mm when it was wet: is the decimal point in its place?"


def test_a_bar_alone_is_held_against_itself():
    assert "decimal point" in odd([bar("B1", mass_dry=8.8)])["B1", "mass_dry"]
    assert "decimal point" in odd([bar("B1", fired("6", 12, 1, mass=820))])["B1", "mass_fired"]
    soaked = FiredBar("6", mass=g(80), soaked={"boil_soak": g(810)})
    assert "decimal point" in odd([bar("B1", soaked)])["B1", "mass_soaked"]


def test_more_water_than_clay_can_hold_and_less_than_plastic_clay_has():
    assert "55 % of water" in odd([bar("B1", mass_dry=50)])["B1", "mass_dry"]
    assert (
        "partly dry when it was first weighed" in odd([bar("B1", mass_dry=109)])["B1", "mass_dry"]
    )


def test_a_bar_that_lost_unlike_its_twins():
    bars = [bar(f"B{n}", mass_dry=mass) for n, mass in enumerate((88, 88.2, 84, 88.1))]
    assert odd(bars).keys() == {("B2", "mass_dry")}
    assert "It lost 25 % as it dried, the other bars 21.4 %" in odd(bars)["B2", "mass_dry"]
    bars = [bar(f"B{n}", fired("6", 12, 1, mass=mass)) for n, mass in enumerate((80, 80.2, 74))]
    assert odd(bars).keys() == {("B2", "mass_fired")}
    assert "in the fire" in odd(bars)["B2", "mass_fired"]


def test_of_two_that_differ_neither_is_called_the_wrong_one():
    assert not odd([bar("B1", mass_dry=88), bar("B2", mass_dry=84)])


@given(st.integers(3, 8), st.floats(-1, 1), st.floats(-0.9, 0.9), st.data())
def test_bars_that_differ_as_bars_do_are_left_alone(count, first, second, data):
    """A point or so of length, and of water, between equal bars."""
    wobble = st.floats(-0.9, 0.9)
    bars = [
        bar(
            f"B{n}",
            fired("6", 12 + data.draw(wobble), 2.0),
            length_dry=94 + data.draw(wobble),
            mass_dry=88 + data.draw(wobble),
            mass_wet=112.0,
        )
        for n in range(count)
    ]
    assert not odd(bars)
