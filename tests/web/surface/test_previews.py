"""Stacked clay in a plan, and previews that are kept beside each other."""

import io
import re
import uuid

import pytest
from PIL import Image

from tests.pages import words_of
from umberpot.surface.models import KeptPreview, PlannedCoat, SurfacePlan
from umberpot.surface.previews.boards import BOARDS

FLOOR = {
    **{"name": "Threshold", "shape": "tile", "width": "140", "length": "140", "thickness": "9"},
    **{"pieces": "14", "side": "inside", "technique": "agate", "cone": "6"},
}


@pytest.fixture
def plan(signed_in, clay):
    signed_in.post("/surface/plans/new/", {**FLOOR, "body": clay.pk, "request_key": uuid.uuid4()})
    return SurfacePlan.objects.get()


@pytest.fixture
def laid(signed_in, plan, clay):
    """Plain clay with a green slab on it."""
    for slab in ({"slip": f"clay-{clay.pk}", "thickness_mm": "9"}, {"name": "Green"}):
        sent = {"coats": "1", "thickness_mm": "3", **slab}
        assert signed_in.post(plan.get_absolute_url(), sent).status_code == 302
    return plan


def keep(client, plan, asked, key=None):
    sent = {"asked": asked, "request_key": key or uuid.uuid4()}
    return client.post(f"{plan.get_absolute_url()}keep/", sent, follow=True)


def photograph():
    out = io.BytesIO()
    Image.new("RGB", (60, 40), (120, 80, 60)).save(out, "PNG")
    out.name, _ = "phone.png", out.seek(0)
    return out


def test_a_slab_is_laid_and_has_no_specific_gravity(signed_in, plan, laid):
    page = words_of(signed_in.get(plan.get_absolute_url()))
    assert "1 slab of 3 mm" in page
    assert "Add a slab on top" in page
    for of_slip in ("Specific gravity", "Materials needed", "Dipping", "mL"):
        assert of_slip not in page
    assert "Dried fast, clays that lie on each other part at the joints." in page
    assert {coat.application for coat in PlannedCoat.objects.all()} == {"lay"}


def test_a_block_says_its_finest_layer_and_what_each_clay_weighs(signed_in, laid):
    page = words_of(signed_in.get(laid.get_absolute_url(), {"folds": "2", "piece_g": "480"}))
    assert "The finest layer is 0.75 mm." in page
    assert "For a piece of 480 g: Ferry white 360 g, Green 120 g." in page
    blurred = words_of(signed_in.get(laid.get_absolute_url(), {"folds": "3"}))
    assert "The finest layer is 0.38 mm: under 0.4 mm colours blur." in blurred


def test_grams_and_cost_lead_to_layers(signed_in, laid):
    page = signed_in.get(laid.get_absolute_url()).content.decode()
    address = "/mix/layers/?pieces=14&amp;piece=600&amp;layer=Green%3A25"
    assert address in page
    assert "2100 g" in words_of(signed_in.get(address.replace("&amp;", "&")))


@pytest.mark.parametrize("finish", ["cut", "thrown"])
def test_the_picture_is_drawn(signed_in, laid, finish):
    png = signed_in.get(f"{laid.get_absolute_url()}face/", {"finish": finish}).content
    assert Image.open(io.BytesIO(png)).width == 520


def test_a_tower_of_slabs_is_drawn_no_larger_than_a_page(signed_in, laid):
    PlannedCoat.objects.update(coats=12, thickness_mm=100)
    png = signed_in.get(f"{laid.get_absolute_url()}face/", {"slant": "10"}).content
    assert Image.open(io.BytesIO(png)).height <= 900


@pytest.mark.parametrize(
    ("asked", "expected"),
    [
        ({"folds": "9"}, "Enter from 0 to 7 folds."),
        ({"slant": "3"}, "Enter from 10 to 90 degrees"),
        ({"turns": "-1"}, "Enter from 0 to 6 turns."),
        ({"piece_g": "0"}, "Weight must be more than 0"),
        ({"finish": "smashed"}, "Choose one of"),
    ],
)
def test_what_cannot_be_drawn_is_told_at_its_field(signed_in, laid, asked, expected):
    assert expected in words_of(signed_in.get(laid.get_absolute_url(), asked))
    assert signed_in.get(f"{laid.get_absolute_url()}face/", asked).status_code == 404


def test_one_slab_is_no_block_yet(signed_in, plan):
    assert "Add at least two slabs" in words_of(signed_in.get(plan.get_absolute_url()))
    assert "There is no preview to save yet." in words_of(keep(signed_in, plan, ""))


def test_previews_are_kept_side_by_side_as_they_were_drawn(signed_in, laid):
    keep(signed_in, laid, "folds=1&finish=cut")
    keep(signed_in, laid, "folds=2&finish=cut")
    first, second = KeptPreview.objects.all()
    url = f"/surface/previews/{first.pk}/picture/"
    before = signed_in.get(url).content
    assert before != signed_in.get(f"/surface/previews/{second.pk}/picture/").content
    signed_in.post(f"/surface/coats/{laid.coats.first().pk}/remove/")
    assert signed_in.get(url).content == before
    page = words_of(signed_in.get(laid.get_absolute_url()))
    assert "Saved previews" in page
    assert "The finest layer is 1.5 mm." in page


def test_a_preview_is_kept_once_for_a_double_click(signed_in, laid):
    key = uuid.uuid4()
    for _ in range(2):
        keep(signed_in, laid, "folds=1", key)
    assert KeptPreview.objects.count() == 1


def test_a_scratched_face_is_kept_as_a_drawing_of_its_own(signed_in, laid):
    SurfacePlan.objects.update(technique="sgraffito")
    keep(signed_in, laid, "depth=1")
    answer = signed_in.get(f"/surface/previews/{KeptPreview.objects.get().pk}/picture/")
    assert answer["Content-Type"] == "image/svg+xml"
    assert b'xmlns="http://www.w3.org/2000/svg"' in answer.content
    assert signed_in.get(f"{laid.get_absolute_url()}face/", {"depth": "-1"}).status_code == 404


@pytest.mark.parametrize("technique", BOARDS)
def test_the_page_keeps_the_place_of_a_picture_free(signed_in, laid, technique):
    """Or what is below jumps once the picture is there, from under the hand that drags it."""
    SurfacePlan.objects.update(technique=technique)
    page = signed_in.get(laid.get_absolute_url()).content.decode()
    kept = re.search(r'class="face"[^>]*width="(\d+)"\s+height="(\d+)"', page)
    assert kept, page
    drawn = signed_in.get(f"{laid.get_absolute_url()}face/").content
    boxed = re.search(rb'viewBox="0 0 (\d+) (\d+)"', drawn)
    size = boxed.groups() if boxed else Image.open(io.BytesIO(drawn)).size
    assert tuple(map(int, kept.groups())) == tuple(map(int, size))


def test_the_fired_piece_stands_beside_the_preview_it_was_made_from(signed_in, laid):
    keep(signed_in, laid, "folds=1")
    kept = KeptPreview.objects.get()
    url = f"/surface/previews/{kept.pk}/photograph/"
    assert signed_in.get(url).status_code == 404
    answer = signed_in.post(f"{url}add/", {}, follow=True)
    assert "Choose a photograph first." in words_of(answer)
    broken = io.BytesIO(b"no picture")
    broken.name = "phone.jpg"
    signed_in.post(f"{url}add/", {"photograph": broken})
    assert signed_in.get(url).status_code == 404
    answer = signed_in.post(f"{url}add/", {"photograph": photograph()}, follow=True)
    assert "Photograph saved." in words_of(answer)
    assert url in answer.content.decode()
    assert Image.open(io.BytesIO(signed_in.get(url).content)).size == (60, 40)


def test_a_removed_preview_is_out_of_sight(signed_in, laid):
    keep(signed_in, laid, "folds=1")
    kept = KeptPreview.objects.get()
    answer = signed_in.post(f"/surface/previews/{kept.pk}/remove/", follow=True)
    assert "Preview removed." in words_of(answer)
    assert "Saved previews" not in words_of(answer)
