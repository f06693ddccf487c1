"""What one does next with a colour: every way opens its tool filled in, with no complaint."""

import html

import pytest

from tests.pages import words_of
from umberpot.mixing.leftovers.services import keep_leftover
from umberpot.mixing.next_actions import of_mix, ways_on
from umberpot.tiles.models import Tile

PLASTIC = "clay=Ferry white&state=plastic&mass=200&unit=g&water_pct=20&add=Quay Blue:8"
SLIP = "clay=Ferry white&state=slip&mass=200&unit=g&solids_pct=70&add=Quay Blue:8"
TWO = "clay=Ferry white&state=dry&mass=100&unit=g&add=Quay Blue:4&add=Rust:2"


def titles(mix):
    return [way.title for way in ways_on(of_mix(mix))]


@pytest.mark.parametrize(
    ("query", "grams"), [(PLASTIC, (200, 12.8, 3.2)), (SLIP, (200, 11.2)), (TWO, (100, 4, 2))]
)
def test_every_way_opens_without_a_complaint(signed_in, make_mix, weigh, query, grams):
    mix = weigh(make_mix(query), *grams)
    assert mix.finished_at
    page = html.unescape(signed_in.get(f"/mix/{mix.pk}/").content.decode())
    for way in ways_on(of_mix(mix)):
        assert way.url in page
        opened = signed_in.get(way.url)
        assert opened.status_code == 200, (way, words_of(opened))
        assert 'aria-invalid="true"' not in opened.content.decode(), way


def test_what_is_known_stands_in_the_fields(signed_in, make_mix, weigh, blue):
    blue.price_per_kg = 40
    blue.save()
    mix = weigh(make_mix(PLASTIC), 200, 12.8, 3.2)
    by_title = {way.title: signed_in.get(way.url).context["form"] for way in ways_on(of_mix(mix))}
    more = by_title["Make more"]
    assert more["clay"].value() == "Ferry white"
    assert float(more["water_pct"].value()) == pytest.approx(20, abs=0.1)
    assert more["price"].value() == ["Quay Blue:40.00"]
    assert by_title["A series around it"]["pcts"].value() == "4, 6, 8, 10"
    assert by_title["Another clay"]["clay"].value() in ("", None)
    change = by_title["Stronger or paler"]
    assert change["of_mix"].value() == str(mix.pk)
    assert float(change["now_pct"].value()) == pytest.approx(8)


def test_a_series_goes_around_one_colourant_only(make_mix, weigh):
    assert "A series around it" not in titles(weigh(make_mix(TWO), 100, 4, 2))


def test_what_is_stored_is_changed_on_its_own_page(signed_in, make_mix, weigh, user):
    mix = weigh(make_mix(), 80, 8)
    assert "Store the leftover" in titles(mix)
    left = keep_leftover(mix, 30, "dry", None, user)
    mix.refresh_from_db()
    assert "Store the leftover" not in titles(mix)
    first = ways_on(of_mix(mix))[0]
    assert first.url == f"/mix/leftovers/{left.pk}/#change"
    page = words_of(signed_in.get(f"/mix/leftovers/{left.pk}/"))
    assert "Make more" in page
    assert "Stronger or paler" not in page


def test_a_tile_that_was_read_leads_on_from_its_mix(signed_in, world):
    tile = Tile.objects.get(code=world["tiles:record"])
    assert "A series around it" in words_of(signed_in.get(f"/results/tiles/{tile.code}/"))


def test_a_mix_off_its_plan_leads_to_what_brings_it_there(signed_in, make_mix, weigh):
    mix = weigh(make_mix(), 80, 5)
    page = signed_in.get(f"/mix/{mix.pk}/")
    address, said = page.context["put_right"]
    assert said == "10 % Quay Blue"
    answer = signed_in.get(address, headers={"accept": "application/json"}).json()
    assert answer["additions"][0]["add_g"] == pytest.approx(3)
