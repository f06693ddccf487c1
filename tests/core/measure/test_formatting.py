"""How figures are written: no more digits than they are worth."""

import pytest

from claycore.measure.formatting import decimals_of, percentage, plain, to_step, with_u95


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


def test_plain_figures():
    assert plain(8.0) == "8"
    assert plain(-0.0001) == "0"
    assert plain(1000, 0) == "1000"
    assert (decimals_of(0.1), decimals_of(0.01), decimals_of(5)) == (1, 2, 0)
    assert (percentage(9.99), percentage(0.254)) == ("10", "0.25")
