"""The contract of the calculators of /mix/ beside the dose: keys, unrounded figures, refusals."""

import re

import pytest
from django.test import Client

from tests.pages import words_of
from tests.web.results.test_calculators import (
    ADJUST,
    BUCKET,
    CHECK,
    CHECK_CHANGE,
    DARK,
    GRID,
    JOIN,
    KILOS,
    LAYERS,
    NOT_NUMBERS,
    NOT_POSITIVE,
    SERIES,
    URLS,
    WATER,
    answer,
    is_refused_at,
)

# Check values: common practice, the trade's own worked sums.


def test_adjust_paler_and_stronger():
    """By hand: 46 g at 15 % is 40 g of clay and 6 g of colourant; 44 g at 10 % are 40 and 4."""
    body = answer("/mix/adjust/", ADJUST)
    assert body["colourant_g"] == pytest.approx(6)
    assert body["clay_g"] == pytest.approx(40)
    assert body["add_clay_g"] == pytest.approx(20)
    assert body["add_colourant_g"] == 0
    assert body["new_dry_total_g"] == pytest.approx(66)
    up = answer("/mix/adjust/", {**ADJUST, "mass": "44", "now_pct": "10", "target_pct": "15"})
    assert up["add_colourant_g"] == pytest.approx(2)
    assert up["new_dry_total_g"] == pytest.approx(46)


def test_adjust_in_plastic_clay_and_slip_is_on_the_dry_content():
    wet = {**ADJUST, "state": "plastic", "water_pct": "20", "mass": "57.5"}
    body = answer("/mix/adjust/", wet)
    assert body["add_clay_g"] == pytest.approx(20)
    assert body["add_clay_as_it_is_g"] == pytest.approx(25)
    slip = {**ADJUST, "state": "slip", "solids_pct": "50", "mass": "92"}
    assert answer("/mix/adjust/", slip)["new_dry_total_g"] == pytest.approx(66)


def test_adjust_several_colourants_at_once():
    body = answer("/mix/adjust/", {**ADJUST, "name": "blue", "also": ["titania:2:4"]})
    names = {a["name"]: a for a in body["additions"]}
    clay = body["clay_g"] + body["add_clay_g"]
    assert names["blue"]["in_it_g"] == pytest.approx(clay * 0.1)
    assert names["titania"]["in_it_g"] + names["titania"]["add_g"] == pytest.approx(clay * 0.04)


def test_series_has_its_four_strategies():
    body = answer("/mix/series/", {**SERIES, "powder_g": "12"})
    plans = {plan["strategy"]: plan for plan in body["plans"]}
    assert list(plans) == ["separate", "start_low", "start_middle", "start_high"]
    for plan in plans.values():
        assert plan["feasible"] is True
        assert {"start_pct", "rounds", "weighings", "smallest_weighing_g"} <= plan.keys()
        assert all(isinstance(step, str) for step in plan["steps"])
        assert all({"pct", "mass_g"} == left.keys() for left in plan["leftovers"])
    assert body["plans"][body["recommended"]]["feasible"]
    assert body["reason"]


def test_series_defaults_are_the_contracts():
    spelt = {"tiles_each": "1", "loss_pct": "5", "smallest_batch_g": "0", "scale_step_g": "0.01"}
    assert answer("/mix/series/", SERIES) == answer("/mix/series/", {**SERIES, **spelt})


def test_series_says_what_is_missing():
    body = answer("/mix/series/", {**SERIES, "powder_g": "0"})
    assert not any(plan["feasible"] for plan in body["plans"])
    assert all("g more colourant" in plan["missing"][0] for plan in body["plans"])


def test_grid_full_three_by_three():
    body = answer("/mix/grid/", GRID)
    assert body["pots_minimum"] == len(body["pots"]) == 3
    cells = [tuple(step["cell"]) for pot in body["pots"] for step in pot["steps"]]
    assert sorted(cells) == sorted((x, y) for x in (0.0, 2.0, 4.0) for y in (0.0, 2.0, 4.0))
    assert [[tuple(cell) for cell in session] for session in body["sessions"]] == [cells]
    dosing = body["pots"][1]["steps"][0]["add"][0]
    assert dosing["shortcut_g"] == pytest.approx(4.2)
    assert dosing["mass_g"] == pytest.approx(4.086, abs=1e-3)
    assert body["colourant_g"].keys() == {"iron", "titania"}


def test_the_totals_of_a_grid_are_the_weighings_that_stand_there():
    # 9.0 g of titania as weighed, of 9.16 g.
    grid = {"x": "Copper:0,1.7", "y": "Titania:0,2.7,5.2", "cell_g": "129", "solids_pct": "46"}
    page = Client().get("/mix/grid/", {**grid, "scale_step_g": "0.1"})
    shown = page.context["shown"]
    for name, total in shown["totals"]:
        weighed = [
            float(add["grams"])
            for pot in shown["pots"]
            for pour in pot["pours"]
            for add in pour["add"]
            if add["name"] == name
        ]
        assert float(total) == pytest.approx(sum(weighed))
    assert float(shown["slip"]) == pytest.approx(sum(float(p["slip"]) for p in shown["pots"]))


def test_the_working_of_a_dose_ends_in_the_dose():
    page = Client().get("/mix/dose/", {"mass": "13", "unit": "g", "state": "dry", "add": "x:0.5"})
    (shown,) = page.context["shown"]["additions"]
    assert shown.grams == "0.065"
    assert shown.working.endswith("= 0.065 g")


def test_grid_with_cells_there_moulds_and_a_line():
    have = ["0,0", "2,0", "4,0", "0,2"]
    body = answer("/mix/grid/", {**GRID, "have": have, "moulds": "3"})
    assert [len(session) for session in body["sessions"]] == [3, 2]
    line = answer("/mix/grid/", {"x": "iron:4,2,0", "cell_g": "100", "solids_pct": "70"})
    assert line["pots_minimum"] == 1
    assert [step["cell"] for step in line["pots"][0]["steps"]] == [[0, 0], [2, 0], [4, 0]]
    none = answer("/mix/grid/", {"x": "iron:0,2", "have": ["0", "2,0"], **_slip()})
    assert (none["pots"], none["sessions"], none["pots_minimum"]) == ([], [], 0)
    assert none["warnings"][0]["code"] == "nothing_to_pour"


def _slip():
    return {"cell_g": "100", "solids_pct": "70"}


def test_grid_in_dry_and_plastic_clay_is_a_batch_for_each_cell():
    dry = answer("/mix/grid/", {**GRID, "state": "dry"})
    assert dry["pots"] == []
    assert len(dry["batches"]) == 9
    assert dry["colourant_g"]["iron"] == pytest.approx(3 * (2 + 4))
    plastic = answer("/mix/grid/", {**GRID, "state": "plastic", "water_pct": "20"})
    assert plastic["batches"][-1]["water_to_add_g"] == pytest.approx(80 * 0.08 * 0.25)


def test_check_sum_names_the_mistake_and_what_was_really_made():
    body = answer("/mix/check-sum/", CHECK)
    assert body["correct"] is False
    assert body["expected_g"] == 10
    assert body["actual_pct"] == pytest.approx(9.52)
    assert body["likely_mistakes"][0].keys() == {"code", "message", "gives_g"}
    assert answer("/mix/check-sum/", {**CHECK, "answer": "10"})["correct"] is True
    share = answer("/mix/check-sum/", {**CHECK, "convention": "share_of_total", "answer": "10"})
    assert share["actual_pct"] == 10
    assert share["actual_share_of_total_pct"] == pytest.approx(100 / 11)
    change = answer("/mix/check-sum/", CHECK_CHANGE)
    assert change["expected_g"] == pytest.approx(34.3636, abs=1e-4)
    assert change["actual_pct"] == pytest.approx(5.29, abs=0.01)
    assert change["likely_mistakes"]


def test_check_sum_in_slip_by_volume():
    fluid = {
        "state": "slip",
        "volume": "16",
        "volume_unit": "floz_us",
        "specific_gravity": "1.75",
        "pct": "5",
        "answer": "15.8",
    }
    codes = [m["code"] for m in answer("/mix/check-sum/", fluid)["likely_mistakes"]]
    assert "fluid_ounces_as_ounces" in codes


def test_bucket_weighed_thinned_and_coloured():
    body = answer("/mix/slip/", {**BUCKET, "target_gravity": "1.6", "add": ["blue:8"]})
    assert body["specific_gravity"] == pytest.approx(1.75)
    assert body["dry_clay_g"] == pytest.approx(4 * 1218.75)
    assert body["additions"][0]["mass_g"] == pytest.approx(4 * 97.5)
    assert body["add_water_g"] > 0
    assert body["add_dry_clay_g"] == 0
    jug = {**BUCKET, "sample_mass": "1950", "vessel_mass": "200", "amount_unit": "kg"}
    assert answer("/mix/slip/", jug)["dry_clay_g"] == pytest.approx(4000 * 0.69643, abs=0.1)
    slaked = {"what": "slake", "dry_mass": "1000", "target_gravity": "1.75"}
    assert answer("/mix/slip/", slaked)["add_water_g"] == pytest.approx(435.9, abs=0.1)


def test_water_join_kilos_layers_and_dark():
    assert answer("/mix/water/", WATER)["water_pct"] == pytest.approx(22)
    assert answer("/mix/join/", JOIN)["additions"][0]["pct_on_dry_clay"] == pytest.approx(7.5)
    kilos = answer("/mix/kilos/", {**KILOS, "clay_price": "1", "price": "blue:38"})
    assert kilos["additions"][0]["mass_g"] == pytest.approx(436.36, abs=0.01)
    assert kilos["total_g"] == pytest.approx(6000)
    assert kilos["cost"] == pytest.approx(kilos["clay_g"] / 1000 + 0.43636 * 38, abs=1e-3)
    layers = answer("/mix/layers/", {**LAYERS, "colour_price": "5", "plain_price": "1"})
    assert [row["all_g"] for row in layers["layers"]] == [960, 3840]
    assert (layers["cost_each"], layers["cost_each_solid"]) == pytest.approx((0.72, 2.0))
    dark = answer("/mix/dark/", DARK)
    assert [g["code"] for g in dark["grounds"]][-1] == "stained" or dark["coat_g"] > 0
    assert dark["coat_g"] == pytest.approx(300 * 0.075 * 1.6)


BAD = [
    *[("adjust", {"mass": bad}, "mass") for bad in [*NOT_NUMBERS, *NOT_POSITIVE, ""]],
    *[("adjust", {"now_pct": bad}, "now_pct") for bad in ["", "-1", "x", "nan"]],
    *[("adjust", {"target_pct": bad}, "target_pct") for bad in ["", "-1", "0", "inf"]],
    ("adjust", {"unit": "stone"}, "unit"),
    ("adjust", {"state": "wet"}, "state"),
    ("adjust", {"state": "plastic"}, "water_pct"),
    ("adjust", {"state": "slip", "specific_gravity": "1"}, "specific_gravity"),
    *[("adjust", {"also": [bad]}, "also") for bad in ["x", "x:1", ":1:2", "x:1:-2", "x:a:b"]],
    ("adjust", {"also": ["a:1:2", "A:1:2"]}, "also"),
    ("adjust", {"also": ["a:1:2"] * 12}, "also"),
    ("adjust", {"name": "n" * 201}, "name"),
    *[
        ("series", {"pcts": bad}, "pcts")
        for bad in ["", "x", "5,,10", "5,-1", "nan", "1,2,3,4,5,6,7,8,9", "5;6,7,8"]
    ],
    *[("series", {"tile_dry_g": bad}, "tile_dry_g") for bad in [*NOT_POSITIVE, "", "x"]],
    *[("series", {"tiles_each": bad}, "tiles_each") for bad in ["0", "1.5", "-1", "101", "x"]],
    *[("series", {"loss_pct": bad}, "loss_pct") for bad in ["-1", "100", "x"]],
    ("series", {"powder_g": "-1"}, "powder_g"),
    ("series", {"smallest_batch_g": "-1"}, "smallest_batch_g"),
    ("series", {"scale_step_g": "0"}, "scale_step_g"),
    *[("grid", {"x": bad}, "x") for bad in ["", "iron", "iron:", ":1,2", "iron:a", "iron:2,2"]],
    ("grid", {"x": "iron:" + ",".join(map(str, range(13)))}, "x"),
    *[("grid", {"y": bad}, "y") for bad in ["iron:1", "titania:-1", "titania"]],
    *[("grid", {"have": [bad]}, "have") for bad in ["x", "1,2,3", "7,7"]],
    *[("grid", {"cell_g": bad}, "cell_g") for bad in ["", "0", "-1", "x"]],
    *[("grid", {"solids_pct": bad}, "solids_pct") for bad in ["", "0", "100", "x"]],
    *[("grid", {"moulds": bad}, "moulds") for bad in ["0", "-1", "1.5", "x"]],
    ("grid", {"residue_g": "-1"}, "residue_g"),
    ("grid", {"state": "plastic"}, "water_pct"),
    ("grid", {"state": "glaze"}, "state"),
    *[("check", {"answer": bad}, "answer") for bad in [*NOT_POSITIVE, "", "x"]],
    *[("check", {"pct": bad}, "pct") for bad in ["", "-1", "x"]],
    ("check", {"convention": "share_of_total", "pct": "100"}, "pct"),
    *[("check_change", {"answer_total": bad}, "answer_total") for bad in ["", "0", "x"]],
    ("check_change", {"target_pct": "0"}, "target_pct"),
    ("bucket", {"sample_mass": "900"}, "sample_mass"),
    ("bucket", {"amount": ""}, "amount"),
    ("bucket", {"amount_unit": "bucket"}, "amount_unit"),
    ("bucket", {"target_gravity": "3"}, "target_gravity"),
    ("bucket", {"sample_mass": "100", "vessel_mass": "100"}, "sample_mass"),
    ("water", {"dry": "60"}, "dry"),
    ("water", {"unit": ""}, "unit"),
    ("join", {"a_mass": ""}, "a_mass"),
    ("join", {"b_water_pct": "100"}, "b_water_pct"),
    ("kilos", {"water_pct": ""}, "water_pct"),
    ("kilos", {"split": "0"}, "split"),
    ("layers", {"layer": ["a:60", "b:50"]}, "layer"),
    ("layers", {"pieces": "0"}, "pieces"),
    ("dark", {"stain_price": "-1"}, "stain_price"),
    ("dark", {"coat_gravity": "3"}, "coat_gravity"),
]


@pytest.mark.parametrize(("which", "change", "field"), BAD)
def test_bad_input_names_its_field(which, change, field):
    assert is_refused_at(which, change, field)


@pytest.mark.parametrize(("which", "change", "field"), BAD[::3])
def test_the_page_says_it_at_the_field_and_keeps_what_was_typed(client, which, change, field):
    url, good = URLS[which]
    response = client.get(url, {**good, **change})
    html = response.content.decode()
    assert response.status_code == 400
    assert f'id="id_{field}-error">' in html
    assert f'id="id_{field}-error"></p>' not in html


@pytest.mark.parametrize(("url", "good"), URLS.values())
def test_every_field_has_its_place_for_an_error(client, url, good):
    """What a live answer puts there must find it, or the error is lost."""
    live = client.get(url, good, headers={"hx-request": "true"}).content.decode()
    page = client.get(url).content.decode()
    slots = re.findall(r'id="(id_\w+-error)" hx-swap-oob', live)
    assert slots
    assert [slot for slot in slots if f'id="{slot}"' not in page] == []


def test_each_colourant_has_its_own_price_in_kilos():
    """3 % at 6.50 and 2 % at 92 in 10 kg, clay for nothing."""
    sum_ = {
        **{"mass": "10", "unit": "kg", "water_pct": "20", "clay_price": "0"},
        "add_name": ["rust", "sky"],
        "add_pct": ["3", "2"],
        "add_price": ["6,50", "92"],
    }
    body = answer("/mix/kilos/", sum_)
    grams = {a["name"]: a["mass_g"] for a in body["additions"]}
    assert body["cost"] == pytest.approx((grams["rust"] * 6.5 + grams["sky"] * 92) / 1000)
    assert body["unpriced"] == []
    one_missing = answer("/mix/kilos/", {**sum_, "add_price": ["6,50", ""]})
    assert (one_missing["cost"], one_missing["unpriced"]) == (None, ["sky"])
    page = Client().get("/mix/kilos/", {**sum_, "add_price": ["6,50", ""]})
    assert "no price yet for sky" in words_of(page)
    assert 'value="6,50"' in page.content.decode()
    refused = Client().get("/mix/kilos/", {**sum_, "add_price": ["dear", ""]})
    assert refused.status_code == 400
