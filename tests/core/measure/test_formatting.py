"""How figures are written: no more digits than they are worth."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.measure.formatting import (
    adding_up,
    counted,
    decimals_of,
    hours_and_minutes,
    masses,
    percentage,
    plain,
    to_step,
    total_shown,
    with_u95,
)


@pytest.mark.parametrize(
    ("value", "u95", "text"),
    [
        (3.1372, 0.3561, "3.1 ± 0.4"),
        (1.0204, 0.0231, "1.02 ± 0.02"),
        (-0.01, 0.36, "0.0 ± 0.4"),
        (5, 0, "5"),
    ],
)
def test_no_more_digits_than_the_uncertainty_allows(value, u95, text):
    assert with_u95(value, u95) == text


@pytest.mark.parametrize(
    ("grams", "text"),
    [(8, "8.0"), (150.72, "150.7"), (0.377, "0.38"), (0.04, "0.040"), (0, "0.0"), (1e-9, "0.0000")],
)
def test_what_a_scale_of_a_tenth_can_show(grams, text):
    assert to_step(grams, 0.1) == text


def test_so_many_of_a_thing():
    assert [counted(n, "tile") for n in (0, 1, 4)] == ["0 tiles", "1 tile", "4 tiles"]
    assert counted(2, "mix", "mixes") == "2 mixes"


def test_plain_figures():
    assert plain(8.0) == "8"
    assert plain(8.125) == "8.12"
    assert plain(-0.0001) == "0"
    assert plain(1000, 0) == "1000"
    assert (decimals_of(0.1), decimals_of(0.01), decimals_of(5)) == (1, 2, 0)
    assert (percentage(9.99), percentage(0.254)) == ("10", "0.25")


def test_shown_parts_add_up_where_each_on_its_own_would_not():
    """79.2 + 4.0 is not 83.1: the total follows the parts, or where it is given they follow it."""
    assert masses([79.16, 3.96], 0.1) == (["79.2", "4.0"], "83.2")
    assert adding_up([79.16, 3.96], 1) == ["79.1", "4.0"]


def test_a_part_too_small_for_the_scale_lends_its_digits_to_all():
    parts, total = masses([23.142, 0.857], 0.1)
    assert (parts, total) == (["23.14", "0.86"], "24.00")


@given(st.lists(st.floats(0, 1e5), min_size=1, max_size=12), st.integers(0, 4))
def test_shown_parts_always_add_up(values, decimals):
    parts = adding_up(values, decimals)
    unit = 10**-decimals
    assert math.isclose(math.fsum(map(float, parts)), math.fsum(values), abs_tol=unit * 0.51)
    for part, value in zip(parts, values, strict=True):
        assert abs(float(part) - value) <= unit * (1 + 1e-6), "no part is off by a digit or more"


@pytest.mark.parametrize(
    ("hours", "said"), [(8.75, "8 h 45 min"), (0.999, "1 h 00 min"), (0, "0 h 00 min")]
)
def test_sixty_minutes_are_an_hour(hours, said):
    assert hours_and_minutes(hours) == said


def test_what_stands_there_adds_up_to_the_finest_of_it():
    assert total_shown(["1.5", "0.64", "12"]) == "14.14"
    assert total_shown([]) == "0"
