"""Glazes, underglazes and vitreous slips on the shelf: what is asked of them, and what is not."""

import json

import pytest
from django.db import IntegrityError, transaction

from tests.factories import MaterialFactory
from tests.pages import words_of
from umberpot.shelf.models import Material

CLEAR = {
    **{"kind": "glaze", "name": "Pier clear", "low_cone": "5", "top_cone": "7", "look": "clear"},
    **{"sheen": "glossy", "zinc": "no", "food": "stated_suitable", "used_mm": "0.7"},
}


def shelved(client, **changed):
    answer = client.post("/shelf/new/", {**CLEAR, **changed})
    assert answer.status_code == 302, words_of(answer)
    return Material.objects.latest("pk")


def test_a_glaze_says_what_is_known_of_it(signed_in, studio):
    made = shelved(signed_in)
    assert made.as_fused == ("clear, glossy, cones 5 to 7, no zinc, stated to be suitable for food")
    assert made.contains_zinc is False
    assert (made.state, made.is_clay, made.is_testable, made.is_colourant) == ("dry",) + (
        False,
    ) * 3
    page = words_of(signed_in.get("/shelf/"))
    assert "Glazes, underglazes and vitreous slips" in page
    assert made.as_fused in page


def test_what_nobody_said_is_not_known_rather_than_no(signed_in):
    made = shelved(signed_in, zinc="", food="", look="", sheen="", low_cone="", used_mm="")
    assert made.contains_zinc is None
    assert made.as_fused == "up to cone 7"


def test_a_range_upside_down_is_told_at_its_field(signed_in):
    answer = signed_in.post("/shelf/new/", {**CLEAR, "low_cone": "8"})
    assert answer.status_code == 400
    assert answer.context["form"].errors["low_cone"] == [
        "Cone 8 is hotter than cone 7, the highest."
    ]
    assert not Material.objects.exists()


@pytest.mark.parametrize("thick", ["0", "-1", "6", "thick"])
def test_a_thickness_that_cannot_be_is_told_at_its_field(signed_in, thick):
    answer = signed_in.post("/shelf/new/", {**CLEAR, "used_mm": thick})
    assert answer.status_code == 400
    assert "used_mm" in answer.context["form"].errors


@pytest.mark.parametrize("kind", ["stain", "clay_body", "addition"])
def test_what_does_not_fuse_is_asked_for_none_of_it(signed_in, kind):
    more = {"addition": "grog"} if kind == "addition" else {}
    made = shelved(signed_in, kind=kind, **more)
    assert (made.low_cone, made.look, made.zinc, made.used_mm) == ("", "", "", None)
    assert made.top_cone == "7"


def test_the_database_keeps_it_to_what_fuses(studio, db):
    with pytest.raises(IntegrityError), transaction.atomic():
        MaterialFactory(studio=studio, zinc="yes")
    with pytest.raises(IntegrityError), transaction.atomic():
        MaterialFactory(studio=studio, glaze=True, used_mm=0)


def test_a_glaze_is_offered_where_a_glaze_is_meant_and_nowhere_else(signed_in, studio, clay):
    made = shelved(signed_in)
    dose = signed_in.get("/mix/dose/")
    assert made not in dose.context["clays"]
    assert made not in dose.context["colourants"]
    plan = signed_in.get("/surface/plans/new/").context["form"]
    assert made not in plan.fields["body"].queryset
    assert made in plan.fields["glaze"].queryset


def test_it_goes_out_as_a_row_and_comes_into_another_studio(signed_in, stranger, studio):
    made = shelved(signed_in)
    rows = json.loads(signed_in.get("/shelf/transfer/everything.json").content)
    sent = {"kind": "everything", "paste": json.dumps(rows), "bad_rows": "all"}
    assert stranger.post("/shelf/transfer/", sent).status_code == 302
    theirs = Material.objects.exclude(studio=studio).get(name=made.name)
    assert (theirs.as_fused, theirs.used_mm) == (made.as_fused, made.used_mm)
