"""The colour calculators keep their contract."""

import pytest

from tests.pages import words_of
from tests.web.results.test_calculators import answer, ask

TILES = [
    *("Kelp:3:62,-12,8", "Kelp:6:52,-18,10", "Kelp:9:48,-20,11"),
    *("Rust:3:60,18,22", "Rust:6:50,24,27", "Rust:9:46,26,29"),
]
MATCH = {"want": "55,4,16", "clay": "84,1,8", "tile": TILES}
LEVELS_OFF = {"tile": ["3:68,3,-9", "7:58,4,-17", "11:57.6,4,-17.4"]}


def test_two_colours():
    """Sharma, Wu and Dalal 2005, pair 17."""
    body = answer("/results/colour-difference/", {"a": "50,2.5,0", "b": "73,25,-18"})
    assert body["delta_e_2000"] == pytest.approx(27.1492, abs=5e-5)
    assert body["lab_b"] == [73, 25, -18]
    assert body["reading"] == "clearly different"


def test_a_colour_beyond_a_screen_is_told():
    body = answer("/results/colour-difference/", {"a": "50,100,90", "b": "50,0,0"})
    assert [warning["code"] for warning in body["warnings"]] == ["beyond_a_screen"]


def test_a_series():
    body = answer("/results/colour-series/", LEVELS_OFF)
    assert body["enough_pct"] == 7
    assert body["decided"] is True
    assert [(step["from_pct"], step["to_pct"]) for step in body["steps"]] == [(3, 7), (7, 11)]
    assert body["noise"] == pytest.approx(0.8)
    assert body["spread_delta_e"] > 9


def test_a_series_not_reached_or_not_decided_names_no_percentage():
    climbing = answer("/results/colour-series/", {"tile": ["3:68,3,-9", "7:58,4,-17"]})
    assert (climbing["enough_pct"], climbing["decided"]) == (None, True)
    near = ["7:58,4,-17", "11:55.9,4,-18"]
    open_one = answer("/results/colour-series/", {"tile": near})
    assert (open_one["enough_pct"], open_one["decided"]) == (None, False)


def test_equal_tiles_set_the_noise():
    tiles = ["3:68,3,-9", "7:58,4,-17", "7:60.6,4,-17", "11:57,4,-17"]
    assert answer("/results/colour-series/", {"tile": tiles})["noise"] > 0.9


@pytest.mark.parametrize("noise", [{}, {"noise": "0.7"}])
def test_equal_tiles_that_disagree_are_told_and_are_no_noise(noise):
    tiles = ["3:68,3,-9", "7:58,4,-17", "7:48,4,-17", "11:57,4,-17"]
    body = answer("/results/colour-series/", {"tile": tiles, **noise})
    assert [warning["code"] for warning in body["warnings"]] == ["replicates_disagree"]
    assert "7 %" in body["warnings"][0]["message"]
    assert body["noise"] <= 0.8


def test_a_match():
    body = answer("/results/colour-match/", MATCH)
    best = body["candidates"][0]
    assert {one["name"] for one in best["additions"]} == {"Kelp", "Rust"}
    assert best["delta_e_2000"] < body["nearest_tile"]["delta_e_2000"]
    assert best["expected_error"] > 0
    assert len(best["lab"]) == 3
    assert body["leave_one_out"] > 0


def test_a_match_within_limits():
    body = answer("/results/colour-match/", {**MATCH, "max_pct": "2", "parts": "1"})
    for one in body["candidates"]:
        assert len(one["additions"]) <= 1
        assert sum(addition["pct"] for addition in one["additions"]) <= 2 + 1e-9


def test_few_tiles_say_how_little_a_match_rests_on():
    body = answer("/results/colour-match/", {**MATCH, "tile": TILES[:1]})
    assert body["leave_one_out"] is None
    assert {warning["code"] for warning in body["warnings"]} == {"few_tiles", "one_strength"}


@pytest.mark.parametrize(
    ("url", "query", "field"),
    [
        ("difference", {"a": "50,2.5", "b": "50,0,0"}, "a"),
        ("difference", {"a": "50,nan,0", "b": "50,0,0"}, "a"),
        ("difference", {"a": "#12345g", "b": "50,0,0"}, "a"),
        ("difference", {"a": "50,0,0"}, "b"),
        ("series", {}, "tile"),
        ("series", {"tile": "x:50,0,0"}, "tile"),
        ("series", {"tile": "-3:50,0,0"}, "tile"),
        ("series", {"tile": "3:50,0,0", "noise": "-1"}, "noise"),
        ("series", {"tile": ["3:50,0,0"] * 401}, "tile"),
        ("match", {**MATCH, "tile": "Kelp:50,0,0"}, "tile"),
        ("match", {**MATCH, "tile": ":3:50,0,0"}, "tile"),
        ("match", {**MATCH, "max_pct": "0"}, "max_pct"),
        ("match", {**MATCH, "parts": "4"}, "parts"),
        ("match", {**MATCH, "want": "x" * 300}, "want"),
    ],
)
def test_bad_input_is_told_at_its_field(url, query, field):
    status, body = ask(f"/results/colour-{url}/", query)
    assert status == 400
    assert field in [error["field"] for error in body["errors"]]


def test_the_pages_say_it_in_words(client):
    series = words_of(client.get("/results/colour-series/", LEVELS_OFF))
    assert "7 % is as strong as it gets. 11 % looks the same" in series
    match = words_of(client.get("/results/colour-match/", MATCH))
    assert "Nearest fired tile" in match
    assert "Typical prediction error: ΔE" in match
    difference = words_of(
        client.get("/results/colour-difference/", {"a": "50,20,0", "b": "60,20,0"})
    )
    assert "lighter" in difference


def test_a_prediction_never_looks_measured(client):
    html = client.get("/results/colour-match/", MATCH).content.decode()
    assert "swatch-predicted" in html
    assert "predicted colour" in html
