"""Odd clay: bone dry by its water, soup, nothing left, archived since; and forty bags at once."""

from urllib.parse import urlencode

import pytest
from django.utils import timezone

from tests.pages import words_of
from umberpot.mixing.leftovers.services import keep_leftover
from umberpot.shelf import services as shelf

JSON = {"accept": "application/json"}
TOOLS = {
    "dose": "mass=400&unit=g&add=Plum:6",
    "series": "pcts=3,6&tile_g=30",
    "grid": "x=Plum:0,3&cell_g=90",
    "campaign": "stain=Plum:9&first_pct=6&tile_g=30",
    "kilos": "mass=4&unit=kg&add=Plum:6",
    "adjust": "mass=400&unit=g&now_pct=3&target_pct=5",
    "check-sum": "mass=400&unit=g&pct=6&answer=24",
}


@pytest.mark.parametrize("tool", TOOLS)
@pytest.mark.parametrize("water", ["0", "100", "-3", "nan", "wet"])
def test_water_that_cannot_be_is_told_at_its_field(client, tool, water):
    url = f"/mix/{tool}/?{TOOLS[tool]}&state=plastic&water_pct={water}"
    got = client.get(url, headers=JSON)
    assert got.status_code == 400
    assert [error["field"] for error in got.json()["errors"]] == ["water_pct"]
    assert client.get(url).status_code == 400


@pytest.mark.parametrize("tool", TOOLS)
@pytest.mark.parametrize("water", ["8", "35", "60"])
def test_water_that_is_odd_is_answered(client, tool, water):
    got = client.get(f"/mix/{tool}/?{TOOLS[tool]}&state=plastic&water_pct={water}", headers=JSON)
    assert got.status_code == 200


@pytest.mark.parametrize("tool", TOOLS)
@pytest.mark.parametrize(("gravity", "answers"), [("1.0", 400), ("2.1", 200), ("2.6", 400)])
def test_gravities_at_the_edges(client, tool, gravity, answers):
    more = "&finished_water_pct=22" if tool == "kilos" else ""
    url = f"/mix/{tool}/?{TOOLS[tool]}{more}&state=slip&specific_gravity={gravity}"
    assert client.get(url, headers=JSON).status_code == answers


@pytest.mark.parametrize("powder", ["0", "0.004"])
def test_a_bag_with_next_to_nothing_in_it(client, powder):
    bag = f"/mix/campaign/?stain=Plum:{powder}&first_pct=6"
    found = client.get(f"{bag}&tile_dry_g=25", headers=JSON).json()
    assert found["possible"] is False
    assert found["warnings"][0]["code"] == "short_of_powder"
    series = client.get(f"/mix/series/?pcts=3,6&tile_dry_g=25&powder_g={powder}", headers=JSON)
    assert not any(plan["feasible"] for plan in series.json()["plans"])


def test_the_largest_tiles_of_an_empty_bag(client):
    series = client.get("/mix/series/?pcts=3,6&largest=1&powder_g=0", headers=JSON)
    assert [error["field"] for error in series.json()["errors"]] == ["powder_g"]
    refused = client.get("/mix/campaign/?stain=Plum:0&first_pct=6&largest=1", headers=JSON)
    assert [error["field"] for error in refused.json()["errors"]] == ["stain"]


def test_a_leftover_of_which_nothing_is_left(signed_in, make_mix, weigh, user):
    kept = keep_leftover(weigh(make_mix(), 80, 8), 40, "plastic", 20, user)
    shelf.count_stock(kept, 0, user)
    page = signed_in.get(f"/mix/leftovers/{kept.pk}/")
    assert page.status_code == 200
    assert "Change strength or extend" not in words_of(page)
    asked = signed_in.get(f"/mix/leftovers/{kept.pk}/?use_g=10&target_pct=5")
    assert asked.status_code in (200, 400)
    sent = {"use_g": "10", "target_pct": "5"}
    assert signed_in.post(f"/mix/leftovers/{kept.pk}/change/", sent).status_code in (302, 400)


def test_a_mix_goes_on_though_its_clay_was_archived(signed_in, make_mix, weigh, clay):
    mix = make_mix()
    clay.retired_at = timezone.now()
    clay.save()
    assert signed_in.get(mix.get_absolute_url()).status_code == 200
    weigh(mix, 80, 8)
    page = signed_in.get(mix.get_absolute_url())
    assert page.status_code == 200
    assert "Finished mix" in page.content.decode()


def test_forty_bags_at_four_strengths(client):
    bags = [("stain", f"Sample {number}:{10 + number % 5}") for number in range(40)]
    rest = [("first_pct", "7"), ("then_pcts", "2, 4, 11"), ("tile_dry_g", "22"), ("controls", "1")]
    url = f"/mix/campaign/?{urlencode([*bags, *rest])}"
    found = client.get(url, headers=JSON).json()
    assert [len(one["mixes"]) for one in found["rounds"]] == [41, 40, 40, 40]
    assert "40 colourants at 7 % first: 40 tiles and 2 plain ones." in words_of(client.get(url))
    one_more = f"{url}&stain=One+more"
    assert client.get(one_more, headers=JSON).status_code == 400
