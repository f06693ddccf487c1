"""The calculators keep their contract: URLs, keys, unrounded numbers, and 400 for bad input."""

import json

import pytest
from django.test import Client

from tests.pages import words_of

DOSE = {"mass": "80", "unit": "g", "state": "dry", "add": ["Quay Blue:10"]}
PLASTIC = {**DOSE, "state": "plastic", "water_pct": "20"}
SLIP = {**DOSE, "state": "slip", "solids_pct": "70"}
SHRINKAGE = {"wet": "100", "dry": "94", "fired": "88", "unit": "mm"}
ABSORPTION = {
    "dry": "184.2",
    "wet": "189.9",
    "unit": "g",
    "scale_step": "0.1",
    "method": "boil_soak",
}
URLS = {
    "dose": ("/mix/dose/", DOSE),
    "shrinkage": ("/results/shrinkage/", SHRINKAGE),
    "absorption": ("/results/absorption/", ABSORPTION),
}

ADJUST = {
    "mass": "46",
    "unit": "g",
    "state": "dry",
    "now_pct": "15",
    "target_pct": "10",
}
SERIES = {"pcts": "5,10,15", "tile_dry_g": "25"}
GRID = {"x": "iron:0,2,4", "y": "titania:0,2,4", "cell_g": "100", "solids_pct": "70"}
CHECK = {"mass": "100", "unit": "g", "state": "dry", "pct": "10", "answer": "9.52"}
CHECK_CHANGE = {
    "mass": "18",
    "unit": "g",
    "state": "dry",
    "now_pct": "10",
    "target_pct": "5",
    "answer_total": "32.58",
}
BUCKET = {"sample_volume": "1", "sample_volume_unit": "l", "sample_mass": "1750", "amount": "4"}
WATER = {"wet": "50", "dry": "39", "unit": "g", "scale_step": "0.1"}
JOIN = {
    "a_mass": "110",
    "a_unit": "g",
    "a": "blue:10",
    "b_mass": "105",
    "b_unit": "g",
    "b": "blue:5",
}
KILOS = {"mass": "6", "unit": "kg", "water_pct": "20", "add": "blue:10"}
LAYERS = {"pieces": "12", "piece": "400", "layer": "blue:20"}
DARK = {
    "piece": "500",
    "water_pct": "22",
    "dark_price": "6",
    "cheap_price": "1",
    "stain_price": "27",
    "stain_pct": "6",
    "area_cm2": "300",
}
URLS |= {
    "adjust": ("/mix/adjust/", ADJUST),
    "series": ("/mix/series/", SERIES),
    "grid": ("/mix/grid/", GRID),
    "check": ("/mix/check-sum/", CHECK),
    "check_change": ("/mix/check-sum/", CHECK_CHANGE),
    "bucket": ("/mix/slip/", BUCKET),
    "water": ("/mix/water/", WATER),
    "join": ("/mix/join/", JOIN),
    "kilos": ("/mix/kilos/", KILOS),
    "layers": ("/mix/layers/", LAYERS),
    "dark": ("/mix/dark/", DARK),
    "cone": ("/kiln/cone/", {"cone": "6", "rate": "150"}),
    "schedule": ("/kiln/schedule/", {"segment": ["100:600:0", "60:1200:10"]}),
    "outcome": (
        "/kiln/outcome/",
        {"planned": "6", "log": ["0:20", "8:1122", "9.67:1222", "14:600"], "witness": "1:6:half"},
    ),
    "clay": ("/results/clay/", {"bar": "B1:6:100:94:88:80:80.8:looked"}),
    "load": ("/kiln/load/", {"shelf": ["round:400"], "piece": ["tile:90x45:12"]}),
    "amount": (
        "/surface/amount/",
        {"area": "600", "coats": "2", "thickness": "0.8", "specific_gravity": "1.5"},
    ),
    "ware": ("/results/ware/", {"ware": "stoneware", "school": "strict", "absorption_pct": "1"}),
    "colour difference": ("/results/colour-difference/", {"a": "50,2.5,0", "b": "#8a5a3c"}),
    "colour series": ("/results/colour-series/", {"tile": ["3:60,10,20", "6:50,14,26"]}),
    "colour match": (
        "/results/colour-match/",
        {"want": "55,8,14", "clay": "84,1,8", "tile": ["Kelp:3:62,-12,8", "Rust:3:60,18,22"]},
    ),
    "colour next": (
        "/results/colour-next/",
        {"goal": "know", "name": "Kelp", "clay": "84,1,8", "tile": ["Kelp:3:62,-12,8"]},
    ),
}


def ask(url, query):
    response = Client().get(url, query, headers={"accept": "application/json"})
    assert response["Content-Type"] == "application/json"
    return response.status_code, json.loads(response.content)


def answer(url, query):
    status, body = ask(url, query)
    assert status == 200, body
    assert all({"code", "message"} <= warning.keys() for warning in body["warnings"])
    return body


def test_dose_dry():
    body = answer("/mix/dose/", DOSE)
    assert body["dry_clay_g"] == 80
    assert body["water_g"] == 0
    assert body["water_to_add_g"] == 0
    assert body["dry_total_g"] == 88
    assert body["additions"] == [
        {
            "name": "Quay Blue",
            "mass_g": 8,
            "pct_on_dry_clay": 10,
            "share_of_total_pct": pytest.approx(9.0909, abs=5e-5),
        }
    ]


def test_dose_plastic_in_kilos_with_two_colourants():
    body = answer(
        "/mix/dose/", {**PLASTIC, "mass": "3", "unit": "kg", "add": ["A:8", "Iron: red:2,5"]}
    )
    assert body["dry_clay_g"] == pytest.approx(2400)
    assert body["water_g"] == pytest.approx(600)
    assert [a["name"] for a in body["additions"]] == ["A", "Iron: red"]
    assert [a["mass_g"] for a in body["additions"]] == pytest.approx([192, 60])
    assert body["water_to_add_g"] == pytest.approx(252 * 0.25)


def test_dose_slip_by_solids_gravity_and_volume():
    assert answer("/mix/dose/", {**SLIP, "mass": "300"})["dry_clay_g"] == pytest.approx(210)
    gravity = {**SLIP, "solids_pct": "", "specific_gravity": "1.75", "mass": "1750"}
    assert answer("/mix/dose/", gravity)["dry_clay_g"] == pytest.approx(1218.75)
    volume = {**gravity, "mass": "", "unit": "", "volume": "1", "volume_unit": "l"}
    body = answer("/mix/dose/", volume)
    assert body["dry_clay_g"] == pytest.approx(1218.75)
    assert body["water_g"] == pytest.approx(1750 - 1218.75)
    lighter = answer("/mix/dose/", {**volume, "solid_density": "2.5"})
    assert lighter["dry_clay_g"] == pytest.approx(750 * 2.5 / 1.5)


def test_dose_share_of_total():
    body = answer("/mix/dose/", {**DOSE, "convention": "share_of_total", "add": ["iron:25"]})
    assert body["additions"][0]["pct_on_dry_clay"] == pytest.approx(33.333, abs=1e-3)


def test_shrinkage():
    body = answer("/results/shrinkage/", {**SHRINKAGE, "dry": "94", "fired": "88.36"})
    assert body["total_pct"] == pytest.approx(11.64)
    assert body["drying_pct"] == pytest.approx(6)
    assert body["firing_pct"] == pytest.approx(6)
    assert body["total_pct_u95"] > 0
    assert body["volume_total_pct"] == pytest.approx(100 * (1 - 0.8836**3))
    without = answer("/results/shrinkage/", {"wet": "5", "fired": "4.5", "unit": "in"})
    assert without["drying_pct"] is without["firing_pct_u95"] is None
    assert without["total_pct"] == pytest.approx(10)
    in_mm = answer("/results/shrinkage/", {"wet": "127", "fired": "114.3", "unit": "mm"})
    assert without["total_pct_u95"] == pytest.approx(in_mm["total_pct_u95"])


def test_a_quick_boil_is_never_within_on_the_page_and_warns_in_the_answer(client):
    quick = {**ABSORPTION, "method": "quick_boil", "limit_pct": "9"}
    body = answer("/results/absorption/", quick)
    assert "method_reads_low" in {warning["code"] for warning in body["warnings"]}
    page = words_of(client.get("/results/absorption/", quick))
    assert "Inconclusive" in page
    assert "is within 9 %, but by a soak that reads low" in page
    over = words_of(client.get("/results/absorption/", {**quick, "limit_pct": "1.5"}))
    assert "is over 1.5 %" in over


def test_absorption():
    body = answer("/results/absorption/", {**ABSORPTION, "limit_pct": "1.5"})
    assert body["absorption_pct"] == pytest.approx(3.0945, abs=1e-4)
    assert body["verdict"] == "over"
    assert body["bulk_density"] is body["apparent_porosity_pct"] is None
    cup = {**ABSORPTION, "wet": "184.2", "scale_step": "1"}
    assert answer("/results/absorption/", {**cup, "limit_pct": "1.5"})["verdict"] == "within"
    assert answer("/results/absorption/", {**cup, "limit_pct": "0.1"})["verdict"] == "not_decided"
    assert answer("/results/absorption/", cup)["verdict"] is None
    hung = answer("/results/absorption/", {**ABSORPTION, "suspended": "111"})
    assert hung["apparent_specific_gravity"] == pytest.approx(184.2 / 73.2)


def test_pounds_are_not_kilos_and_units_do_not_change_a_ratio():
    in_pounds = answer("/mix/dose/", {**DOSE, "mass": "1", "unit": "lb"})
    assert in_pounds["dry_clay_g"] == pytest.approx(453.59237)
    in_oz = {**ABSORPTION, "unit": "oz", "suspended": "111"}
    assert answer("/results/absorption/", in_oz)["bulk_density"] == pytest.approx(184.2 / 78.9)


NOT_NUMBERS = [
    "x",
    "nan",
    "NaN",
    "inf",
    "-inf",
    "Infinity",
    "1_000",
    "1.2.3",
    "0x10",
    "1,5.2",
    "9" * 250,
]
NOT_POSITIVE = ["0", "-1", "-0.0", "1e-320", "1e309", "1e300"]

BAD = [
    *[("dose", {"mass": bad}, "mass") for bad in [*NOT_NUMBERS, *NOT_POSITIVE, ""]],
    ("dose", {"unit": "stone"}, "unit"),
    ("dose", {"unit": ""}, "unit"),
    ("dose", {"state": ""}, "state"),
    ("dose", {"state": "leathery"}, "state"),
    ("dose", {"convention": "by feel"}, "convention"),
    ("dose", {"add": []}, "add"),
    *[
        ("dose", {"add": [bad]}, "add")
        for bad in [
            "blue",
            "blue:",
            ":5",
            "blue:-1",
            "blue:nan",
            "blue:x",
            "b" * 201 + ":5",
            "a\x00b:5",
        ]
    ],
    ("dose", {"add": ["blue:1"] * 13}, "add"),
    ("dose", {"convention": "share_of_total", "add": ["a:60", "b:40"]}, "add"),
    ("dose", {"clay": "c" * 201}, "clay"),
    ("dose", {"scale_step_g": "0"}, "scale_step_g"),
    *[("dose", {**PLASTIC, "water_pct": bad}, "water_pct") for bad in ["", "0", "100", "-5", "x"]],
    *[("dose", {**SLIP, "solids_pct": bad}, "solids_pct") for bad in ["", "0", "100", "101"]],
    *[
        ("dose", {**SLIP, "solids_pct": "", "specific_gravity": bad}, "specific_gravity")
        for bad in ["1", "0.9", "2.6", "4", "nan"]
    ],
    ("dose", {**SLIP, "solid_density": "1"}, "solid_density"),
    ("dose", {**SLIP, "volume": "1", "volume_unit": "l"}, "volume"),
    ("dose", {**SLIP, "mass": "", "volume": "1", "volume_unit": "bucket"}, "volume_unit"),
    ("dose", {**SLIP, "mass": "", "volume": "-1", "volume_unit": "l"}, "volume"),
    ("dose", {**SLIP, "mass": ""}, "mass"),
    ("dose", {**SLIP, "specific_gravity": "1.7"}, "specific_gravity"),
    *[("shrinkage", {"wet": bad}, "wet") for bad in [*NOT_NUMBERS, *NOT_POSITIVE]],
    ("shrinkage", {"dry": "", "fired": ""}, "dry"),
    ("shrinkage", {"unit": "furlong"}, "unit"),
    ("shrinkage", {"unit": ""}, "unit"),
    ("shrinkage", {"step": "0"}, "step"),
    *[("absorption", {"dry": bad}, "dry") for bad in [*NOT_NUMBERS, *NOT_POSITIVE, ""]],
    ("absorption", {"wet": "150"}, "wet"),
    ("absorption", {"suspended": "240"}, "suspended"),
    ("absorption", {"method": "steam"}, "method"),
    ("absorption", {"method": ""}, "method"),
    ("absorption", {"scale_step": ""}, "scale_step"),
    ("absorption", {"limit_pct": "-1"}, "limit_pct"),
]


def is_refused_at(which, change, field):
    url, good = URLS[which]
    status, body = ask(url, {**good, **change})
    assert all(error["message"] for error in body["errors"])
    return status == 400 and field in [error["field"] for error in body["errors"]]


@pytest.mark.parametrize(("which", "change", "field"), BAD)
def test_bad_input_names_its_field(which, change, field):
    assert is_refused_at(which, change, field)


@pytest.mark.parametrize(("which", "change", "field"), BAD[::4])
def test_the_page_keeps_what_was_typed(which, change, field):
    url, good = URLS[which]
    query = {**good, **change}
    response = Client().get(url, query)
    assert response.status_code == 400
    html = response.content.decode()
    for name, value in query.items():
        if (
            isinstance(value, str)
            and value
            and name not in ("unit", "state", "method", "convention")
        ):
            assert f'value="{value}"' in html or name in ("volume_unit",), name
    assert 'class="error"' in html


@pytest.mark.parametrize(("url", "good"), URLS.values())
def test_an_empty_page_is_no_mistake(url, good):
    assert Client().get(url).status_code == 200
    assert ask(url, {})[0] == 400
    assert Client().post(url, good).status_code == 405


@pytest.mark.parametrize(("url", "good"), URLS.values())
def test_while_typing_only_the_answer_comes_back(url, good):
    response = Client().get(url, good, headers={"hx-request": "true"})
    html = response.content.decode()
    assert response.status_code == 200
    assert "<html" not in html
    assert response["HX-Replace-Url"].startswith(url)
    assert "HX-Request" in response["Vary"]
    unfinished = Client().get(url, {"unit": "g"}, headers={"hx-request": "true"})
    assert unfinished.status_code == 200


def test_the_rows_of_the_page_mean_the_same_as_add():
    rows = {**DOSE, "add": [], "add_name": ["Quay Blue", "", ""], "add_pct": ["10", "2", ""]}
    body = answer("/mix/dose/", rows)
    assert [(a["name"], a["mass_g"]) for a in body["additions"]] == [
        ("Quay Blue", 8),
        ("colourant", 1.6),
    ]


def test_what_belongs_to_another_state_does_not_count():
    body = answer("/mix/dose/", {**DOSE, "water_pct": "x", "volume": "-3", "specific_gravity": "9"})
    assert body["dry_clay_g"] == 80


def test_the_extremes_stay_finite():
    body = answer("/mix/dose/", {**PLASTIC, "mass": "0.000001", "water_pct": "99.99999999999999"})
    assert body["dry_clay_g"] > 0
    answer("/mix/dose/", {**DOSE, "convention": "share_of_total", "add": ["a:99.99999999999999"]})
    answer("/results/shrinkage/", {"wet": "0.000001", "fired": "100000", "unit": "mm"})
    answer("/results/absorption/", {**ABSORPTION, "dry": "0.000001", "wet": "10000000"})
