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


NEXT = {"goal": "know", "name": "Kelp", "clay": "84,1,8", "tile": TILES}


def test_the_next_tiles():
    body = answer("/results/colour-next/", NEXT)
    assert body.keys() == {"proposals", "reason", "warnings"}
    assert [one.keys() for one in body["proposals"]] == [
        {"name", "pct", "error_before", "error_after"}
    ] * 2
    first, second = body["proposals"]
    assert first["name"] == second["name"] == "Kelp"
    assert first["error_before"] == second["error_before"] > first["error_after"]
    assert first["error_after"] > second["error_after"] > 0
    assert body["reason"].startswith("Fire ")


def test_the_next_tiles_as_many_and_as_strong_as_may_be():
    body = answer("/results/colour-next/", {**NEXT, "count": "4", "max_pct": "5"})
    assert len(body["proposals"]) == 4
    assert all(0 < one["pct"] <= 5 for one in body["proposals"])


@pytest.mark.parametrize(
    ("count", "said"),
    [
        ("1", ""),
        ("2", ""),
        ("3", "The last tile adds little."),
        ("4", "The last 2 tiles add little."),
    ],
)
def test_tiles_that_add_little_are_counted(count, said):
    """After one fired tile two more tell most of it."""
    one = {**NEXT, "tile": ["Kelp:6:52,-18,10"], "count": count}
    reason = answer("/results/colour-next/", one)["reason"]
    assert reason.endswith(said) if said else "little" not in reason


def test_a_colourant_that_is_known_gains_little():
    known = [f"Kelp:{pct}:{70 - 2 * pct},-{10 + pct},9" for pct in range(2, 16) for _ in range(2)]
    asked = {**NEXT, "goal": "enough", "tile": known, "count": "1"}
    reason = answer("/results/colour-next/", asked)["reason"]
    assert reason.endswith("The gain is small.")


def test_the_next_tile_for_what_is_enough_is_the_end_that_nobody_looked_at():
    one, *_ = answer("/results/colour-next/", {**NEXT, "goal": "enough"})["proposals"]
    assert (one["name"], one["pct"]) == ("Kelp", 15)
    reason = answer("/results/colour-next/", {**NEXT, "goal": "enough"})["reason"]
    assert "Nothing stronger than 9 % was fired yet" in reason


def test_colourants_compete_for_a_wanted_colour():
    match = {"goal": "match", "clay": "84,1,8", "tile": TILES}
    body = answer("/results/colour-next/", {**match, "want": "55,20,24"})
    assert {one["name"] for one in body["proposals"]} == {"Rust"}
    far = answer("/results/colour-next/", {**match, "want": "45,68,45"})
    assert far["reason"].startswith("None comes near: Rust comes nearest, to ΔE ")


def test_one_colourant_needs_no_name():
    body = answer("/results/colour-next/", {**NEXT, "name": "", "tile": TILES[:2]})
    assert {one["name"] for one in body["proposals"]} == {"Kelp"}


def test_no_proposal_rests_on_tiles_that_do_not_agree():
    sound = answer("/results/colour-next/", NEXT)
    odd = answer("/results/colour-next/", {**NEXT, "tile": [*TILES, *["Kelp:12:30,5,20"] * 2]})
    assert odd["warnings"] == []
    torn = [*TILES, "Kelp:12:30,5,20", "Kelp:12:70,0,9"]
    body = answer("/results/colour-next/", {**NEXT, "tile": torn})
    assert [warning["code"] for warning in body["warnings"]] == ["replicates_disagree"]
    assert body["proposals"] == sound["proposals"] != odd["proposals"]
    alone = answer("/results/colour-next/", {**NEXT, "tile": torn[-2:]})
    assert {warning["code"] for warning in alone["warnings"]} == {
        "replicates_disagree",
        "one_strength",
    }
    assert alone["proposals"]


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
        ("next", {}, "tile"),
        ("next", {**NEXT, "clay": ""}, "clay"),
        ("next", {**NEXT, "goal": "guess"}, "goal"),
        ("next", {**NEXT, "name": ""}, "name"),
        ("next", {**NEXT, "name": "Moss"}, "name"),
        ("next", {**NEXT, "goal": "match"}, "want"),
        ("next", {**NEXT, "goal": "match", "want": "grey"}, "want"),
        ("next", {**NEXT, "count": "5"}, "count"),
        ("next", {**NEXT, "count": "0"}, "count"),
        ("next", {**NEXT, "max_pct": "-1"}, "max_pct"),
        ("next", {**NEXT, "tile": "Kelp:0:84,1,8"}, "tile"),
        ("next", {**NEXT, "tile": ["Kelp:3:50,0,0"] * 101}, "tile"),
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
    following = words_of(client.get("/results/colour-next/", NEXT))
    assert "Expected error after it" in following
    difference = words_of(
        client.get("/results/colour-difference/", {"a": "50,20,0", "b": "60,20,0"})
    )
    assert "lighter" in difference


def test_a_prediction_never_looks_measured(client):
    html = client.get("/results/colour-match/", MATCH).content.decode()
    assert "swatch-predicted" in html
    assert "predicted colour" in html
