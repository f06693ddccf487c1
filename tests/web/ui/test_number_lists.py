"""Lists of numbers are read one way in every field, and what could mean two things is asked."""

import pytest
from django.test import Client

from tests.pages import words_of
from umberpot.clays.verdicts.forms import SizesForm
from umberpot.ui.fields.number_lists import read_numbers


@pytest.mark.parametrize(
    ("text", "numbers"),
    [
        ("2,5, 5, 10", (2.5, 5, 10)),
        ("2,5; 5; 10", (2.5, 5, 10)),
        ("2,5 5 10", (2.5, 5, 10)),
        ("2.5 5 10", (2.5, 5, 10)),
        ("2.5,5,10", (2.5, 5, 10)),
        ("0 2 4", (0, 2, 4)),
        ("5,10,15", (5, 10, 15)),
        ("5 , 10 ,15", (5, 10, 15)),
        ("5;10", (5, 10)),
        (" 7 ", (7,)),
    ],
)
def test_read_one_way(text, numbers):
    assert read_numbers(text) == numbers


@pytest.mark.parametrize(
    ("text", "expected"),
    [
        ("5, 10,15", "Is 10,15 one number or two? Write 10.15, or 10; 15."),
        ("5,,10", "with commas between"),
        ("5; ", "with commas between"),
        ("5 ten", "not a number"),
        ("1,5,2 4", "not a number"),
        ("", "with commas between"),
    ],
)
def test_asked_about(text, expected):
    with pytest.raises(ValueError, match="number") as caught:
        read_numbers(text)
    assert expected in str(caught.value)


@pytest.mark.parametrize("text", ["2,5, 5, 10", "2,5; 5; 10", "2.5 5 10"])
def test_every_list_field_understands_it_and_says_what_it_understood(text):
    series = Client().get("/mix/series/", {"pcts": text, "tile_dry_g": "25"})
    assert "A series of 2.5 %, 5 %, 10 %" in words_of(series)
    grid = {"x": f"iron:{text}", "y": f"titania:{text}", "cell_g": "100", "solids_pct": "70"}
    assert "A grid of iron 2.5 %, 5 %, 10 % by titania 2.5 %, 5 %, 10 %" in words_of(
        Client().get("/mix/grid/", grid)
    )
    sizes = SizesForm({"sizes": text})
    assert sizes.is_valid()
    assert sizes.cleaned_data["sizes"] == [2.5, 5, 10]
