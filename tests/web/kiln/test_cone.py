"""``/kiln/cone/``: the contract, both ways, in °C and °F."""

import json
import re

import pytest
from django.test import Client

from claycore.firing import heat_work
from tests.pages import words_of


def ask(**query):
    got = Client().get("/kiln/cone/", query, headers={"accept": "application/json"})
    return got.status_code, json.loads(got.content)


# Temperatures: the cone makers' published charts, from memory.


@pytest.mark.parametrize(
    ("query", "celsius"),
    [
        ({"cone": "6"}, 1222),
        ({"cone": "6", "rate": "150"}, 1243),
        ({"cone": "04", "rate": "15"}, 1046),
        ({"cone": "6", "rate": "270", "degrees": "f"}, 1243),
        ({"cone": "6", "rate": "60,0"}, 1222),
    ],
)
def test_a_cone_at_a_rate(query, celsius):
    status, body = ask(**query)
    assert status == 200
    assert body["temperature_c"] == pytest.approx(celsius)
    assert body["temperature_f"] == pytest.approx(celsius * 9 / 5 + 32)
    assert (body["between"], body["warnings"]) == (None, [])


@pytest.mark.parametrize(
    ("query", "cone", "between"),
    [
        ({"temperature": "1230"}, "6", ["6", "7"]),
        ({"temperature": "2246", "degrees": "f"}, "6", ["6", "7"]),
        ({"temperature": "1230", "rate": "150"}, "5.5", ["5.5", "6"]),
        ({"temperature": "500"}, None, [None, "022"]),
        ({"temperature": "1400"}, "14", ["14", None]),
    ],
)
def test_the_cone_of_a_temperature(query, cone, between):
    status, body = ask(**query)
    assert (status, body["cone"], body["between"]) == (200, cone, between)


def test_outside_the_chart_it_says_so_and_still_answers():
    _, body = ask(cone="6", rate="300")
    assert body["temperature_c"] > 1243
    assert [warning["code"] for warning in body["warnings"]] == ["outside_chart"]
    page = words_of(Client().get("/kiln/cone/", {"cone": "6", "rate": "300"}))
    assert "300 °C per hour lies outside the published charts" in page


@pytest.mark.parametrize(
    ("query", "field"),
    [
        ({}, "cone"),
        ({"cone": "6", "temperature": "1200"}, "temperature"),
        ({"cone": "15"}, "cone"),
        ({"cone": "6", "rate": "0"}, "rate"),
        ({"cone": "6", "rate": "fast"}, "rate"),
        ({"cone": "6", "rate": "3000"}, "rate"),
        ({"temperature": "1900"}, "temperature"),
        ({"temperature": "20", "degrees": "f"}, "temperature"),
        ({"cone": "6", "degrees": "k"}, "degrees"),
    ],
)
def test_what_cannot_be_is_said_at_its_field(query, field):
    status, body = ask(**query)
    assert status == 400
    assert field in [error["field"] for error in body["errors"]]


def test_the_page_says_what_a_cone_measures_and_shows_its_neighbours():
    page = words_of(Client().get("/kiln/cone/", {"cone": "6"}))
    assert "A cone measures heat work, not temperature" in page
    assert "Published: 1185 °C at 15, 1222 °C at 60, 1243 °C at 150 °C per hour" in page
    for name, celsius in (("5", "1186"), ("5.5", "1203"), ("7", "1239"), ("9", "1260")):
        assert f"{name} {celsius} " in page


def test_a_hold_at_a_lower_peak_brings_the_same_cone_down():
    """Checked by the heat work of the curve that the page proposes."""
    page = words_of(Client().get("/kiln/cone/", {"cone": "8", "rate": "100"}))
    peak, hours, minutes = map(int, re.search(r"20 °C (\d+) °C (\d+) h (\d\d) min", page).groups())
    rise, hold = (peak - 20) / 100, hours + minutes / 60
    curve = [(0.0, 20.0), (rise, float(peak)), (rise + hold, float(peak))]
    assert heat_work.work(curve, "8") == pytest.approx(1, abs=0.03)
