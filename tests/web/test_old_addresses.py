"""Addresses that moved lead on for good: printed labels and bookmarks outlive a layout."""

import pytest

from umberpot.tiles.models import Tile

MOVED = {
    "/read/": "/results/",
    "/read/clays/4/?purpose=brick&cone=6": "/results/clays/4/?purpose=brick&cone=6",
    "/read/trials/2/": "/results/trials/2/",
    "/read/tiles/5/": "/results/tiles/5/",
    "/read/clays/?cone=6": "/results/clays/?cone=6",
    "/read/clays/compare/?of=4&of=5": "/results/clays/compare/?of=4&of=5",
    "/read/clays/limits/": "/results/clays/limits/",
    "/read/clays/4/report.pdf": "/results/clays/4/report.pdf",
    "/read/clays/4/figures.csv": "/results/clays/4/figures.csv",
    "/read/clays/4/readings.csv": "/results/clays/4/readings.csv",
    "/read/clays/4/shrink-rule.pdf?cone=6": "/results/clays/4/shrink-rule.pdf?cone=6",
    "/read/absorption/?dry=9&wet=10&unit=g": "/results/absorption/?dry=9&wet=10&unit=g",
    "/read/shrinkage/?wet=100&fired=88&unit=mm": "/results/shrinkage/?wet=100&fired=88&unit=mm",
}
OF_A_TILE = {
    "/tiles/{pk}/": "/tiles/{code}/",
    "/results/tiles/{pk}/": "/results/tiles/{code}/",
    "/kiln/tiles/{pk}/": "/kiln/tiles/{code}/",
}


@pytest.mark.parametrize("old", MOVED)
def test_read_as_results_was_called(client, signed_in, old):
    for one in (client, signed_in):
        moved = one.get(old)
        assert (moved.status_code, moved["Location"]) == (301, MOVED[old])


@pytest.mark.parametrize("old", OF_A_TILE)
def test_a_tile_by_the_number_it_had(signed_in, stranger, world, old):
    tile = Tile.objects.get(code=world["tiles:record"])
    moved = signed_in.get(old.format(pk=tile.pk))
    assert moved.status_code == 301
    assert moved["Location"] == OF_A_TILE[old].format(code=tile.code)
    assert signed_in.get(moved["Location"]).status_code == 200
    assert stranger.get(old.format(pk=tile.pk)).status_code == 404


def test_a_code_in_small_letters_is_the_same_tile(signed_in, world):
    code = world["tiles:record"]
    page = signed_in.get(f"/tiles/{code.lower()}/")
    assert page.context["tile"].code == code
