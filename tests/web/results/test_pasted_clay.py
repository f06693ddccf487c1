"""``/results/clay/``: results and verdict of pasted bars, by the functions of a clay's page."""

import pytest
from django.test import Client

from tests.pages import words_of
from umberpot.clays.records import clay_records

URL = "/results/clay/"


def lines(*rows, drying=6.0, count=3):
    """Bars of (cone, total %, absorption %[, seen]): 100 mm lines, 80 g fired."""
    return [
        f"{cone}-{n}:{cone}:100:{100 - drying}:{100 - total}:80:{80 * (1 + absorbed / 100):.3f}"
        f":{seen[0] if seen else 'looked'}"
        for cone, total, absorbed, *seen in rows
        for n in range(count)
    ]


def ask(*rows, drying=6.0, **more):
    query = {"bar": lines(*rows, drying=drying), "scale_step": "0.01", **more}
    answer = Client().get(URL, query, headers={"accept": "application/json"})
    assert answer.status_code == 200, answer.content
    return answer.json()


def outcomes(body):
    return {rule["code"]: rule["outcome"] for rule in body["rules"]}


def test_a_clay_that_matures():
    """9 % after cone 04, 1 % after 6, 0.6 % after 10: dense enough for stoneware from 6 on."""
    body = ask(("04", 8, 9), ("1", 9.5, 5), ("6", 12, 1.0), ("10", 12.4, 0.6))
    assert body["verdict"] == "keep"
    assert body["mature_from"]["sure_by"] == "6"
    assert body["mature_from"]["cone"] in ("3", "4", "5", "5.5", "6")
    assert body["bloats_from"] is body["slumps_from"] is None
    assert body["drying_pct"] == pytest.approx(6)
    assert [at["cone"] for at in body["cones"]] == ["04", "1", "6", "10"]
    at_6 = body["cones"][2]
    assert (at_6["bars"], at_6["total_shrinkage_pct"]) == (3, pytest.approx(12))
    assert at_6["absorption_pct"] == pytest.approx(1.0, abs=0.01)
    assert 0 < at_6["absorption_u95"] < 0.4
    assert set(outcomes(body).values()) <= {"passes", "not_measured"}
    assert body["warnings"] == []


def test_a_clay_that_bloats():
    body = ask(("04", 8, 9), ("6", 12, 1.0), ("10", 8.5, 4.5))
    assert body["bloats_from"] == "10"
    assert body["mature_from"]["sure_by"] == "6"
    assert body["judged_at"] == "6"
    assert outcomes(body)["no_bloating"] == "passes"


def test_a_clay_that_slumps():
    body = ask(("04", 8, 9), ("6", 12, 1.0, "slumped"))
    assert body["slumps_from"] == "6"
    assert body["mature_from"] is None
    assert body["verdict"] == "mend"


def test_a_clay_that_never_tightens():
    body = ask(("04", 4, 17), ("6", 6, 14), ("10", 7, 11))
    assert body["mature_from"] is None
    assert outcomes(body)["absorption"] == outcomes(body)["matures"] == "fails"
    assert body["verdict"] == "mend"
    assert ask(("04", 4, 17), ("6", 6, 14), purpose="sculpture")["verdict"] == "keep"


def test_cones_too_far_apart_claim_none_between():
    body = ask(("04", 8, 9), ("10", 12.4, 0.6))
    assert body["mature_from"] == {"cone": None, "sure_by": "10"}


def test_a_scale_too_coarse_to_decide():
    body = ask(("6", 12, 1.3), scale_step="1")
    assert body["mature_from"] is None
    assert outcomes(body)["absorption"] == "not_decided"
    assert body["verdict"] == "not_decided"


def test_the_range_quoted_for_ware_as_found_approves_nothing():
    rows = ("04", 8, 9), ("6", 11, 4.1)
    assert outcomes(ask(*rows, school="strict"))["absorption"] == "fails"
    loose = ask(*rows, school="loose")
    assert outcomes(loose)["absorption"] == "not_decided"
    assert loose["mature_from"] is None


def test_nobody_looked_is_not_a_pass():
    body = ask(("04", 8, 9, ""), ("6", 12, 1.0, ""))
    assert outcomes(body)["no_bloating"] == outcomes(body)["cracks"] == "not_measured"


def test_one_wrong_figure_is_named_and_the_right_ones_beside_it_are_not():
    bars = lines(("6", 12, 1.0))
    bars[1] = "6-1:6:100:94:880:80:80.8"
    body = Client().get(URL, {"bar": bars}, headers={"accept": "application/json"}).json()
    assert [notice["code"] for notice in body["warnings"]] == ["unlikely_reading"]
    assert body["warnings"][0]["message"].startswith("6-1: 880 mm")


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"bar": []}, "bar"),
        ({"bar": ["B1"]}, "bar"),
        ({"bar": [":6:100"]}, "bar"),
        ({"bar": ["B1:66:100:94:88"]}, "bar"),
        ({"bar": ["B1:6:-100:94:88"]}, "bar"),
        ({"bar": ["B1:6:nan:94:88"]}, "bar"),
        ({"bar": ["B1:6:100:94:88:0:81"]}, "bar"),
        ({"bar": ["B1:6:100:94:88:80:81:hats"]}, "bar"),
        ({"bar": ["B1::100:94:88"]}, "bar"),
        ({"bar": ["B1:6:100:94", "B1:6:100:94"]}, "bar"),
        ({"bar": ["B1:6:" + "9" * 400]}, "bar"),
        ({"bar": ["B1:6:100:94:88"] * 400}, "bar"),
        ({"method": "steam"}, "method"),
        ({"purpose": "hats"}, "purpose"),
        ({"ware": "glass"}, "ware"),
        ({"school": "old"}, "school"),
        ({"ruler_step": "0"}, "ruler_step"),
        ({"scale_step": "x"}, "scale_step"),
    ],
)
def test_bad_input_is_named_at_its_field(change, field):
    query = {"bar": lines(("6", 12, 1.0)), **change}
    answer = Client().get(URL, query, headers={"accept": "application/json"})
    assert answer.status_code == 400
    assert field in {error["field"] for error in answer.json()["errors"]}
    if query["bar"]:
        assert Client().get(URL, query).status_code == 400


def test_a_block_of_a_spreadsheet_can_be_pasted():
    block = "B1\t6\t100\t94\t88\t80\t81,2\nB2\t6\t100\t94,5\t88\t80\t81,2\n"
    body = Client().get(URL, {"bar": block}, headers={"accept": "application/json"}).json()
    assert body["cones"][0]["absorption_pct"] == pytest.approx(1.5)
    assert body["drying_pct"] == pytest.approx(5.75)


def test_the_page_shows_what_the_answer_says_and_keeps_what_was_typed():
    query = {"bar": lines(("04", 8, 9), ("6", 12, 1.0)), "purpose": "tableware"}
    page = Client().get(URL, query)
    words = words_of(page)
    assert "Suitable for tableware at cone 6" in words
    assert "6-2:6:100:94.0:88:80:80.800:looked" in page.content.decode()
    assert "Checks for tableware" in words
    assert '<option value="stoneware" selected>' in page.content.decode(), "what was left out"
    assert "Enter at least one bar." in words_of(Client().get(URL))


def test_a_clays_page_and_pasted_bars_agree(signed_in, tested, studio):
    """The same figures, where the studio has no record but these bars."""
    rows = ("04", 8, 9), ("6", 12, 1.0)
    [record] = clay_records(studio, [tested("Bank", rows)])
    body = ask(*rows, scale_step="0.1", ruler_step="0.1")
    for at, answered in zip(record.results.cones, body["cones"], strict=True):
        assert answered["absorption_pct"] == pytest.approx(at.absorption.value, abs=0.07)
        assert answered["total_shrinkage_pct"] == pytest.approx(at.total.value)
        assert answered["total_shrinkage_u95"] == pytest.approx(at.total.u95, rel=0.05)
