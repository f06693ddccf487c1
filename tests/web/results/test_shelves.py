"""A trial's results say on which kiln shelves its tiles stood."""

import uuid

import pytest

from tests.factories import FiringFactory, KilnFactory
from tests.pages import words_of
from umberpot.firings.models import WitnessCone
from umberpot.tiles.models import Loading, Tile

ORDER = {"mark": "100", "cone": "6", "glazed": "no", "trial_name": "Ramp", "count": 3}


@pytest.fixture
def fired(signed_in, studio, make_mix, weigh):
    """Three tiles fired together: two on the lowest shelf, one on the top."""
    mix = weigh(make_mix(), 80, 8)
    signed_in.post(f"/tiles/make/{mix.pk}/", {**ORDER, "request_key": uuid.uuid4()})
    firing = FiringFactory(studio=studio, kiln=KilnFactory(studio=studio))
    for tile, shelf in zip(Tile.objects.all(), (0, 0, 2), strict=True):
        Loading.objects.create(studio=studio, tile=tile, firing=firing, shelf=shelf)
    return firing


def page_of(client):
    return words_of(client.get(f"/results/trials/{Tile.objects.first().trial_id}/"))


def test_tiles_of_several_shelves_are_named(signed_in, fired):
    page = page_of(signed_in)
    assert "In the kiln stood A1, A2 on shelf 1; A3 on shelf 3." in page
    assert "How far these shelves differ is not known" in page


def test_what_the_kiln_learned_is_held_against_differences(signed_in, studio, user, fired):
    """Cones 6 and 7 bend at 1222 and 1239 °C, 5.5 at 1203: the published chart, from memory."""
    for shelf, seen in ((0, {"5.5": "down", "6": "standing"}), (2, {"6": "down", "7": "standing"})):
        for cone, bend in seen.items():
            WitnessCone.objects.create(
                studio=studio, firing=fired, shelf=shelf, cone=cone, bend=bend, made_by=user
            )
    page = page_of(signed_in)
    assert "In Quay kiln they differ by 18 ± 15 °C" in page
    assert "smaller differences may be theirs" in page


def test_one_shelf_or_none_noted_says_nothing(signed_in, fired):
    Loading.objects.update(shelf=1)
    assert "In the kiln stood" not in page_of(signed_in)
    Loading.objects.update(shelf=None)
    assert "In the kiln stood" not in page_of(signed_in)
