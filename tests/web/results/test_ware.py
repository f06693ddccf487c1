"""What ware may be used for keeps its contract, as JSON and as a page."""

import html
import re

import pytest
from django.test import Client

from claycore.testing.readings import Quantity
from tests.pages import words_of
from tests.web.results.test_calculators import answer, ask
from umberpot.tiles.readings.services import Entry, record

URL = "/results/ware/"
LEAST = {"ware": "stoneware", "school": "strict"}
ALL = {
    **LEAST,
    **{"absorption_pct": "0.9", "absorption_u95": "0.2", "glaze": "stated_suitable"},
    **{"hazard_metal": "no", "crazed": "no", "leach": "laboratory_pass"},
    **{"lustre": "no", "decal": "no"},
}


def test_what_is_left_out_is_not_known():
    uses = answer(URL, LEAST)["uses"]
    assert {"food", "dishwasher", "microwave"} <= uses.keys()
    assert {use["status"] for use in uses.values()} == {"not_established"}
    assert all(reason["holds"] is None for use in uses.values() for reason in use["reasons"])


def test_all_known_and_good_is_established():
    uses = answer(URL, ALL)["uses"]
    for use in ("food", "dishwasher", "microwave"):
        assert uses[use]["status"] == "established"
        assert all(reason["holds"] for reason in uses[use]["reasons"])
        assert uses[use]["reasons"]
    assert uses["oven"]["status"] == "not_established"


@pytest.mark.parametrize(
    ("changed", "use", "code"),
    [
        ({"absorption_pct": "4"}, "microwave", "body"),
        ({"leach": "screen_changed"}, "food", "leach"),
        ({"crazed": "yes"}, "food", "crazed"),
        ({"lustre": "yes"}, "microwave", "lustre"),
        ({"decal": "yes"}, "dishwasher", "decal"),
    ],
)
def test_one_link_that_fails_names_the_result(changed, use, code):
    found = answer(URL, {**ALL, **changed})["uses"][use]
    assert found["status"] == "no"
    assert [reason["code"] for reason in found["reasons"] if reason["holds"] is False] == [code]


def test_an_absorption_without_its_margin_is_told():
    body = answer(URL, {**LEAST, "absorption_pct": "1.2"})
    assert [warning["code"] for warning in body["warnings"]] == ["no_u95"]
    assert answer(URL, ALL)["warnings"] == []


@pytest.mark.parametrize(
    ("changed", "field"),
    [
        ({"ware": "bone"}, "ware"),
        ({"ware": ""}, "ware"),
        ({"school": "mine"}, "school"),
        ({"absorption_pct": "-1"}, "absorption_pct"),
        ({"absorption_pct": "nan"}, "absorption_pct"),
        ({"absorption_u95": "x"}, "absorption_u95"),
        ({"glaze": "shiny"}, "glaze"),
        ({"hazard_metal": "lead"}, "hazard_metal"),
        ({"leach": "lemon"}, "leach"),
        ({"crazed": "maybe"}, "crazed"),
        ({"decal": "x" * 300}, "decal"),
    ],
)
def test_bad_input_names_its_field(changed, field):
    status, body = ask(URL, {**ALL, **changed})
    assert status == 400
    assert [error["field"] for error in body["errors"]] == [field]


def test_a_tiles_page_leads_there_with_its_own_absorption(signed_in, fired_tile, user):
    tile = fired_tile("&add=Kelp:6", "56, -17, 9")
    firing = tile.loadings.get().firing
    figures = {Quantity.MASS_FIRED: Entry(80.0, 0.1, None)}
    figures[Quantity.MASS_SOAKED] = Entry(80.8, 0.1, None, "boil_soak")
    record(tile, firing, figures, user)
    page = signed_in.get(f"/results/tiles/{tile.code}/").content.decode()
    (link,) = re.findall(r'href="(/results/ware/[^"]+)"', page.replace('/results/ware/"', ""))
    led = words_of(signed_in.get(html.unescape(link)))
    assert "The body absorbs 1.0 ±" in led


def test_the_page_says_the_weakest_link_and_assures_nothing():
    page = words_of(Client().get(URL, {**ALL, "leach": "screen_unchanged"}))
    assert "Food Not established" in page
    assert "Overnight acid test: no visible change. This is not a pass." in page
    assert "Only an accredited laboratory" in page
    assert "is safe" not in page
