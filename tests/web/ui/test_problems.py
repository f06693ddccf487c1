"""What is wrong with a form names its field where it is said away from it."""

import pytest
from django import forms
from django.test import Client

from tests.pages import words_of
from umberpot.ui.problems import first_problem


class Weighing(forms.Form):
    grams = forms.CharField(required=False, label="Sample weight")
    step = forms.CharField(required=False, label="Scale reads to")


def with_error(field, said):
    form = Weighing({"grams": "x"})
    form.is_valid()
    form.add_error(field, said)
    return form


@pytest.mark.parametrize(
    ("field", "said", "told"),
    [
        ("step", "Fill in this field.", "Scale reads to: fill in this field."),
        ("grams", "A weight is missing.", "Sample weight: a weight is missing."),
        # Symbols and names stay as they are written.
        ("grams", "L must be from 0 to 100.", "Sample weight: L must be from 0 to 100."),
        ("grams", "Sea Green is entered twice.", "Sample weight: Sea Green is entered twice."),
        (None, "Both weights are the same.", "Both weights are the same."),
    ],
)
def test_the_first_problem_stands_after_the_name_of_its_field(field, said, told):
    assert first_problem(with_error(field, said)) == told


def test_a_form_in_order_has_no_problem():
    assert first_problem(Weighing()) == ""
    assert first_problem(Weighing({"grams": "1"})) == ""


@pytest.mark.parametrize(
    ("url", "told"),
    [
        ("/results/absorption/?dry=81&wet=&unit=g&method=quick_boil", "Soaked"),
        ("/results/shrinkage/?wet=x&fired=80&unit=mm", "Wet length: "),
        ("/mix/water/?wet=50&dry=x&unit=g", "bone dry: "),
    ],
)
def test_the_answer_of_a_calculator_says_which_field(db, url, told):
    page = words_of(Client().get(url))
    assert told in page
    assert "Check this" not in page
