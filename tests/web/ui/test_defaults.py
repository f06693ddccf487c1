"""What a calculator's empty page assumes: the usual, or nothing; never what is first in a list."""

import pytest
from django.test import Client
from django.urls import reverse

from tests.web.decisions import OPEN_TO_ALL
from umberpot.ui.fields.measures import Choice

NOTHING = {"", "none", "unknown"}
WITHOUT_A_FORM = {"studio:sign-in", "bench:calculators", "bench:openapi", "library:words"}


@pytest.mark.django_db
@pytest.mark.parametrize("name", sorted(OPEN_TO_ALL - WITHOUT_A_FORM))
def test_an_empty_page_assumes_the_usual_or_asks(name):
    form = Client().get(reverse(name)).context["form"]
    for name, field in form.fields.items():
        if isinstance(field, Choice):
            chosen = form.get_initial_for_field(field, name) or next(iter(field.choices))[0]
            is_named = bool(form.get_initial_for_field(field, name))
            assert is_named or chosen in NOTHING, name


def test_bars_are_judged_as_most_clays_are():
    form = Client().get("/results/clay/").context["form"]
    usual = {name: form[name].value() for name in ("purpose", "ware", "school", "method")}
    assert usual == {
        "purpose": "tableware",
        "ware": "stoneware",
        "school": "strict",
        "method": "boil_soak",
    }
