"""One studio never sees another's rows, and nobody sees any signed out."""

import re
from pathlib import Path

import pytest
from django.test import Client

from tests.web.decisions import (
    GONE,
    OF_THE_INSTALLATION,
    OPEN_TO_ALL,
    OPEN_TO_WHO_HAS_THE_ADDRESS,
)
from tests.web.whole_site import every_pattern, every_url
from umberpot.firings.models import Firing
from umberpot.tiles.models import Tile


def test_a_stranger_gets_nothing_of_another_studio(world, stranger):
    for name, address in every_url(world):
        got, posted = stranger.get(address), None
        if name in world:
            posted = stranger.post(address, {"grams": "1", "action": "enter"})
            assert got.status_code in (404, 405), address
            assert posted.status_code in (404, 405), address
            assert 404 in (got.status_code, posted.status_code), address
        elif name in GONE | OF_THE_INSTALLATION | OPEN_TO_WHO_HAS_THE_ADDRESS:
            assert got.status_code == 404
        else:
            body = b"".join(got.streaming_content) if got.streaming else got.content
            html = body.decode(errors="replace")
            assert got.status_code in (200, 302, 405), address
            assert "Ferry white" not in html, address
            assert "Secret" not in html, address


def test_signed_out_there_is_only_the_door_and_the_calculators(world):
    for name, address in every_url(world):
        got = Client().get(address)
        if name in OPEN_TO_ALL:
            assert got.status_code == 200, address
        elif name in GONE | OPEN_TO_WHO_HAS_THE_ADDRESS:
            assert got.status_code == 404
        else:
            assert got.status_code in (302, 405), address
            if got.status_code == 302:
                assert got["Location"].startswith("/sign-in/"), address


def test_a_stranger_cannot_use_another_studios_trial_or_firing(world, stranger, studio):
    own = stranger.post("/mix/make/", {"sum": "state=dry&mass=10&unit=g&add=x:5"})
    mix_pk = own["Location"].strip("/").split("/")[-1]
    form = {"count": 1, "mark": "100", "cone": "6", "glazed": "no"}
    refused = stranger.post(f"/tiles/make/{mix_pk}/", {**form, "trial": world["tiles:trial"]})
    assert refused.status_code == 400
    stranger.post(f"/tiles/make/{mix_pk}/", {**form, "trial_name": "Mine"})
    tile = Tile.objects.exclude(studio=studio).get()
    firing = Firing.objects.of(studio).get()
    stranger.post(f"/kiln/tiles/{tile.code}/", {"firing": firing.pk})
    assert tile.firings == []


def test_views_reach_rows_only_through_the_studio():
    """Every ``.objects`` in a view goes on with ``.of(``; what is no studio's is named."""
    allowed = re.compile(r"(User|Studio|Membership)\.objects")
    views = [*Path("umberpot").rglob("views.py"), *Path("umberpot").rglob("files.py")]
    assert len(views) > 20
    for path in views:
        for line in path.read_text().splitlines():
            for use in re.finditer(r"\w+\.objects\b(\.\w+\()?", line):
                assert allowed.match(use[0]) or use[1] in (".of(", ".none("), f"{path}: {line}"


def test_every_page_of_a_studio_is_walked(world):
    """What takes a key has one of the other studio's in ``world``, or is named as gone."""
    keyed = {name for name, route in every_pattern() if re.search("<(int|code):", route)}
    assert keyed == set(world)


def test_someone_without_a_studio_is_told_so(db, django_user_model):
    client = Client()
    client.force_login(django_user_model.objects.create_user("nobody"))
    assert client.get("/shelf/").status_code == 403


@pytest.mark.parametrize("address", ["/mix/99999999999999999999/", "/tiles/0/", "/shelf/123456/"])
def test_keys_that_are_nobodys(signed_in, address):
    assert signed_in.get(address).status_code == 404
