"""Slip for a surface keeps its contract."""

import pytest
from django.test import Client

from tests.pages import words_of
from tests.web.results.test_calculators import answer, ask

URL = "/surface/amount/"
GOOD = {"area": "600", "coats": "2", "thickness": "0.8", "specific_gravity": "1.5"}


def test_what_is_made_is_what_stays_on_over_one_less_the_loss():
    body = answer(URL, {**GOOD, "add": ["Quay Blue:6.5", "Soot Black:1"]})
    assert body["slip_ml"] == pytest.approx(600 * 0.08 * 2 / 0.9)
    assert body["slip_g"] == pytest.approx(body["slip_ml"] * 1.5)
    blue, black = body["additions"]
    assert (blue["name"], black["name"]) == ("Quay Blue", "Soot Black")
    assert blue["mass_g"] == pytest.approx(body["dry_clay_g"] * 0.065)
    total = body["dry_clay_g"] + body["water_g"] + blue["mass_g"] + black["mass_g"]
    assert total == pytest.approx(body["slip_g"])


def test_a_slip_that_covers_a_share_of_the_area_takes_that_share():
    whole = answer(URL, {**GOOD, "add": ["Quay Blue:6.5"]})
    share = answer(URL, {**GOOD, "add": ["Quay Blue:6.5"], "covers_pct": "35"})
    for key in ("slip_ml", "slip_g", "dry_clay_g", "water_g"):
        assert share[key] == pytest.approx(whole[key] * 0.35)
    page = words_of(Client().get(URL, {**GOOD, "covers_pct": "35"}))
    assert "600 cm² × 0.35 × 0.08 cm × 2 ÷ 0.9" in page


def test_a_colourant_named_twice_counts_twice():
    once = answer(URL, {**GOOD, "add": ["Quay Blue:8"]})
    twice = answer(URL, {**GOOD, "add": ["Quay Blue:5", "Quay Blue:3"]})
    assert twice["additions"] == once["additions"]


@pytest.mark.parametrize(
    ("changed", "field"),
    [
        ({"area": ""}, "area"),
        ({"area": "0"}, "area"),
        ({"area": "inf"}, "area"),
        ({"coats": "0"}, "coats"),
        ({"coats": "1.5"}, "coats"),
        ({"coats": "13"}, "coats"),
        ({"thickness": "-1"}, "thickness"),
        ({"specific_gravity": "1"}, "specific_gravity"),
        ({"specific_gravity": "2.6"}, "specific_gravity"),
        ({"solid_density": "1"}, "solid_density"),
        ({"loss_pct": "100"}, "loss_pct"),
        ({"covers_pct": "0"}, "covers_pct"),
        ({"covers_pct": "101"}, "covers_pct"),
        ({"add": ["Quay Blue:-3"]}, "add"),
        ({"add": [f"C{n}:1" for n in range(13)]}, "add"),
    ],
)
def test_bad_input_names_its_field(changed, field):
    status, body = ask(URL, {**GOOD, **changed})
    assert status == 400
    assert [error["field"] for error in body["errors"]] == [field]


def test_the_parts_on_the_page_add_up_and_dust_is_cautioned_of():
    page = words_of(Client().get(URL, {**GOOD, "add": ["Quay Blue:6.5"]}))
    assert "107 mL" in page
    assert "600 cm² × 0.08 cm × 2 ÷ 0.9" in page
    assert "Do not breathe dry clay" in page
