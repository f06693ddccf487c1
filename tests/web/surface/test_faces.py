"""A plan that is another inside than outside: its coats, its glaze, its amounts and its steps.

By hand: a tile of 100 × 100 mm has 100 cm² of face and 100 cm² of back. One coat of 0.5 mm is 5 mL
on a side; with 10 % lost 5.56 mL, and 11.1 mL on both.
"""

import uuid

import pytest
from django.db import IntegrityError, transaction

from tests.factories import FiringFactory, MaterialFactory
from tests.pages import words_of
from umberpot.kiln.services import load_and_fire
from umberpot.surface.models import PlannedCoat, SurfacePlan
from umberpot.surface.plans.stack import calculate, protocol_of
from umberpot.tiles.models import Tile
from umberpot.tiles.readings.services import record_colour

TILE = {
    **{"name": "Two faces", "shape": "tile", "width": "100", "length": "100", "thickness": "8"},
    **{"pieces": "1", "technique": "coats", "cone": "6", "side": "both", "clear": "thin"},
}
COAT = {
    **{"application": "brush", "coats": "1", "thickness_mm": "0.5", "specific_gravity": "1.5"},
    "onto": "leather_hard",
}


@pytest.fixture
def glossy(studio):
    return MaterialFactory(glaze=True, studio=studio, name="Pier clear", sheen="glossy")


@pytest.fixture
def matt(studio):
    return MaterialFactory(
        glaze=True, studio=studio, name="Fog matt", sheen="matt", low_cone="7", top_cone="8"
    )


def planned(client, body, **changed):
    asked = {**TILE, "body": body.pk, **changed, "request_key": uuid.uuid4()}
    answer = client.post("/surface/plans/new/", asked)
    assert answer.status_code == 302, words_of(answer)
    return SurfacePlan.objects.latest("pk")


@pytest.fixture
def plan(signed_in, clay, glossy, matt):
    return planned(signed_in, clay, glaze=glossy.pk, inside_clear="thick", inside_glaze=matt.pk)


def add(client, plan, name, side="both", **changed):
    sent = {**COAT, "name": name, "side": side, **changed}
    assert client.post(plan.get_absolute_url(), sent).status_code == 302


def faces(plan):
    return calculate(plan.studio, plan).faces


def names(face):
    return [row.coat.name for row in face.rows]


def test_each_side_has_its_coats_its_glaze_and_its_rules(signed_in, plan):
    add(signed_in, plan, "Chalk slip")
    add(signed_in, plan, "Squall slip", "outside", application="dip")
    outside, inside = faces(plan)
    assert [one.face.title for one in (outside, inside)] == ["Back", "Face"]
    assert names(outside) == ["Squall slip", "Chalk slip"]
    assert names(inside) == ["Chalk slip"]
    assert [one.face.glazing.name for one in (outside, inside)] == ["Pier clear", "Fog matt"]
    assert outside.warning == ""
    assert "Fog matt is made for cones 7 to 8." in inside.warning
    page = words_of(signed_in.get(plan.get_absolute_url()))
    assert "back Pier clear (glossy); face thick Fog matt (matt)" in page
    assert "Leave the foot bare" in page


def test_a_coat_is_measured_by_the_side_it_goes_onto_and_counted_once(signed_in, plan):
    add(signed_in, plan, "Chalk slip")
    add(signed_in, plan, "Squall slip", "outside")
    add(signed_in, plan, "Moss slip", "inside")
    whole = calculate(plan.studio, plan)
    ml = {row.coat.name: row.amount.slip_ml for one in whole.faces for row in one.rows}
    assert ml == pytest.approx(
        {"Chalk slip": 11.11, "Squall slip": 5.56, "Moss slip": 5.56}, abs=0.01
    )
    dry = {row.coat.name: row.amount.dry_clay_g for one in whole.faces for row in one.rows}
    assert sum(whole.needs_g.values()) == pytest.approx(sum(dry.values()))
    assert whole.area_cm2 == pytest.approx(200)


def test_nothing_waits_for_the_other_side(signed_in, plan):
    add(signed_in, plan, "Squall slip", "outside")
    add(signed_in, plan, "Moss slip", "inside")
    steps = [one.step.code for one in calculate(plan.studio, plan).steps]
    assert steps == ["leather_hard", "coat", "coat", "dry", "bisque", "glaze", "glaze_firing"]
    add(signed_in, plan, "Chalk slip")
    steps = [one.step.code for one in calculate(plan.studio, plan).steps]
    laid = ["leather_hard", "coat", "coat", "shine", "coat"]
    assert steps == [*laid, "dry", "bisque", "glaze", "glaze_firing"]
    assert protocol_of(plan.studio, plan).stages


def test_a_face_without_coats_is_its_body(signed_in, plan):
    add(signed_in, plan, "Squall slip", "outside")
    _, inside = faces(plan)
    assert inside.rows == []
    page = words_of(signed_in.get(plan.get_absolute_url()))
    assert "No coats yet." in page.partition("Face: coats from the top")[2]


def test_sides_that_are_alike_are_one_face(signed_in, clay, glossy):
    made = planned(signed_in, clay, glaze=glossy.pk)
    add(signed_in, made, "Chalk slip")
    (only,) = faces(made)
    assert only.face.title == ""
    assert "Coats from the top" in words_of(signed_in.get(made.get_absolute_url()))


def test_a_plan_of_one_side_has_no_other(signed_in, clay, glossy, matt):
    made = planned(
        signed_in, clay, side="inside", glaze=glossy.pk, inside_clear="thin", inside_glaze=matt.pk
    )
    assert (made.inside_clear, made.inside_glaze) == ("", None)
    assert "side" not in signed_in.get(made.get_absolute_url()).context["form"].fields
    with pytest.raises(IntegrityError), transaction.atomic():
        SurfacePlan.objects.update(inside_clear="thin")
    with pytest.raises(IntegrityError), transaction.atomic():
        SurfacePlan.objects.update(side="both", inside_glaze=matt)


def test_an_unglazed_inside_has_no_glaze(signed_in, clay, glossy, matt):
    made = planned(signed_in, clay, glaze=glossy.pk, inside_clear="none", inside_glaze=matt.pk)
    assert made.inside_glaze is None
    assert "back Pier clear (glossy); face unglazed" in words_of(
        signed_in.get(made.get_absolute_url())
    )


def test_when_one_side_is_left_its_coats_are_all_of_it(signed_in, clay, plan, glossy):
    add(signed_in, plan, "Squall slip", "outside")
    changed = {**TILE, "body": clay.pk, "side": "inside", "glaze": glossy.pk}
    signed_in.post(f"{plan.get_absolute_url()}change/", changed)
    plan = SurfacePlan.objects.get()
    (only,) = faces(plan)
    assert names(only) == ["Squall slip"]
    assert only.rows[0].amount.slip_ml == pytest.approx(5.56, abs=0.01)


def test_a_coat_moves_past_those_of_its_own_side(signed_in, plan):
    for name, side in (("A", "outside"), ("B", "inside"), ("C", "outside"), ("D", "inside")):
        add(signed_in, plan, name, side)

    def move(name, **how):
        coat = PlannedCoat.objects.get(name=name)
        signed_in.post(f"/surface/coats/{coat.pk}/move/", how)

    move("A", up="yes")
    outside, inside = faces(plan)
    assert (names(outside), names(inside)) == (["A", "C"], ["D", "B"])
    move("A", up="no")
    move("D", to="0")
    outside, inside = faces(plan)
    assert (names(outside), names(inside)) == (["C", "A"], ["B", "D"])


def test_test_tiles_of_each_side_get_its_glaze_and_tell_its_colour(
    signed_in, user, plan, glossy, matt
):
    add(signed_in, plan, "Chalk slip")
    page = signed_in.get(f"{plan.get_absolute_url()}tiles/")
    form = page.context["form"]
    assert [title for _, title in form.fields["samples"].choices][::2] == [
        "Back: As planned",
        "Face: As planned",
    ]
    assert form["samples"].value() == ["outside_as_planned", "inside_as_planned"]
    sent = {
        **{"samples": form["samples"].value(), "count": "1", "mark": "100", "cone": "6"},
        **{"glazed": "yes", "trial_name": "Faces", "atmosphere": "oxidation"},
    }
    signed_in.post(f"{plan.get_absolute_url()}tiles/", {**sent, "request_key": uuid.uuid4()})
    outside, inside = Tile.objects.order_by("pk")
    assert (outside.glaze, inside.glaze) == (glossy, matt)
    firing = FiringFactory(studio=plan.studio, made_by=user)
    load_and_fire([outside, inside], firing)
    record_colour(outside, firing, "80, 1, 8", None, user)
    record_colour(inside, firing, "76, 1, 9", None, user)
    lightness = [one.rows[0].layer.lab.lightness for one in faces(plan)]
    assert lightness == [80, 76]


def test_a_coat_of_both_sides_has_one_bucket_form_on_the_page(signed_in, plan):
    add(signed_in, plan, "Chalk slip")
    content = signed_in.get(plan.get_absolute_url()).content.decode()
    assert content.count("On both sides. Its slip is told at the other.") == 1
