"""One studio never sees another's rows, and nobody sees any signed out."""

import re
import uuid
from pathlib import Path

import pytest
from django.test import Client
from django.urls import get_resolver

from claycore.testing.protocols import protocols
from umberpot.bench.services import start_timer
from umberpot.kiln.models import Firing
from umberpot.mixing.leftovers import keep_leftover
from umberpot.mixing.models import Plan
from umberpot.shelf.models import Container, Material, Photo
from umberpot.tiles.models import ClayTest, Tile

OPEN_TO_ALL = {
    "sign-in",
    *("dose", "adjust", "series", "grid", "check-sum", "bucket", "water", "join", "kilos"),
    *("layers", "dark"),
    *("shrinkage", "absorption"),
}
"""Names of pages that hold nothing of a studio."""

BAR_TEST = {
    **{"name": "Secret", "cones": "04, 6", "replicates": "2", "path": "own", "mark": "100"},
    **{"soak": "all", "method": "boil_soak"},
}
TEST_PAGES = ("test", "test-check", "test-made", "test-weigh-drying", "test-sheet")
CLAY_PAGES = (
    *("clay-read", "clay-report", "clay-data", "clay-readings", "shrink-rule", "blend-guess"),
    *("blend-line", "claim", "photo-add"),
)

GONE = {"first-run", "style-guide", "feed"}
"""Names of pages that are not there in a studio at work."""


@pytest.fixture
def world(make_mix, weigh, signed_in, user, studio):
    """A studio with one of everything; gives each URL name's arguments."""
    mix = weigh(make_mix(), 80)
    finished = weigh(make_mix(), 80, 8)
    signed_in.post(
        f"/tiles/make/{finished.pk}/",
        {"count": 1, "mark": "100", "cone": "6", "glazed": "no", "trial_name": "Secret"},
    )
    tile = Tile.objects.of(studio).first()
    firing = Firing.objects.create(studio=studio, cone="6", fired_on="2026-11-01", made_by=user)
    clay = mix.parts.first().material
    left = keep_leftover(finished, 12, "dry", None, user)
    bowl = Container.objects.create(studio=studio, name="Secret bowl", tare_g=200)
    signed_in.post(
        "/mix/series/start/?pcts=5,10&tile_dry_g=25&colourant=Quay%20Blue&strategy=start_low",
        {"trial_name": "Secret plan", "mark": "100", "cone": "6", "glazed": "no"},
    )
    plan = Plan.objects.of(studio).get()
    signed_in.post(f"/tiles/tests/new/{clay.pk}/", BAR_TEST)
    test = ClayTest.objects.of(studio).get()
    timer = start_timer(studio, protocols()["drying"], "Secret", 60, test, uuid.uuid4(), user)
    photo = Photo.objects.create(
        studio=studio, material=clay, image=b"x", request_key=uuid.uuid4(), made_by=user
    )
    dug = Material.objects.create(studio=studio, kind="dug_clay", name="Secret bank")
    return {
        "test-new": clay.pk,
        **dict.fromkeys(TEST_PAGES, test.pk),
        **dict.fromkeys(CLAY_PAGES, clay.pk),
        "timer-next": timer.pk,
        "timer-stop": timer.pk,
        "photo": photo.pk,
        "photo-remove": photo.pk,
        "field-sheet": dug.pk,
        "plan": plan.pk,
        "plan-set-aside": plan.pk,
        "trial-labels": plan.trial.pk,
        "tiles-shape": mix.pk,
        "container-remove": bowl.pk,
        "leftover": left.pk,
        "leftover-change": left.pk,
        "leftover-join": left.pk,
        "leftover-pool": left.pk,
        "mix-again": mix.pk,
        "mix-left": mix.pk,
        "mix-glance": mix.pk,
        "material": clay.pk,
        "material-retire": clay.pk,
        "material-restore": clay.pk,
        "mix": mix.pk,
        "mix-weigh": mix.pk,
        "mix-pan": mix.pk,
        "mix-set-aside": mix.pk,
        "tile-set-aside": tile.pk,
        "tiles-make": mix.pk,
        "weighing-correct": mix.parts.first().weighings.first().pk,
        "trial": tile.trial_id,
        "trial-read": tile.trial_id,
        "firing": firing.pk,
        "firing-without": firing.pk,
        "record": tile.pk,
        "tile-read": tile.pk,
    }


def every_url(arguments):
    """(name, address) of everything in the URL configuration, with the other studio's keys."""
    for pattern in get_resolver().url_patterns:
        route = str(pattern.pattern)
        address = re.sub(r"<int:\w+>", str(arguments.get(pattern.name)), route)
        address = address.replace("<slug:kind>", "mixes").replace("<slug:form>", "csv")
        address = address.replace("<str:token>", "guessed")
        yield pattern.name, f"/{address}"


def test_a_stranger_gets_nothing_of_another_studio(world, stranger):
    for name, address in every_url(world):
        got, posted = stranger.get(address), None
        if name in world:
            posted = stranger.post(address, {"grams": "1", "action": "enter"})
            assert got.status_code in (404, 405), address
            assert posted.status_code in (404, 405), address
            assert 404 in (got.status_code, posted.status_code), address
        elif name in GONE:
            assert got.status_code == 404
        else:
            html = got.content.decode()
            assert got.status_code in (200, 302, 405), address
            assert "Ferry white" not in html, address
            assert "Secret" not in html, address


def test_signed_out_there_is_only_the_door_and_the_calculators(world):
    for name, address in every_url(world):
        got = Client().get(address)
        if name in OPEN_TO_ALL:
            assert got.status_code == 200, address
        elif name in GONE:
            assert got.status_code == 404
        else:
            assert got.status_code in (302, 405), address
            if got.status_code == 302:
                assert got["Location"].startswith("/sign-in/"), address


def test_a_stranger_cannot_use_another_studios_trial_or_firing(world, stranger, studio):
    own = stranger.post("/mix/make/", {"sum": "state=dry&mass=10&unit=g&add=x:5"})
    mix_pk = own["Location"].strip("/").split("/")[-1]
    form = {"count": 1, "mark": "100", "cone": "6", "glazed": "no"}
    refused = stranger.post(f"/tiles/make/{mix_pk}/", {**form, "trial": world["trial"]})
    assert refused.status_code == 400
    stranger.post(f"/tiles/make/{mix_pk}/", {**form, "trial_name": "Mine"})
    tile = Tile.objects.exclude(studio=studio).get()
    firing = Firing.objects.of(studio).get()
    stranger.post(f"/tiles/{tile.pk}/", {"stage": "fire", "firing": firing.pk})
    assert tile.firings == []


def test_views_reach_rows_only_through_the_studio():
    """Every ``.objects`` in a view goes on with ``.of(``; what is no studio's is named."""
    allowed = re.compile(r"(User|Studio|Membership)\.objects")
    for path in Path("umberpot").glob("*/*views.py"):
        for line in path.read_text().splitlines():
            for use in re.finditer(r"\w+\.objects\b(\.\w+\()?", line):
                assert allowed.match(use[0]) or use[1] in (".of(", ".none("), f"{path}: {line}"


def test_someone_without_a_studio_is_told_so(db, django_user_model):
    client = Client()
    client.force_login(django_user_model.objects.create_user("nobody"))
    assert client.get("/shelf/").status_code == 403


@pytest.mark.parametrize("address", ["/mix/99999999999999999999/", "/tiles/0/", "/shelf/123456/"])
def test_keys_that_are_nobodys(signed_in, address):
    assert signed_in.get(address).status_code == 404
