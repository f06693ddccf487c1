"""What a finished mix says besides: its cost, how to mix it in, what it came from and went into."""

import uuid
from decimal import Decimal

import pytest

from tests.factories import MaterialFactory
from tests.pages import words_of
from umberpot.mixing.composition import parts_of
from umberpot.mixing.costs import cost_of_mix, cost_of_mixes, per_plastic_kilo
from umberpot.mixing.leftovers.services import keep_leftover
from umberpot.mixing.models import Mix
from umberpot.mixing.weighing.services import next_part, take_weighing
from umberpot.shelf.services import grams_on_hand

AS_IT_LIES = 0.785
"""Dry clay in a gram of Ferry white as it lies on the shelf: plastic, 21.5 % water."""


@pytest.fixture
def priced(clay, blue):
    for material, price in ((clay, "1.15"), (blue, "38")):
        material.price_per_kg = Decimal(price)
        material.save()


def test_a_mix_costs_what_was_weighed(priced, make_mix, weigh):
    mix = weigh(make_mix(), 80, 8.4)
    found = cost_of_mix(mix)
    assert found.total == pytest.approx(0.080 / AS_IT_LIES * 1.15 + 0.0084 * 38)
    assert found.unpriced == ()
    per_kilo = per_plastic_kilo(mix, found)
    assert per_kilo.price == pytest.approx(found.total / (0.0884 / 0.78))
    assert (per_kilo.water_pct, per_kilo.water_is_known) == (22, False)


def test_coloured_clay_brings_its_cost_along_and_is_not_paid_twice(
    priced, make_mix, weigh, user, signed_in
):
    mix = weigh(make_mix(), 80, 8)
    left = keep_leftover(mix, 44, "dry", None, user)
    signed_in.post(f"/mix/leftovers/{left.pk}/change/", {"use_g": "44", "target_pct": "5"})
    paler = weigh(Mix.objects.latest("pk"), 44, 40)
    half = cost_of_mix(mix).total / 2
    assert cost_of_mix(paler).total == pytest.approx(half + 0.040 / AS_IT_LIES * 1.15)
    both = cost_of_mixes([mix, paler])
    assert both.total == pytest.approx(cost_of_mix(mix).total + 0.040 / AS_IT_LIES * 1.15)


def test_what_has_no_price_is_named(make_mix, weigh, signed_in):
    mix = weigh(make_mix("clay=Ferry white&state=dry&mass=80&unit=g&add=Moss:10"), 80, 8)
    assert cost_of_mix(mix).unpriced == ("Ferry white", "Moss")
    assert cost_of_mix(mix).total == 0


def test_the_page_of_a_mix_tells_both_ways_of_mixing_it_in(make_mix, weigh, signed_in, priced):
    mix = make_mix("clay=Ferry white&state=plastic&mass=100&unit=g&water_pct=20&add=Quay Blue:10")
    while part := next_part(parts_of(mix)):
        weigh(mix, part.to_go_g)
    said = words_of(signed_in.get(f"/mix/{mix.pk}/"))
    assert "Wedge in the colourant" in said
    assert "Blend the colourant into slip" in said
    assert "per kg of plastic clay" in said


def test_a_mix_names_what_it_came_from_and_went_into(make_mix, weigh, user, signed_in):
    mix = weigh(make_mix(), 80, 8)
    left = keep_leftover(mix, 44, "dry", None, user)
    signed_in.post(f"/mix/leftovers/{left.pk}/change/", {"use_g": "44", "target_pct": "5"})
    paler = weigh(Mix.objects.latest("pk"), 44, 40)
    assert f"/mix/{paler.pk}/" in signed_in.get(f"/mix/{mix.pk}/").content.decode()
    assert f"/mix/{mix.pk}/" in signed_in.get(f"/mix/{paler.pk}/").content.decode()


def test_two_windows_weigh_the_same_coloured_clay_once(make_mix, weigh, user, signed_in):
    mix = weigh(make_mix(), 80, 8)
    left = keep_leftover(mix, 44, "dry", None, user)
    signed_in.post(f"/mix/leftovers/{left.pk}/change/", {"use_g": "44", "target_pct": "5"})
    paler = Mix.objects.latest("pk")
    part = next_part(parts_of(paler))
    posted = {"part": part.pk, "action": "enter", "grams": "40", "decision": "accept"}
    signed_in.post(f"/mix/{paler.pk}/weigh/", posted)
    again = signed_in.post(f"/mix/{paler.pk}/weigh/", posted, follow=True)
    assert "already done" in again.content.decode()
    assert parts_of(paler)[0].weighed_g == 40


def test_coloured_clay_stays_coloured_clay(make_mix, weigh, user, signed_in):
    mix = weigh(make_mix(), 80, 8)
    left = keep_leftover(mix, 44, "dry", None, user)
    form = {"kind": "stain", "name": left.name, "state": "dry"}
    assert signed_in.post(f"/shelf/{left.pk}/", form).status_code == 400
    assert signed_in.post(f"/shelf/{left.pk}/", {**form, "kind": "leftover"}).status_code == 302
    new = signed_in.post("/shelf/new/", {**form, "kind": "leftover", "name": "x"})
    assert new.status_code == 400


def test_codes_are_one_scheme_for_tiles_and_bags(make_mix, weigh, user, signed_in):
    mix = weigh(make_mix(), 80, 8)
    tiles = {"count": 2, "mark": "100", "cone": "6", "glazed": "no", "trial_name": "T"}
    signed_in.post(f"/tiles/make/{mix.pk}/", tiles)
    left = keep_leftover(mix, 10, "dry", None, user)
    assert [tile.code for tile in mix.tiles.all()] == ["A1", "A2"]
    assert left.supplier_code == "A3"


def test_the_bench_shows_series_under_way_once(signed_in, clay, blue):
    trial = {"trial_name": "Border blues", "mark": "100", "cone": "6", "glazed": "no"}
    query = "pcts=5,10&tile_dry_g=25&colourant=Quay+Blue&strategy=separate"
    signed_in.post(f"/mix/series/start/?{query}", trial)
    html = signed_in.get("/").content.decode()
    assert html.count(">Border blues<") == 1
    assert "Weigh out this mix." not in html


def test_a_trial_says_before_it_starts_what_the_shelf_lacks(signed_in, clay, blue):
    query = "pcts=15&tile_dry_g=900&colourant=Quay+Blue&clay=Ferry+white&strategy=separate"
    said = words_of(signed_in.get(f"/mix/series/start/?{query}"))
    assert "Quay Blue 100 g → 23.6 g short" in said
    grid = "x=Quay+Blue:0,20&cell_g=1000&solids_pct=70"
    assert "Quay Blue 100 g → 22.8 g short" in words_of(signed_in.get(f"/mix/grid/start/?{grid}"))


def test_clay_leaves_the_shelf_as_it_lies_there(make_mix, weigh, clay):
    """Dry clay and slip are weighed of clay that lies there plastic. Arithmetic."""
    weigh(make_mix("clay=Ferry white&state=plastic&mass=100&unit=g&water_pct=20&add=A:1"), 100)
    assert grams_on_hand(clay) == pytest.approx(4900)
    slip = "clay=Ferry white&state=slip&mass=100&unit=g&solids_pct=70&add=A:1"
    weigh(make_mix(slip), 100)
    assert grams_on_hand(clay) == pytest.approx(4900 - 70 / AS_IT_LIES)


def test_the_same_clay_costs_the_same_a_kilo_wherever_it_is_told(signed_in, studio, user):
    """As kilos planned and as the mix made of them: by the clay's own 21.5 %, not a hidden 22 %."""
    MaterialFactory(
        studio=studio,
        name="Pier buff",
        kind="clay_body",
        state="plastic",
        water_pct=21.5,
        price_per_kg="1.15",
    )
    MaterialFactory(studio=studio, stain=True, name="Kelp", price_per_kg="38")
    sum_ = "clay=Pier buff&mass=6&unit=kg&water_pct=21.5&add=Kelp:6.5&clay_price=1.15&price=Kelp:38"
    planned = signed_in.get(f"/mix/kilos/?{sum_}", headers={"accept": "application/json"}).json()
    signed_in.post("/mix/kilos/make/", {"sum": sum_})
    mix = Mix.objects.get()
    for part in parts_of(mix):
        take_weighing(
            part, part.to_go_g, source="typed", scale_step_g=0.1, request_key=uuid.uuid4(), by=user
        )
    mix.refresh_from_db()
    found = per_plastic_kilo(mix, cost_of_mix(mix))
    assert found.water_is_known
    assert found.price == pytest.approx(planned["cost_per_kg"])
    words = words_of(signed_in.get(f"/mix/{mix.pk}/"))
    assert f"{found.price:.2f} € per kg of plastic clay of 21.5 % water" in words
    water_g = planned["water_to_add_g"]
    assert f"about {water_g:.1f} g in total" in words, "as much as was said before it was weighed"


def test_a_dry_mix_says_what_water_is_taken(priced, signed_in, make_mix, weigh):
    mix = weigh(make_mix(), 80, 8)
    words = words_of(signed_in.get(f"/mix/{mix.pk}/"))
    assert "plastic clay of 22 % water, taken as usual" in words
