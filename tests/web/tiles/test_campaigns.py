"""A campaign: many colourants in one clay, fired, looked at as a table, and taken further."""

import re
import uuid

import pytest

from tests.factories import FiringFactory, MaterialFactory
from tests.pages import words_of
from umberpot.kiln.services import load_and_fire
from umberpot.mixing.calculators.bags import read_bag
from umberpot.mixing.composition import parts_of
from umberpot.mixing.models import Plan
from umberpot.shelf import services as shelf
from umberpot.tiles.models import Tile
from umberpot.tiles.readings.services import record_colour
from umberpot.tiles.services import shape

CAMPAIGN = (
    "clay=Ferry+white&state=plastic&water_pct=21&stain=Quay+Blue:14&stain=Moss:12.5"
    "&stain=Sand:3&first_pct=7&then_pcts=3.5,12&tile_g=26&controls=1"
)
TRIAL = {"trial_name": "The whole drawer", "mark": "100", "cone": "6", "glazed": "no"}
COLOURS = {"": "85, 1, 8", "Quay Blue": "50, -3, -25", "Moss": "48, -18, 20", "Sand": "84.6, 1, 9"}


@pytest.fixture
def plan(signed_in, studio, clay, blue):
    url = f"/mix/campaign/start/?{CAMPAIGN}"
    answer = signed_in.post(url, {**TRIAL, "request_key": uuid.uuid4()})
    assert answer.status_code == 302
    return Plan.objects.of(studio).latest("pk")


@pytest.fixture
def fired(plan, studio, user, weigh_out):
    """Everything of the first strength weighed, made, fired to cone 6 and read."""
    firing = FiringFactory(studio=studio, cone="6")
    for mix in plan.mixes.order_by("plan_position"):
        weigh_out(mix)
        tiles = shape(mix)
        load_and_fire(tiles, firing)
        for tile in tiles:
            record_colour(tile, firing, COLOURS[next(iter(mix.wanted_pcts), "")], None, user)
    return plan


def next_of(page):
    """What is ticked for each colourant: name → the strengths ticked."""
    rows = re.findall(r'<li class="sheet next-strength">(.*?)</li>', page, re.DOTALL)
    ticked = {}
    for row in rows:
        boxes = re.findall(r'value="([^"]*?):([\d.]+)"\s*(checked)?', row)
        if boxes:
            ticked[boxes[0][0]] = [float(pct) for _, pct, checked in boxes if checked]
    return ticked


def test_the_first_strength_of_each_with_codes_numbered_through(plan):
    mixes = list(plan.mixes.order_by("plan_position"))
    assert [mix.wanted_pcts for mix in mixes] == [
        {},
        {"Quay Blue": 7},
        {"Moss": 7},
        {"Sand": 7},
    ]
    tiles = list(plan.trial.tiles.all())
    assert [(tile.code, tile.glazed) for tile in tiles] == [
        ("A1", False),
        ("A2", True),
        ("A3", False),
        ("A4", False),
        ("A5", False),
    ]
    assert tiles[0].clay == tiles[1].clay == plan.mixes.first().clay, "controls tell of the clay"


def test_it_is_weighed_and_booked_in_the_state_of_its_clay(plan):
    """26 g at 21 % water and 5 % loss: 21.621 g dry a mix, 1.414 of it colourant."""
    mix = plan.mixes.get(plan_position=1)
    parts = {part.role: part for part in parts_of(mix)}
    assert parts["colourant"].planned_g == pytest.approx(1.4145, abs=0.001)
    assert parts["clay"].planned_g == pytest.approx((21.621 - 1.4145) / 0.79, abs=0.001)
    assert parts["clay"].lies == "plastic"


def test_a_double_click_makes_one(signed_in, studio, clay, blue):
    data = {**TRIAL, "request_key": uuid.uuid4()}
    for _ in range(2):
        signed_in.post(f"/mix/campaign/start/?{CAMPAIGN}", data)
    assert Plan.objects.of(studio).count() == 1
    assert Tile.objects.count() == 5


def test_the_results_are_one_table_of_colourants_and_strengths(signed_in, fired):
    page = signed_in.get(f"/results/trials/{fired.trial.pk}/").content.decode()
    tables = re.findall(r'<table class="result-grid[^"]*">(.*?)</table>', page, re.DOTALL)
    unglazed = next(table for table in tables if "A3" in table)
    heads = re.findall(r'<th scope="row">\s*(.*?)\s*</th>', unglazed)
    assert heads == ["plain", "7"]
    columns = re.findall(r'<th scope="col">\s*(.*?)\s*</th>', unglazed)
    assert columns == ["% of dry clay", "Quay Blue", "Moss", "Sand"]


def test_what_shows_goes_on_both_ways_and_what_hardly_colours_goes_stronger(signed_in, fired):
    page = signed_in.get(f"/results/trials/{fired.trial.pk}/").content.decode()
    assert next_of(page) == {"Quay Blue": [3.5, 12.0], "Moss": [3.5, 12.0], "Sand": []}
    assert "Hardly differs from the plain clay" in page
    assert "too little left" in page, "3 g of Sand make no 12 %"


def test_strengths_are_added_with_tiles_once(signed_in, fired):
    url = f"/mix/plans/{fired.pk}/add-strengths/"
    sent = {"strength": ["Moss:3.5", "Moss:12", "Quay Blue:12", "Rust:5", "Moss:8", "nonsense"]}
    for _ in range(2):
        signed_in.post(url, sent)
    added = fired.mixes.filter(plan_position__gt=3).order_by("plan_position")
    assert [mix.wanted_pcts for mix in added] == [{"Moss": 3.5}, {"Quay Blue": 12}, {"Moss": 12}]
    assert [tile.code for tile in Tile.objects.filter(mix__in=added)] == ["A6", "A7", "A8"]
    page = signed_in.get(f"/results/trials/{fired.trial.pk}/").content.decode()
    assert next_of(page) == {"Quay Blue": [3.5], "Sand": []}
    assert page.count(" planned</span>") == 1, "of Moss nothing is left to choose"


def test_nothing_ticked_adds_nothing_and_says_so(signed_in, fired):
    answer = signed_in.post(f"/mix/plans/{fired.pk}/add-strengths/", follow=True)
    assert "Tick the strengths you want" in words_of(answer)
    assert fired.mixes.count() == 4


def test_before_anything_is_fired_nothing_is_advised(signed_in, plan):
    page = signed_in.get(f"/results/trials/{plan.trial.pk}/").content.decode()
    assert next_of(page) == {}


@pytest.mark.parametrize(
    ("line", "name", "grams"),
    [
        ("Teal 42, 12,5 g", "Teal 42", 12.5),
        ("Teal 42", "Teal 42", None),
        ("Moss\t11.5", "Moss", 11.5),
        ("Moss:0", "Moss", 0),
        ("Quay Blue; 0.4 oz", "Quay Blue", pytest.approx(11.34, abs=0.01)),
        ("Sea, green, 9", "Sea, green", 9),
        ("Moss, ", "Moss", None),
    ],
)
def test_a_line_is_a_name_and_perhaps_its_grams(line, name, grams):
    bag = read_bag(line)
    assert (bag.name, bag.powder_g) == (name, grams)


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ("&stain=Moss:4", "stain"),
        ("&stain=Rust:-4", "stain"),
        ("&bag_g=5", "bag_g"),
        ("&tile_dry_g=20", "tile_g"),
        ("&then_pcts=7", "then_pcts"),
        ("&first_pct=0", "first_pct"),
        ("&stain=" + "x" * 201, "stain"),
        ("&water_pct=100", "water_pct"),
    ],
)
def test_what_cannot_be_is_told_at_its_field(client, change, field):
    name = change.strip("&").partition("=")[0]
    kept = [p for p in CAMPAIGN.split("&") if name == "stain" or not p.startswith(f"{name}=")]
    got = client.get(
        f"/mix/campaign/?{'&'.join(kept)}{change}", headers={"accept": "application/json"}
    )
    assert got.status_code == 400
    assert {error["field"] for error in got.json()["errors"]} == {field}


def test_bags_weighed_with_their_bags_hold_less(client):
    url = f"/mix/campaign/?{CAMPAIGN}&bag_g=1.5"
    found = client.get(url, headers={"accept": "application/json"}).json()
    assert [one["powder_g"] for one in found["colourants"]] == [12.5, 11, 1.5]


def test_the_largest_tiles_every_bag_allows(client):
    url = f"/mix/campaign/?{CAMPAIGN.replace('tile_g=26', 'largest=1')}"
    found = client.get(url, headers={"accept": "application/json"}).json()
    assert all(one["missing_g"] == 0 for one in found["colourants"])
    assert found["possible"]


def test_all_stains_of_the_shelf_are_listed_with_what_is_left(signed_in, studio, blue, user):
    moss = MaterialFactory(stain=True, studio=studio, name="Moss")
    empty = MaterialFactory(stain=True, studio=studio, name="All gone")
    shelf.count_stock(moss, 12.5, user)
    shelf.count_stock(empty, 5, user)
    shelf.count_stock(empty, 0, user)
    page = signed_in.get("/mix/campaign/").content.decode()
    (link,) = re.findall(r'href="(/mix/campaign/\?[^"]*)"', page)
    assert "stain=Moss%3A12.5" in link
    assert "stain=Quay+Blue%3A100" in link
    assert "All+gone" not in link


def test_a_campaign_of_nothing_asks_for_the_list(client):
    page = words_of(client.get("/mix/campaign/"))
    assert "List the colourants" in page
