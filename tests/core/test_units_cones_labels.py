"""Units, cones, codes and labels, and how figures are written."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore import labels
from claycore.firing import cones
from claycore.measure import units
from claycore.measure.errors import UnknownChoice
from claycore.measure.formatting import decimals_of, percentage, plain, to_step, with_u95


def test_units_by_their_definitions():
    """Outside: a pound is 16 oz; a gallon (US) is 231 in³; an imperial pint is 20 fl oz."""
    assert units.grams(16, "oz") == pytest.approx(units.grams(1, "lb"))
    assert units.millilitres(1, "gal_us") == pytest.approx(231 * 2.54**3)
    assert units.millilitres(8, "pint_us") == pytest.approx(units.millilitres(4, "qt_us"))
    assert units.millilitres(2, "cup_us") == pytest.approx(units.millilitres(16, "floz_us"))
    assert units.millilitres(20, "floz_imp") == pytest.approx(units.millilitres(1, "pint_imp"))
    assert units.millimetres(5, "in") == pytest.approx(127)
    with pytest.raises(UnknownChoice, match="kg"):
        units.grams(1, "stone")


def test_cones_run_from_022_to_14():
    assert cones.CONES[0] == "022"
    assert cones.CONES[-1] == "14"
    assert cones.order("01") < cones.order("1")
    assert cones.order("5") < cones.order("5.5") < cones.order("6")
    temperatures = [cones.temperature_c(cone) for cone in cones.CONES]
    assert temperatures == sorted(temperatures)
    assert cones.temperature_c("6") == 1222
    with pytest.raises(UnknownChoice):
        cones.check("15")


def test_codes_are_short_unique_and_without_look_alikes():
    made = [labels.code(n) for n in range(5000)]
    assert made[0] == "A1"
    assert len(set(made)) == len(made)
    assert max(map(len, made)) <= 4
    assert not set("IOQ") & set("".join(made))


@given(st.text(min_size=1, max_size=60), st.integers(4, 30))
def test_shortened_names_fit(text, most):
    assert len(labels.shorten(text, most)) <= max(most, len(" ".join(text.split())))
    assert len(labels.shorten(text, most)) <= most


def test_a_label_prefers_the_suppliers_code_to_a_cut_name():
    label = labels.tile_label(
        "A7",
        [("Extraordinarily Long Harbour Blue", "QB-14", 9.99)],
        ("Ferry white", "FW-1"),
        "6",
        glazed=True,
        tile_mm=120,
    )
    assert label == ("A7 c6 G", "10 QB-14", "Ferry white")


def test_a_label_never_has_more_lines_than_a_tile():
    many = [(f"Oxide {n}", "", 1.0) for n in range(12)]
    label = labels.tile_label("A7", many, ("Body", ""), "6", glazed=False, tile_mm=120)
    assert label == ("A7 c6", "1 Oxide 0", "+11 more", "Body")


def test_a_dull_tool_takes_fewer_letters():
    assert labels.letters_per_line(120, "needle") > labels.letters_per_line(120, "stick")
    assert labels.letters_per_line(10, "stick") == 4


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
