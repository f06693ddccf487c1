"""``/kiln/outcome/``: the contract, by cases judged by hand."""

import pytest
from django.test import Client

from tests.pages import words_of

URL = "/kiln/outcome/"


def ask(status=200, **query):
    got = Client().get(URL, query, headers={"accept": "application/json"})
    assert got.status_code == status, got.content
    return got.json()


def test_a_power_cut_reached_no_cone():
    """K1. Common practice."""
    body = ask(planned="6", log=["0:20", "2:120", "6.583:425"])
    assert body["cone"] is body["log_cone"] is body["agrees"] is None
    assert (body["complete"], body["proposal"], body["by"]) == (False, "refire", "log")
    assert "stopped at 425 °C after 6 h 35 min" in body["message"]


def test_cones_on_two_shelves_keep_their_names():
    """K2."""
    seen = ["1:5:down", "1:6:half", "1:7:standing", "3:6:down", "3:7:leaning"]
    body = ask(planned="6", witness=seen)
    assert (body["cone"], body["by"], body["proposal"]) == ("6", "witness", "record")
    assert body["shelves"] == [{"shelf": "1", "cone": "6"}, {"shelf": "3", "cone": "6"}]


def test_what_the_log_cannot_tell_is_asked():
    log = ["0:20", "3:400", "3.1:1372", "4:1372", "5:1372"]
    body = ask(planned="6", log=log)
    assert (body["cone"], body["log_cone"], body["proposal"]) == (None, None, "ask")
    assert [notice["code"] for notice in body["warnings"]] == ["jump"]


@pytest.mark.parametrize(
    ("query", "field"),
    [
        ({}, "planned"),
        ({"planned": "66"}, "planned"),
        ({"planned": "6", "log": ["0:20"]}, "log"),
        ({"planned": "6", "log": ["2:20", "1:40"]}, "log"),
        ({"planned": "6", "log": ["0:20", "1:nan"]}, "log"),
        ({"planned": "6", "log": ["0:20", "1:9000"]}, "log"),
        ({"planned": "6", "witness": ["1:6:bent"]}, "witness"),
        ({"planned": "6", "witness": ["1:99:down"]}, "witness"),
        ({"planned": "6", "witness": ["1:6:down", "1:6:half"]}, "witness"),
        ({"planned": "6", "witness": ["top:6:standing", "top:7:down"]}, "witness"),
    ],
)
def test_bad_input_is_named_at_its_field(query, field):
    body = ask(400, **query)
    assert [error["field"] for error in body["errors"]] == [field]
    assert Client().get(URL, query).status_code == (400 if query else 200)


def test_cones_that_contradict_each_other_name_their_shelf():
    body = ask(400, planned="6", witness=["top:6:standing", "top:7:down"])
    assert body["errors"][0]["message"].startswith("Shelf top: A hotter cone cannot bend")


def test_the_page_says_what_the_answer_says():
    page = words_of(Client().get(URL, {"planned": "6", "witness": ["1:6:down", "2:5:down"]}))
    assert "The ware received" in page
    assert "Shelf 2: cone 5" in page
