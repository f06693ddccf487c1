"""Mixes and stains show the fired colour of their own tiles, and never one of the raw powder."""

import uuid

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from tests.factories import FiringFactory
from tests.pages import words_of
from umberpot.kiln.services import load_and_fire
from umberpot.mixing.components import kept_mix_bar
from umberpot.mixing.models import Mix
from umberpot.tiles.fired_looks import note_clays, note_mixes, note_stains
from umberpot.tiles.models import Tile, Trial
from umberpot.tiles.pieces import PieceSpec
from umberpot.tiles.readings.services import record_colour
from umberpot.tiles.services import TileOrder, make_tiles


@pytest.fixture
def fired(studio, user, make_mix):
    """Makes a mix of some percent, fires a tile of it to a cone and reads its colour."""
    trial = Trial.objects.create(
        studio=studio, name="Ramp", ware="stoneware", school="strict", made_by=user
    )

    def make(pct, colour, cone="6", day="2026-11-10", more=""):
        mix = make_mix(f"clay=Ferry white&state=dry&mass=80&unit=g&add=Quay Blue:{pct}{more}")
        tiles = make_tiles(mix, trial, TileOrder(1, PieceSpec(100, cone), uuid.uuid4()), user)
        firing = FiringFactory(studio=studio, made_by=user, cone=cone, fired_on=day)
        load_and_fire(tiles, firing)
        record_colour(tiles[0], firing, colour, None, user)
        return mix, tiles[0]

    return make


def test_a_mix_shows_the_colour_of_its_tile_that_was_fired_last(fired, studio, user):
    mix, tile = fired(6, "#808080", "04")
    hotter = FiringFactory(studio=studio, made_by=user, cone="6", fired_on="2026-11-20")
    load_and_fire([tile], hotter)
    record_colour(tile, hotter, "#336699", None, user)
    note_mixes([mix])
    assert mix.fired.lab.hex == "#336699"
    assert mix.fired.words == f"Ferry white, cone 6, unglazed ({tile.code})"


def test_the_bar_of_a_mix_has_its_fired_colour_and_says_of_what(fired):
    mix, tile = fired(6, "#336699")
    note_mixes([mix])
    bar = kept_mix_bar(mix)
    assert bar["rows"][0]["fill"] == 'fill="#336699"'
    assert bar["summary"].endswith(f"Fired colour: Ferry white, cone 6, unglazed ({tile.code})")


def test_a_mix_without_a_fired_colour_shows_none(make_mix):
    mix = make_mix()
    note_mixes([mix])
    assert mix.fired is None
    assert [row["css"] for row in kept_mix_bar(mix)["rows"]] == ["clay", "colourant"]


def test_a_stain_shows_its_strengths_of_one_clay_and_firing(fired, blue, signed_in):
    fired(9, "#224477")
    fired(3, "#99aabb")
    fired(6, "#ff0000", "04", "2026-11-01")
    fired(12, "#00ff00", more="&add=Kelp:2")
    note_stains([blue])
    assert [(look.pct, look.lab.hex) for look in blue.fired] == [(3, "#99aabb"), (9, "#224477")]
    assert "3, 9 % in Ferry white, cone 6, unglazed" in words_of(signed_in.get("/shelf/"))


def test_a_raw_powder_has_no_colour(blue):
    note_stains([blue])
    assert blue.fired == []


def test_the_pages_say_it_and_ask_no_more_for_many(fired, signed_in, weigh, blue):
    mix, tile = fired(6, "#336699")
    weigh(mix, 80, 4.8)
    assert tile.code in words_of(signed_in.get(f"/mix/{mix.pk}/"))
    with CaptureQueriesContext(connection) as few:
        page = words_of(signed_in.get("/mix/"))
    assert f"Ferry white, cone 6, unglazed ({tile.code})" in page
    for pct in (3, 4, 5):
        fired(pct, "#447799")
    Mix.objects.update(finished_at="2026-11-01T10:00Z")
    with CaptureQueriesContext(connection) as many:
        signed_in.get("/mix/")
    assert len(many) <= len(few)


def test_a_clay_shows_its_bare_body_at_each_cone_coolest_first(
    studio, user, three_bars, clay, signed_in
):
    for tile, cone, day, colour in (
        (three_bars[0], "8", "2026-10-20", "#6b4a3c"),
        (three_bars[1], "04", "2026-10-02", "#c08060"),
        (three_bars[2], "04", "2026-10-12", "#b87a58"),
    ):
        firing = FiringFactory(studio=studio, made_by=user, cone=cone, fired_on=day)
        load_and_fire([tile], firing)
        record_colour(tile, firing, colour, None, user)
    note_clays([clay])
    assert [(look.cone, look.lab.hex) for look in clay.fired] == [
        ("04", "#b87a58"),
        ("8", "#6b4a3c"),
    ]
    assert clay.fired[0].words == f"cone 04, unglazed ({three_bars[2].code})"
    assert "Cone 04, 8, unglazed" in words_of(signed_in.get("/shelf/"))


def test_a_clays_cones_are_of_one_air_and_a_glazed_piece_is_not_its_body(
    studio, user, three_bars, clay
):
    for tile, air, glazed in (
        (three_bars[0], "oxidation", False),
        (three_bars[1], "reduction", False),
        (three_bars[2], "reduction", True),
    ):
        Tile.objects.filter(pk=tile.pk).update(glazed=glazed)
        firing = FiringFactory(
            studio=studio, made_by=user, cone="10", atmosphere=air, fired_on="2026-10-20"
        )
        load_and_fire([tile], firing)
        record_colour(tile, firing, "#554433", None, user)
    note_clays([clay])
    assert [look.words for look in clay.fired] == [
        f"cone 10 reduction, unglazed ({three_bars[1].code})"
    ]
