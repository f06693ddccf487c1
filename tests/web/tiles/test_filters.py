"""Tiles by clay, colourant, cone and next step; each shows its percentage."""

import uuid

import pytest

from tests.factories import MaterialFactory
from tests.pages import words_of
from umberpot.shelf import services as shelf
from umberpot.tiles.models import Step, Tile

ORDER = {"count": "2", "mark": "100", "glazed": "no"}


@pytest.fixture
def trials(signed_in, studio, user, make_mix, weigh):
    """Two trials of two tiles: 10 % Quay Blue for cone 6, 5 % Rust in another clay for cone 8."""
    for name, kind in (("Pier buff", "clay_body"), ("Rust", "oxide")):
        material = MaterialFactory(studio=studio, name=name, kind=kind)
        shelf.count_stock(material, 5000, user)
    blue = weigh(make_mix(), 80, 8)
    rust = weigh(make_mix("clay=Pier buff&state=dry&mass=80&unit=g&add=Rust:5"), 80, 4)
    for mix, cone, name in ((blue, "6", "Blue floor"), (rust, "8", "Rust border")):
        form = {**ORDER, "cone": cone, "trial_name": name, "request_key": uuid.uuid4()}
        signed_in.post(f"/tiles/make/{mix.pk}/", form)
    Tile.objects.filter(code="A2").update(step=Step.FIRE)


def shown(client, **asked):
    page = client.get("/tiles/", asked)
    return {
        str(trial): [progress.tile.code for progress in rows]
        for trial, rows, _ in page.context["trials"]
    }


@pytest.mark.parametrize(
    ("asked", "expected"),
    [
        ({}, {"Blue floor": ["A1", "A2"], "Rust border": ["A3", "A4"]}),
        ({"colourant": "quay blue"}, {"Blue floor": ["A1", "A2"]}),
        ({"clay": "Pier buff"}, {"Rust border": ["A3", "A4"]}),
        ({"cone": "8"}, {"Rust border": ["A3", "A4"]}),
        ({"step": "fire"}, {"Blue floor": ["A2"]}),
        ({"step": "fire", "cone": "8"}, {}),
        ({"colourant": "Rust", "clay": "Ferry white"}, {}),
    ],
)
def test_only_what_was_asked_for_is_listed(signed_in, trials, asked, expected):
    assert shown(signed_in, **asked) == expected


def test_nothing_found_says_so_and_keeps_what_was_asked(signed_in, trials):
    page = signed_in.get("/tiles/", {"colourant": "No such stain"})
    assert "No tiles match." in words_of(page)
    assert 'value="No such stain"' in page.content.decode()
    assert "Show all" in words_of(page)


def test_what_makes_no_sense_counts_as_left_open(signed_in, trials):
    assert shown(signed_in, cone="99", step="bogus") == shown(signed_in)


def test_a_tile_shows_its_percentage_and_a_bar_its_cone(signed_in, trials, world):
    page = signed_in.get("/tiles/").content.decode()
    for name, pct in (("Blue floor", 10), ("Rust border", 5)):
        tile = Tile.objects.filter(trial__name=name).first()
        assert f'aria-label="Tile {tile.code}, {pct} %, drying"' in page
    bar = Tile.objects.exclude(role="").first()
    assert f'aria-label="Bar {bar.code}, cone {bar.cone}, ' in page


def test_pages_of_a_filtered_list_keep_the_filter(signed_in, trials, blue, user, make_mix, weigh):
    shelf.count_stock(blue, 5000, user)
    for number in range(12):
        mix = weigh(make_mix(), 80, 8)
        form = {**ORDER, "cone": "6", "trial_name": f"Blue {number}", "request_key": uuid.uuid4()}
        signed_in.post(f"/tiles/make/{mix.pk}/", form)
    page = signed_in.get("/tiles/", {"colourant": "Quay Blue"}).content.decode()
    assert "colourant=Quay+Blue&amp;page=2" in page or "page=2&amp;colourant=Quay+Blue" in page
    second = shown(signed_in, colourant="Quay Blue", page="2")
    assert second
    assert "Rust border" not in second


def test_a_firing_tells_what_came_out_by_trial_and_where_to_go_on(signed_in, trials):
    Tile.objects.update(step=Step.FIRE)
    keys = list(Tile.objects.values_list("pk", flat=True))
    form = {"cone": "6", "fired_on": "2026-11-01", "tile": keys, "request_key": uuid.uuid4()}
    page = signed_in.post("/kiln/", form, follow=True)
    assert "Firing recorded with 4 tiles" in words_of(page)
    came_out = page.context["trials"]
    assert [(str(one.trial), len(one.pieces)) for one in came_out] == [
        ("Blue floor", 2),
        ("Rust border", 2),
    ]
    assert came_out[0].get_next_url() == "/tiles/A1/"
    listed = words_of(signed_in.get("/kiln/firings/"))
    assert "Blue floor · Rust border" in listed
