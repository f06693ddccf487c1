"""``/kiln/load/``: the contract, and what is said of a line that cannot be."""

import json

import pytest
from django.test import Client

from tests.pages import words_of


def ask(**query):
    got = Client().get("/kiln/load/", query, headers={"accept": "application/json"})
    return got.status_code, json.loads(got.content)


def test_the_contract_of_a_load_that_fits():
    status, body = ask(shelf=["round:420", "rect:400x300"], piece=["tile:85x40:30", "dish:120x120"])
    assert status == 200
    assert [shelf["shelf"] for shelf in body["shelves"]] == ["round:420", "rect:400x300"]
    placed = [piece for shelf in body["shelves"] for piece in shelf["placed"]]
    assert set(placed[0]) == {"name", "x", "y", "width", "depth"}
    assert sorted(piece["name"] for piece in placed) == ["dish"] + ["tile"] * 30
    assert body["left_out"] == []
    assert (body["shelves_used"], body["area_bound"], body["firings"]) == (2, 1, 1)


def test_origins_of_a_round_and_a_rectangular_shelf():
    """A disc's origin is its centre, so its pieces lie on both sides of it."""
    _, disc = ask(shelf="round:420", piece="tile:85x40:26", clearance="6")
    placed = disc["shelves"][0]["placed"]
    assert min(piece["x"] for piece in placed) < 0 < max(piece["x"] for piece in placed)
    _, board = ask(shelf="rect:400x300", piece="tile:85x40:20", clearance="8")
    placed = board["shelves"][0]["placed"]
    assert all(8 <= piece["x"] <= 400 - 8 - piece["width"] for piece in placed)
    assert all(8 <= piece["y"] <= 300 - 8 - piece["depth"] for piece in placed)


def test_what_has_no_place_is_counted_by_name_and_needs_more_firings():
    _, body = ask(shelf="round:420", piece=["tile:85x40:60", "platter:430x430"], clearance="6")
    assert body["left_out"] == [{"name": "tile", "count": 34}, {"name": "platter", "count": 1}]
    assert body["firings"] == 3
    assert [warning["code"] for warning in body["warnings"]] == ["too_large"]


def test_the_page_says_what_leaving_a_few_out_saves():
    query = {"shelf": "round:420", "piece": "tile:85x40:28", "clearance": "6"}
    page = words_of(Client().get("/kiln/load/", query))
    assert "Placed 26 of 28" in page
    assert "Leaving out 2 × tile saves one firing." in page


def test_decimal_commas_and_a_typed_times_sign():
    status, body = ask(shelf="rect:300 × 200", piece="tile : 82,5 x 40 : 2", clearance="4,5")
    assert status == 200
    assert sorted(body["shelves"][0]["placed"][0][side] for side in ("width", "depth")) == [
        40,
        82.5,
    ]


@pytest.mark.parametrize(
    ("query", "field", "said"),
    [
        ({"piece": "tile:85x40"}, "shelf", "Enter at least one"),
        ({"shelf": "round:420"}, "piece", "Enter at least one"),
        (
            {"shelf": "oval:420", "piece": "tile:85x40"},
            "shelf",
            "Shelf 1: enter a shape and a size",
        ),
        ({"shelf": "round:nan", "piece": "tile:85x40"}, "shelf", "Shelf 1"),
        ({"shelf": "rect:420", "piece": "tile:85x40"}, "shelf", "Shelf 1"),
        ({"shelf": "round:0", "piece": "tile:85x40"}, "shelf", "1 to 5000 mm"),
        ({"shelf": "round:420", "piece": "tile:85"}, "piece", "Piece 1"),
        ({"shelf": "round:420", "piece": ["a:85x40", ":85x40"]}, "piece", "Piece 2"),
        ({"shelf": "round:420", "piece": "tile:85x40:0"}, "piece", "Piece 1"),
        ({"shelf": "round:420", "piece": "tile:85x40:1.5"}, "piece", "Piece 1"),
        ({"shelf": "round:420", "piece": "tile:85x-40"}, "piece", "1 to 5000 mm"),
        ({"shelf": "round:420", "piece": "tile:85x40:99999999"}, "piece", "1 to 1000 pieces"),
        ({"shelf": "round:420", "piece": "t" * 250 + ":85x40"}, "piece", "Piece 1"),
        ({"shelf": ["round:420"] * 51, "piece": "tile:85x40"}, "shelf", "At most 50"),
        ({"shelf": "round:420", "piece": "tile:85x40", "clearance": "-1"}, "clearance", "0 to 200"),
    ],
)
def test_what_is_wrong_is_told_at_its_field(query, field, said):
    status, body = ask(**query)
    assert status == 400
    assert [error["field"] for error in body["errors"]] == [field]
    assert said in body["errors"][0]["message"]
    page = Client().get("/kiln/load/", query)
    assert page.status_code == 400
    assert said in words_of(page)
