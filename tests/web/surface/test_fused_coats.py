"""Underglazes and vitreous slips of the shelf as coats: what they are, and what they hold on."""

import uuid

import pytest

from tests.factories import MaterialFactory
from tests.pages import words_of
from umberpot.shelf.services import count_stock
from umberpot.surface.models import SurfacePlan
from umberpot.surface.plans.stack import calculate

PLAN = {
    **{"name": "Tags", "shape": "tile", "width": "100", "length": "100", "thickness": "8"},
    **{"pieces": "1", "technique": "sponged_back", "cone": "8"},
}
COAT = {
    **{"application": "brush", "coats": "1", "thickness_mm": "0.5", "specific_gravity": "1.5"},
    **{"onto": "bisque", "kind": "raw"},
}


@pytest.fixture
def plan(signed_in, clay):
    signed_in.post("/surface/plans/new/", {**PLAN, "body": clay.pk, "request_key": uuid.uuid4()})
    return SurfacePlan.objects.get()


@pytest.fixture
def ink(studio, user):
    made = MaterialFactory(
        studio=studio,
        kind="underglaze",
        name="Ink",
        low_cone="05",
        top_cone="6",
        hazards=["cobalt"],
    )
    count_stock(made, 200, user)
    return made


def row_of(client, plan, slip, **changed):
    sent = {**COAT, "slip": f"clay-{slip.pk}", **changed}
    assert client.post(plan.get_absolute_url(), sent).status_code == 302
    return calculate(plan.studio, plan).rows[0]


def test_an_underglaze_of_the_shelf_is_one_whatever_the_form_says(signed_in, plan, ink):
    row = row_of(signed_in, plan, ink)
    assert row.coat.kind == "underglaze"
    assert {one.advice.keeps for one in row.rules if one.advice.rule == "leather_hard"} == {True}
    page = words_of(signed_in.get(plan.get_absolute_url()))
    assert "Made to hold on bisque ware." in page
    assert "Cobalt." in page


def test_its_own_cones_are_told_at_its_coat(signed_in, plan, ink):
    row = row_of(signed_in, plan, ink)
    assert row.warning == (
        "Ink is made for cones 05 to 6. At cone 8 its colour may fade, and it may melt."
    )
    assert row.warning in words_of(signed_in.get(plan.get_absolute_url()))


def test_it_is_used_as_it_comes_and_nobody_plans_bars_of_it(signed_in, plan, ink):
    """100 cm² of 0.5 mm with 10 % lost are 5.56 mL, at 1.5 that is 8.33 g of the jar's 200."""
    row = row_of(signed_in, plan, ink)
    assert row.as_it_comes
    assert (row.make_url, row.unmeasured, row.fits) == ("", None, [])
    whole = calculate(plan.studio, plan)
    assert whole.needs_g == pytest.approx({"Ink": 8.33}, abs=0.01)
    page = words_of(signed_in.get(plan.get_absolute_url()))
    assert "g dry clay" not in page
    assert "Plan bars of Ink" not in page


def test_a_vitreous_slip_holds_on_bisque_and_raw_slip_does_not(signed_in, studio, plan, clay):
    fused = MaterialFactory(studio=studio, kind="vitreous", name="Foam")
    assert row_of(signed_in, plan, fused).coat.kind == "vitreous"
    row = row_of(signed_in, plan, clay)
    assert False in {one.advice.keeps for one in row.rules}


def test_a_glaze_is_no_coat(signed_in, studio, plan):
    glaze = MaterialFactory(glaze=True, studio=studio)
    answer = signed_in.post(plan.get_absolute_url(), {**COAT, "slip": f"clay-{glaze.pk}"})
    assert answer.status_code == 400
    assert "Choose a slip from the list" in words_of(answer)
