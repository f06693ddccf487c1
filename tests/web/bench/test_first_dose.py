"""A newcomer's three steps end with the grams of their own dose."""

import pytest
from django.utils import timezone

from tests.factories import MaterialFactory
from tests.pages import words_of
from umberpot.shelf.models import Material

URL = "/bench/start/"
TOLD = {
    **{"clay": "Slipway stoneware", "state": "plastic", "water_pct": "20"},
    **{"colourant": "Harbour Green", "kind": "stain", "mass_g": "500", "pct": "4.5"},
}


def test_three_steps_lead_to_a_dose_of_ones_own_clay(signed_in, studio):
    assert "Start in three steps" in words_of(signed_in.get("/"))
    page = signed_in.post(URL, TOLD, follow=True)
    assert "on your shelf now" in words_of(page)
    assert "18.0 g" in words_of(page)
    clay, green = Material.objects.of(studio).order_by("pk")
    assert (clay.kind, clay.state, clay.water_pct) == ("clay_body", "plastic", 20)
    assert (green.kind, green.name) == ("stain", "Harbour Green")


def test_large_and_exact_amounts_reach_the_dose_as_they_were_typed(signed_in, studio):
    told = {**TOLD, "mass_g": "1234,567", "water_pct": "20,25", "pct": "4,125"}
    address = signed_in.post(URL, told)["Location"]
    assert "mass=1234.567" in address
    assert "water_pct=20.25" in address
    assert "Harbour+Green%3A4.125" in address


def test_dry_clay_needs_no_water(signed_in, studio):
    told = {**TOLD, "state": "dry", "water_pct": ""}
    assert "22.5 g" in words_of(signed_in.post(URL, told, follow=True))
    assert Material.objects.of(studio).get(name="Slipway stoneware").water_pct is None


def test_what_is_on_the_shelf_stays_as_it_is(signed_in, studio, clay):
    signed_in.post(URL, {**TOLD, "clay": "ferry WHITE"})
    signed_in.post(URL, {**TOLD, "clay": "ferry WHITE"})
    clay.refresh_from_db()
    assert clay.water_pct == 21.5
    assert Material.objects.of(studio).count() == 2


@pytest.mark.parametrize(
    ("field", "value"),
    [
        *(("clay", ""), ("water_pct", ""), ("water_pct", "120"), ("colourant", "")),
        *(("colourant", "slipway STONEWARE"), ("colourant", "a:b"), ("colourant", "a&b")),
        *(("mass_g", "0"), ("mass_g", "much"), ("pct", ""), ("pct", "-4"), ("state", "wet")),
        *(("clay", "x" * 500), ("colourant", "x" * 61), ("kind", "glaze")),
    ],
)
def test_what_is_not_right_yet_is_said_at_its_field(signed_in, studio, field, value):
    page = signed_in.post(URL, {**TOLD, field: value})
    assert page.status_code == 400
    assert field in page.context["form"].errors
    assert not Material.objects.of(studio).exists()
    assert "Harbour Green" in page.content.decode() or field == "colourant"


def test_a_name_in_the_archive_is_shelved_anew(signed_in, studio):
    MaterialFactory(studio=studio, name=TOLD["clay"], retired_at=timezone.now())
    signed_in.post(URL, TOLD)
    assert Material.objects.of(studio).on_shelf().filter(name=TOLD["clay"]).count() == 1
