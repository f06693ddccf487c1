"""``/kiln/schedule/``: the contract, and what is said of a line that cannot be."""

import json

import pytest
from django.test import Client

from tests.pages import words_of


def ask(*segments, **query):
    asked = {"segment": list(segments), **query}
    got = Client().get("/kiln/schedule/", asked, headers={"accept": "application/json"})
    return got.status_code, json.loads(got.content)


def test_hours_curve_and_peak():
    status, body = ask("40:100:60", "100:600:0", "-100:300")
    assert status == 200
    assert body["curve"] == [[0, 20], [2, 100], [3, 100], [8, 600], [11, 300]]
    assert (body["hours"], body["peak_c"]) == (11, 600)


# Cones at a constant last rate: the published charts, from memory, and within the fit's 4 degrees.


@pytest.mark.parametrize(
    ("last", "cone"),
    [("60:1228:0", "6"), ("150:1249:0", "6"), ("60:1069:0", "04"), ("60:1291:0", "10")],
)
def test_the_cone_of_a_plain_rise(last, cone):
    _, body = ask("200:900:0", last)
    assert body["cone"] == cone
    assert body["between"][0] == cone


def test_a_hold_reaches_a_higher_cone_than_the_peak_alone():
    _, plain = ask("150:1200:0")
    _, held = ask("150:1200:60")
    order = ["4", "5", "5.5", "6", "7"]
    assert order.index(held["cone"]) > order.index(plain["cone"])


def test_under_the_coolest_cone_there_is_none():
    _, body = ask("100:300:30")
    assert (body["cone"], body["between"]) == (None, [None, "022"])


def test_it_may_start_warm_and_be_pasted_from_a_spreadsheet():
    _, body = ask("100\t600\t30\n60;900;0", start_c="100")
    assert body["hours"] == pytest.approx(5 + 0.5 + 5)


@pytest.mark.parametrize(
    ("segments", "query", "field", "said"),
    [
        ([], {}, "segment", "at least one segment"),
        (["100"], {}, "segment", "Segment 1: enter a rate, a target and a hold"),
        (["100:600:0", "fast:900:0"], {}, "segment", "Segment 2"),
        (["100:600:0:7"], {}, "segment", "Segment 1"),
        (["100:600:0", "100:300:0"], {}, "segment", "Segment 2 goes from 600 to 300 °C"),
        (["100:600:0"] * 21, {}, "segment", "At most 20 lines"),
        (["100:600:0"], {"start_c": "9999"}, "start_c", "Start must be"),
        (["100:9000:0"], {}, "segment", "Temperature must be"),
    ],
)
def test_what_cannot_be_is_said_at_its_field(segments, query, field, said):
    status, body = ask(*segments, **query)
    assert status == 400
    assert [
        error for error in body["errors"] if error["field"] == field and said in error["message"]
    ]


def test_the_page_draws_the_curve_and_names_the_witness_cone():
    page = Client().get("/kiln/schedule/", {"segment": ["80:120:45", "140:1040:10"]})
    assert 'aria-label="The curve: 8.7 hours, at most 1040 °C"' in page.content.decode()
    said = words_of(page)
    assert "8 h 44 min" in said
    assert "witness cone" in said


def test_a_minute_before_the_hour_is_no_sixtieth_minute():
    page = Client().get("/kiln/schedule/", {"segment": ["100:319.99"]})
    assert "3 h 00 min" in words_of(page)


def test_decimal_commas_are_understood():
    _, body = ask("100,5:221:7,5")
    assert body["hours"] == pytest.approx(2 + 0.125)
