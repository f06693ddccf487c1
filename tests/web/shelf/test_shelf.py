"""The shelf: add, edit, count, retire, put back."""

import pytest
from django.db import IntegrityError, transaction

from umberpot.shelf.models import Material
from umberpot.shelf.services import grams_on_hand

NEW = {"kind": "stain", "name": "Buoy Red", "on_hand_g": "75,5", "price_per_kg": "68,5"}


def test_add_and_count_again(signed_in, studio):
    assert signed_in.post("/shelf/new/", NEW).status_code == 302
    red = Material.objects.of(studio).get()
    assert grams_on_hand(red) == 75.5
    signed_in.post(f"/shelf/{red.pk}/", {**NEW, "on_hand_g": "60"})
    assert grams_on_hand(red) == 60
    assert [m.grams for m in red.movements.order_by("pk")] == [75.5, -15.5]


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"name": ""}, "name"),
        ({"name": "n" * 61}, "name"),
        ({"kind": "glitter"}, "kind"),
        ({"price_per_kg": "-1"}, "price_per_kg"),
        ({"price_per_kg": "cheap"}, "price_per_kg"),
        ({"on_hand_g": "-5"}, "on_hand_g"),
        ({"on_hand_g": "some"}, "on_hand_g"),
        ({"hazards": ["moonlight"]}, "hazards"),
        ({"kind": "clay_body", "state": "plastic", "water_pct": "100"}, "water_pct"),
    ],
)
def test_bad_input_is_told_at_its_field_and_kept(signed_in, change, field):
    got = signed_in.post("/shelf/new/", {**NEW, **change})
    assert got.status_code == 400
    assert not Material.objects.exists()
    assert 'value="Buoy Red"' in got.content.decode() or "name" in change
    if field:
        assert field in got.context["form"].errors


def test_a_name_stands_once_on_a_shelf(signed_in, blue, stranger):
    got = signed_in.post("/shelf/new/", {**NEW, "name": "QUAY blue"})
    assert got.status_code == 400
    assert "A material with this name is already on" in got.content.decode()
    assert stranger.post("/shelf/new/", {**NEW, "name": "Quay Blue"}).status_code == 302
    with pytest.raises(IntegrityError), transaction.atomic():
        Material.objects.create(studio=blue.studio, kind="stain", name="quay blue")


def test_retired_materials_stay_for_what_refers_to_them(signed_in, make_mix, weigh, blue):
    mix = weigh(make_mix(), 80, 8)
    signed_in.post(f"/shelf/{blue.pk}/retire/")
    assert "Quay Blue" in signed_in.get(f"/mix/{mix.pk}/").content.decode()
    assert "Set aside (1)" in signed_in.get("/shelf/").content.decode()
    assert mix.parts.get(role="colourant").material == blue
    signed_in.post("/shelf/new/", {**NEW, "name": "Quay Blue"})
    got = signed_in.post(f"/shelf/{blue.pk}/restore/", follow=True).content.decode()
    assert ". Rename that one, then restore this one." in got


def test_put_back(signed_in, blue):
    signed_in.post(f"/shelf/{blue.pk}/retire/")
    signed_in.post(f"/shelf/{blue.pk}/restore/")
    blue.refresh_from_db()
    assert blue.retired_at is None


def test_a_telling_name_asks_for_its_caution(signed_in):
    got = signed_in.post("/shelf/new/", {**NEW, "name": "Manganese dioxide"}, follow=True)
    assert "may contain manganese" in got.content.decode()


def test_a_colourant_is_always_dry(signed_in):
    signed_in.post("/shelf/new/", {**NEW, "state": "plastic", "water_pct": "20"})
    red = Material.objects.get()
    assert (red.state, red.water_pct) == ("dry", None)


def test_an_empty_shelf_says_what_to_do(signed_in):
    assert "Add the clay you use most" in signed_in.get("/shelf/").content.decode()
    assert "Colour a clay" in signed_in.get("/").content.decode()
