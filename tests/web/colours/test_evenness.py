"""Specks and streaks beside how a tile was made."""

import io
import uuid

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from claycore.materials.clay_in_hand import ClayState
from standins.camera.camera import Camera
from standins.camera.scene import Scene, SceneSpeckle, SceneTile
from tests.factories import FiringFactory
from tests.pages import words_of
from umberpot.colours.models import Photograph, Ring
from umberpot.kiln.services import load_and_fire
from umberpot.mixing.models import Mix
from umberpot.tiles.models import Tile, Trial

GROUND = (64.0, 3.0, 14.0)
SPECKS = SceneSpeckle((25, 3, 4), 60, 7)
SCENE = Scene([SceneTile(GROUND, SPECKS) for _ in range(4)] + [SceneTile(GROUND)] * 4)


@pytest.fixture
def trial(signed_in, studio, user, make_mix, weigh):
    """Eight fired tiles of one mix: four speckled, four even."""
    mix = weigh(make_mix(), 200, 8)
    order = {"mark": "100", "cone": "6", "glazed": "no", "trial_name": "Pours", "count": 8}
    signed_in.post(f"/tiles/make/{mix.pk}/", {**order, "request_key": uuid.uuid4()})
    load_and_fire(list(Tile.objects.all()), FiringFactory(studio=studio, made_by=user))
    Mix.objects.update(state=ClayState.SLIP)
    return Trial.objects.get()


@pytest.fixture
def marked(signed_in, trial):
    """Their photograph, marked and saved."""
    file = io.BytesIO(Camera().photograph(SCENE))
    file.name = "tiles.jpg"
    posted = {"photograph": file, "request_key": uuid.uuid4()}
    signed_in.post(f"/results/trials/{trial.pk}/photographs/new/", posted)
    white, *tiles, grey = (f"{p.x:.0f} {p.y:.0f} {p.radius:.0f}" for p in SCENE.places)
    sent = {f"at_{tile.pk}": at for tile, at in zip(trial.tiles.all(), tiles, strict=True)}
    address = Photograph.objects.get().get_absolute_url()
    signed_in.post(address, {**sent, "at_white": white, "at_grey": grey})
    return trial


def address(trial):
    return f"/results/trials/{trial.pk}/specks/"


def made(trial, grains=(), pourings=()):
    """How the tiles were made, as the page sends it."""
    keys = [tile.pk for tile in trial.tiles.all()]
    sent = {f"{key}-grain": grain for key, grain in zip(keys, grains, strict=False)}
    return sent | {f"{key}-pouring": how for key, how in zip(keys, pourings, strict=False)}


def test_without_a_photograph_there_is_nothing_to_see(signed_in, trial):
    assert "No tile of this trial is marked on a photograph yet." in words_of(
        signed_in.get(address(trial))
    )


def test_tiles_stand_with_their_figures_and_ask_how_they_were_made(signed_in, marked):
    page = words_of(signed_in.get(address(marked)))
    assert "specks and streaks are then compared" in page
    assert page.count("darker specks on") == 4
    assert page.count("No specks.") == 4
    assert (
        f'href="{address(marked)}"'
        in signed_in.get(f"/results/trials/{marked.pk}/").content.decode()
    )


def test_specks_go_with_grain_where_that_is_clear(signed_in, marked):
    sent = made(marked, ["unsieved"] * 4 + ["mesh_120"] * 4)
    page = words_of(signed_in.post(address(marked), sent, follow=True))
    assert "Noted how the tiles were made." in page
    said = page.split("Grain size and specks: ")[1].split("Tile")[0]
    assert said.startswith("through 120 mesh (0.125 mm), specks on 0.0 % (4 tiles), not sieved")
    assert "That is clear." in said
    first = marked.tiles.first()
    assert "Colourant not sieved." in words_of(signed_in.get(f"/results/tiles/{first.code}/"))


def test_few_tiles_are_a_hint_and_what_changed_together_is_told(signed_in, marked):
    grains = ["unsieved", "", "", "", "mesh_120", "mesh_120"]
    pourings = ["side", "", "", "", "bottom", "bottom"]
    page = words_of(signed_in.post(address(marked), made(marked, grains, pourings), follow=True))
    assert "That is a hint, no more" in page
    assert "Pouring and specks: poured straight to the bottom" in page
    assert "which of them did it cannot be told" in page


def test_what_is_no_grain_is_refused_and_keeps_the_rest(signed_in, marked):
    answer = signed_in.post(address(marked), made(marked, ["fine", "mesh_80"]))
    assert answer.status_code == 400
    assert not Tile.objects.exclude(grain="").exists()
    assert 'value="mesh_80" selected' in answer.content.decode()


def test_what_was_not_changed_stays_as_it_is(signed_in, marked):
    signed_in.post(address(marked), made(marked, ["mesh_80"]))
    signed_in.post(address(marked), made(marked, ["mesh_80"], ["side"]))
    first = marked.tiles.order_by("pk").first()
    assert (first.grain, first.pouring) == ("mesh_80", "side")


def test_its_queries_do_not_grow_with_tiles(signed_in, marked):
    def queries():
        with CaptureQueriesContext(connection) as caught:
            signed_in.get(address(marked))
        return len(caught)

    with_eight = queries()
    keep = Ring.objects.exclude(tile=None).first()
    Ring.objects.exclude(tile=None).exclude(pk=keep.pk).delete()
    assert queries() == with_eight


def test_of_wedged_clay_nobody_is_asked_how_it_was_poured(signed_in, marked):
    Mix.objects.update(state=ClayState.PLASTIC)
    page = signed_in.get(address(marked)).content.decode()
    assert "-grain" in page
    assert "-pouring" not in page


def test_a_tile_that_the_page_did_not_show_keeps_what_is_noted_of_it(signed_in, marked):
    """Its ring lies outside the picture now, so nothing of it is asked."""
    signed_in.post(address(marked), made(marked, ["mesh_80", "mesh_60"]))
    first, second, *_ = marked.tiles.order_by("pk")
    Ring.objects.filter(tile=first).update(x=-500)
    assert f"{first.pk}-grain" not in signed_in.get(address(marked)).content.decode()
    sent = made(marked, ["", "unsieved"])
    del sent[f"{first.pk}-grain"]
    signed_in.post(address(marked), sent)
    kept = dict(marked.tiles.values_list("pk", "grain"))
    assert (kept[first.pk], kept[second.pk]) == ("mesh_80", "unsieved")


def test_noting_costs_as_many_queries_for_many_tiles_as_for_one(signed_in, marked):
    def queries(grains):
        with CaptureQueriesContext(connection) as caught:
            signed_in.post(address(marked), made(marked, grains))
        return len(caught)

    assert queries(["mesh_60"] * 8) <= queries(["mesh_80"]) + 1
