"""Kilns: begun with two fields, corrected with all of them."""

import uuid

import pytest
from django.db import IntegrityError

from tests.factories import KilnFactory
from tests.pages import words_of
from umberpot.firings.models import Kiln

FULL = {
    **{"name": "Big kiln", "shape": "rectangular", "shelf_width_mm": "450", "heat": "electric"},
    **{"shelf_depth_mm": "380", "shelf_count": "4", "power_kw": "7,5", "price_per_kwh": "0.31"},
    "spread_c": "-8",
}


def test_shape_and_inside_size_are_enough_and_the_usual_shelf_is_offered(signed_in):
    page = words_of(signed_in.get("/kiln/"))
    assert "Enter your kiln to see how many firings" in page
    signed_in.post("/kiln/kilns/", {"shape": "round", "inside_mm": "430"})
    kiln = Kiln.objects.get()
    assert (kiln.shelf_width_mm, kiln.shelf_depth_mm, kiln.shelf_count) == (380, None, 3)
    assert "Enter your kiln" not in words_of(signed_in.get("/kiln/"))


def test_a_second_click_enters_no_second_kiln(signed_in):
    form = {"shape": "rectangular", "inside_mm": "500", "request_key": uuid.uuid4()}
    signed_in.post("/kiln/kilns/", form)
    signed_in.post("/kiln/kilns/", form)
    assert Kiln.objects.get().shelf_depth_mm == 450


def test_everything_else_can_be_said_later(signed_in, studio):
    kiln = KilnFactory(studio=studio)
    signed_in.post(f"/kiln/kilns/{kiln.pk}/", FULL)
    kiln.refresh_from_db()
    assert (kiln.shelf_depth_mm, kiln.power_kw, kiln.spread_c) == (380, 7.5, -8)
    assert "4 shelves, 450 × 380 mm, electric" in words_of(signed_in.get("/kiln/kilns/"))


def test_a_round_shelf_has_no_depth_whatever_was_typed(signed_in, studio):
    kiln = KilnFactory(studio=studio)
    signed_in.post(f"/kiln/kilns/{kiln.pk}/", {**FULL, "shape": "round", "shelf_depth_mm": "x"})
    kiln.refresh_from_db()
    assert kiln.shelf_depth_mm is None


@pytest.mark.parametrize(
    ("field", "typed", "said"),
    [
        ("shelf_width_mm", "", "Fill in this field"),
        ("shelf_width_mm", "-4", "1 to 5000 mm"),
        ("shelf_depth_mm", "", "Enter the depth of a rectangular shelf"),
        ("shelf_count", "2.5", "whole number"),
        ("shelf_count", "40", "1 to 12 shelves"),
        ("power_kw", "0", "Power must be"),
        ("shape", "oval", "Choose one of"),
    ],
)
def test_what_is_wrong_is_told_at_its_field_and_stays_typed(signed_in, studio, field, typed, said):
    kiln = KilnFactory(studio=studio)
    page = signed_in.post(f"/kiln/kilns/{kiln.pk}/", {**FULL, field: typed})
    assert page.status_code == 400
    assert said in words_of(page)
    kiln.refresh_from_db()
    assert kiln.name == "Quay kiln"


def test_a_kiln_set_aside_is_not_offered_for_loads(signed_in, studio):
    kiln = KilnFactory(studio=studio)
    signed_in.post(f"/kiln/kilns/{kiln.pk}/aside/", {"aside": "yes"})
    assert "No kiln is entered yet" in words_of(signed_in.get("/kiln/loads/new/"))
    signed_in.post(f"/kiln/kilns/{kiln.pk}/aside/", {"aside": "no"})
    assert "Plan the load" in words_of(signed_in.get("/kiln/loads/new/"))


@pytest.mark.parametrize(
    "wrong", [{"shelf_width_mm": 0}, {"shelf_count": 0}, {"shelf_depth_mm": 300}]
)
def test_the_database_refuses_what_no_kiln_is(studio, wrong):
    with pytest.raises(IntegrityError):
        KilnFactory(studio=studio, **wrong)


def test_a_controller_that_is_not_connected_now_is_kept(signed_in, studio):
    kiln = KilnFactory(studio=studio, controller="cellar")
    page = signed_in.get(f"/kiln/kilns/{kiln.pk}/")
    assert "cellar (not connected now)" in words_of(page)
    signed_in.post(f"/kiln/kilns/{kiln.pk}/", {**FULL, "controller": "cellar"})
    kiln.refresh_from_db()
    assert kiln.controller == "cellar"
