"""What is seen on a fired tile: its surface off the set list, its colour by eye."""

import uuid

import pytest

from tests.factories import FiringFactory
from tests.page_forms import forms_of
from tests.pages import words_of
from umberpot.kiln.services import load_and_fire
from umberpot.tiles.bars import bar_of
from umberpot.tiles.models import ColourReading, Remark, Tile


@pytest.fixture
def tiles(signed_in, studio, user, make_mix, weigh):
    """Three fired tiles; the first two have colours."""
    mix = weigh(make_mix(), 80, 8)
    order = {"mark": "100", "cone": "6", "glazed": "no", "trial_name": "Ramp", "count": 3}
    signed_in.post(f"/tiles/make/{mix.pk}/", {**order, "request_key": uuid.uuid4()})
    load_and_fire(list(Tile.objects.all()), FiringFactory(studio=studio, made_by=user, cone="6"))
    made = list(Tile.objects.order_by("pk"))
    for tile, colour in zip(made, ("70, 2, -8", "50, 4, -28"), strict=False):
        record(signed_in, tile, colour=colour)
    return made


def record(client, tile, **entered):
    return client.post(f"/tiles/{tile.code}/", {"stage": "fired", **entered}, follow=True)


def seen_on(tile):
    return set(Remark.objects.filter(tile=tile, withdrawn_at=None).values_list("code", flat=True))


def test_a_surface_is_noted_shown_and_taken_back(signed_in, tiles):
    record(signed_in, tiles[0], surface=["matt", "crazed"])
    assert seen_on(tiles[0]) == {"matt", "crazed"}
    assert "Surface: matt, crazed" in words_of(signed_in.get(f"/results/tiles/{tiles[0].code}/"))
    record(signed_in, tiles[0], surface=["matt"], seen_surface="matt crazed")
    assert seen_on(tiles[0]) == {"matt"}
    assert Remark.objects.filter(tile=tiles[0], code="crazed").get().withdrawn_at


def test_what_another_tab_noted_meanwhile_stays(signed_in, tiles):
    record(signed_in, tiles[0], surface=["crazed"], seen_surface="")
    record(signed_in, tiles[0], surface=["matt"], seen_surface="")
    assert seen_on(tiles[0]) == {"matt", "crazed"}


@pytest.mark.parametrize("surface", [["matt", "glossy"], ["no-such"]])
def test_what_cannot_be_is_refused_at_the_field(signed_in, tiles, surface):
    answer = record(signed_in, tiles[0], surface=surface)
    assert answer.status_code == 400
    assert not seen_on(tiles[0])


def test_a_tile_made_of_plain_clay_was_not_looked_over_for_cracks(signed_in, tiles):
    record(signed_in, tiles[0], surface=["matt"])
    assert bar_of(Tile.objects.with_history().get(pk=tiles[0].pk)).firings[0].remarks == frozenset()


def test_tiles_are_found_by_their_surface(signed_in, tiles):
    record(signed_in, tiles[1], surface=["pinholed"])
    page = words_of(signed_in.get("/tiles/", {"surface": "pinholed"}))
    assert tiles[1].code in page
    assert f"Tile {tiles[0].code}" not in signed_in.get("/tiles/?surface=pinholed").content.decode()


def test_a_colour_by_eye_is_that_of_the_tile_it_looks_like(signed_in, tiles):
    record(signed_in, tiles[2], colour=f"like {tiles[0].code.lower()}")
    reading = ColourReading.objects.get(tile=tiles[2])
    assert (reading.lab.values, reading.source, reading.u95) == ((70, 2, -8), "by_eye", 2.0)
    assert "± ΔE 2.0, by eye" in words_of(signed_in.get(f"/results/tiles/{tiles[2].code}/"))


def test_or_lies_between_two(signed_in, tiles):
    record(signed_in, tiles[2], colour=f"between {tiles[0].code} and {tiles[1].code}")
    reading = ColourReading.objects.get(tile=tiles[2])
    assert reading.lightness == pytest.approx(60)
    assert reading.u95 > 5


def test_a_tile_is_not_compared_with_itself(signed_in, tiles):
    answer = record(signed_in, tiles[0], colour=f"like {tiles[0].code}")
    assert answer.status_code == 400
    assert "with another tile, not with itself" in words_of(answer)


def test_like_a_tile_that_has_no_colour_says_so(signed_in, tiles, stranger):
    answer = record(signed_in, tiles[0], colour=f"like {tiles[2].code}", seen_colour="")
    assert answer.status_code == 400
    assert f"Tile {tiles[2].code} has no fired colour." in words_of(answer)


@pytest.mark.parametrize("url", ["/tiles/{0.code}/", "/tiles/trials/{0.trial_id}/readings/"])
def test_words_for_a_colour_that_came_meanwhile_are_not_replaced_unseen(signed_in, tiles, url):
    tile, url = tiles[2], url.format(tiles[2])
    colour = "colour" if "trials" not in url else f"colour-{tile.pk}"
    first, second = (
        next(form for form in forms_of(signed_in.get(url)) if colour in form.sends)
        for _ in range(2)
    )
    assert signed_in.post(url, first.with_typed(**{colour: "rust"})).status_code == 302
    refused = signed_in.post(url, second.with_typed(**{colour: "plum"}))
    assert refused.status_code != 302
    assert "another window" in words_of(refused)
    assert "“rust”" in words_of(refused)
    assert 'value="plum"' in refused.content.decode()
    assert [one.words for one in tile.colour_words.all()] == ["rust"]
