"""Test tiles of a plan: body, coats and glaze as planned, and their colour found again as that."""

import uuid

import pytest
from django.db import IntegrityError, connection, transaction
from django.test.utils import CaptureQueriesContext

from tests.factories import FiringFactory, MaterialFactory
from tests.pages import words_of
from umberpot.clays.bars import bars_by_clay
from umberpot.colours.find import library
from umberpot.colours.fired import fired_colours
from umberpot.kiln.services import load_and_fire
from umberpot.surface.models import SurfacePlan
from umberpot.tiles.models import Step, Tile, Trial
from umberpot.tiles.plain_colours import plain_colours
from umberpot.tiles.readings.services import record_colour
from umberpot.tiles.services import remake
from umberpot.tiles.stacks import Stack

PLAN = {
    **{"name": "Gull tiles", "shape": "tile", "width": "110", "length": "110", "thickness": "8"},
    **{"pieces": "6", "technique": "sgraffito", "cone": "6", "clear": "thin"},
}
COAT = {
    **{"application": "brush", "coats": "2", "thickness_mm": "0.3", "specific_gravity": "1.5"},
    "onto": "leather_hard",
}


@pytest.fixture
def dark(studio):
    return MaterialFactory(studio=studio, name="Peat")


@pytest.fixture
def pier(studio):
    return MaterialFactory(glaze=True, studio=studio, name="Pier clear", low_cone="5", top_cone="7")


@pytest.fixture
def plan(signed_in, dark, pier):
    return planned(signed_in, dark, pier)


def planned(client, body, glaze, **changed):
    """Two coats of a white and two of a blue, known by their names alone."""
    asked = {**PLAN, "body": body.pk, "glaze": glaze.pk, **changed}
    answer = client.post("/surface/plans/new/", {**asked, "request_key": uuid.uuid4()})
    assert answer.status_code == 302, words_of(answer)
    made = SurfacePlan.objects.latest("pk")
    for name in ("Chalk slip", "Squall slip"):
        client.post(made.get_absolute_url(), {**COAT, "name": name})
    return made


def tiles_page(plan):
    return f"{plan.get_absolute_url()}tiles/"


def make(client, plan, key=None, **changed):
    asked = {
        **{"samples": ["as_planned"], "count": "1", "mark": "100", "cone": "6", "glazed": "yes"},
        **{"glaze": plan.glaze_id, "trial_name": "Gulls", "atmosphere": "oxidation"},
        "request_key": key or uuid.uuid4(),
    }
    return client.post(tiles_page(plan), {**asked, **changed})


def fire(tiles, colour, user, **firing):
    fired_in = FiringFactory(studio=tiles[0].studio, made_by=user, **{"cone": "6", **firing})
    load_and_fire(tiles, fired_in)
    for tile in tiles:
        record_colour(tile, fired_in, colour, None, user)


def test_it_is_proposed_as_it_is_planned(signed_in, plan):
    form = signed_in.get(tiles_page(plan)).context["form"]
    assert form["samples"].value() == ["as_planned"]
    assert [code for code, _ in form.fields["samples"].choices] == ["as_planned", "other_count"]
    assert (form["cone"].value(), form["glazed"].value()) == ("6", "yes")
    assert form["glaze"].value() == plan.glaze_id


def test_a_tile_carries_body_coats_and_glaze(signed_in, plan, dark, pier):
    assert (
        make(signed_in, plan, samples=["as_planned", "other_count"], count="2").status_code == 302
    )
    tiles = Tile.objects.order_by("pk")
    assert [tile.made_of for tile in tiles] == [
        *["2 coats of Squall slip over 2 coats of Chalk slip on Peat"] * 2,
        *["1 coat of Squall slip over 2 coats of Chalk slip on Peat"] * 2,
    ]
    first = tiles[0]
    assert (first.mix, first.clay, first.body_name, first.surface) == (
        None,
        None,
        "Peat",
        "Pier clear",
    )
    assert first.step == Step.DRY
    assert [(one.name, one.coats, one.thickness_mm) for one in first.stack.coats.all()] == [
        ("Chalk slip", 2, 0.3),
        ("Squall slip", 2, 0.3),
    ]
    assert any("Peat" in line for line in first.inscription)


def test_two_presses_make_it_once(signed_in, plan):
    key = uuid.uuid4()
    answers = [make(signed_in, plan, key) for _ in range(2)]
    assert answers[0]["Location"] == answers[1]["Location"]
    assert (Tile.objects.count(), Trial.objects.count()) == (1, 1)


def test_what_was_fired_stays_what_it_was_when_the_plan_changes(signed_in, plan):
    make(signed_in, plan)
    (lowest, _) = plan.coats.order_by("place")
    signed_in.post(f"/surface/coats/{lowest.pk}/remove/")
    assert Tile.objects.get().made_of.startswith("2 coats of Squall slip over 2 coats of Chalk")
    page = words_of(signed_in.get(plan.get_absolute_url()))
    assert "Not made yet" in page, "the plan as it is now has no tile"
    make(signed_in, plan)
    assert Stack.objects.count() == 2


def test_the_same_coats_are_one_stack_whatever_plan_they_are_of(signed_in, plan, dark, pier):
    make(signed_in, plan)
    again = planned(signed_in, dark, pier, name="Gull shelf")
    make(signed_in, again)
    assert Stack.objects.count() == 1
    page = words_of(signed_in.get(again.get_absolute_url()))
    assert all(tile.code in page for tile in Tile.objects.all())


def test_its_colour_is_found_again_as_that(signed_in, studio, user, plan):
    make(signed_in, plan)
    tile = Tile.objects.get()
    fire([tile], "44, -2, -20", user)
    page = words_of(signed_in.get(plan.get_absolute_url()))
    assert f"Fired as planned on Peat, cone 6, Pier clear ({tile.code})" in page
    found = words_of(signed_in.get("/results/find/", {"want": "44, -2, -20"}))
    assert "2 coats of Squall slip over 2 coats of Chalk slip on Peat, cone 6, Pier clear" in found
    wall = words_of(signed_in.get("/results/wall/", {"codes": tile.code}))
    assert "Squall slip" in wall


@pytest.mark.parametrize(
    "changed",
    [{"cone": "8"}, {"clear": "none"}, {"technique": "coats", "glaze": None}, {"thick": "0.5"}],
)
def test_under_anything_else_its_colour_is_not_known(signed_in, user, plan, dark, pier, changed):
    make(signed_in, plan)
    fire([Tile.objects.get()], "44, -2, -20", user)
    other = {name: value for name, value in changed.items() if name in PLAN or name == "glaze"}
    asked = {**PLAN, "name": "Other", "body": dark.pk, "glaze": pier.pk, **other}
    asked = {name: "" if value is None else value for name, value in asked.items()}
    signed_in.post("/surface/plans/new/", {**asked, "request_key": uuid.uuid4()})
    made = SurfacePlan.objects.latest("pk")
    for name in ("Chalk slip", "Squall slip"):
        thick = changed.get("thick", COAT["thickness_mm"])
        signed_in.post(made.get_absolute_url(), {**COAT, "name": name, "thickness_mm": thick})
    page = words_of(signed_in.get(made.get_absolute_url()))
    assert "Fired as planned" not in page


def test_bare_and_known_is_under_the_glaze_not_known_yet(signed_in, user, plan):
    make(signed_in, plan, glazed="no")
    fire([Tile.objects.get()], "48, -2, -18", user)
    page = words_of(signed_in.get(plan.get_absolute_url()))
    assert "Under Pier clear: not known yet." in page
    assert "Unglazed: Fired as planned on Peat, cone 6, unglazed" in page


def test_half_of_it_unglazed_says_both(signed_in, user, plan):
    make(signed_in, plan, glazed="half")
    tile = Tile.objects.get()
    firing = FiringFactory(studio=tile.studio, made_by=user)
    load_and_fire([tile], firing)
    record_colour(tile, firing, "44, -2, -20", None, user)
    record_colour(tile, firing, "48, -2, -18", None, user, of_bare_half=True)
    page = words_of(signed_in.get(plan.get_absolute_url()))
    assert "Fired as planned on Peat, cone 6, Pier clear" in page
    said = words_of(signed_in.get(f"/results/trials/{tile.trial_id}/"))
    assert "2 coats of Squall slip over 2 coats of Chalk slip: Pier clear deepens" in said


def test_it_tells_nothing_of_the_body_alone(signed_in, studio, user, plan, dark):
    """Its colour, its shrinkage and its absorption are those of coats on a body."""
    make(signed_in, plan, glazed="no")
    tile = Tile.objects.get()
    fire([tile], "48, -2, -18", user)
    assert plain_colours(studio, [dark.pk]) == {}
    (one,) = fired_colours(Tile.objects.filter(pk=tile.pk).with_history())
    assert not one.is_plain
    assert library.conditions_of(studio) == []
    assert library.tested_under(studio, one.conditions).clay is None
    assert bars_by_clay(studio, [dark]) == {dark.pk: []}


def test_slabs_of_agate_have_tiles_of_their_clays(signed_in, dark, pier):
    made = planned(signed_in, dark, pier, technique="agate")
    answer = signed_in.get(tiles_page(made), follow=True)
    assert "Slabs are tested as tiles of their clays." in words_of(answer)
    assert "Make test tiles" not in words_of(answer)


def test_bad_input_is_told_and_nothing_is_made(signed_in, plan):
    for changed, field in (
        ({"samples": []}, "samples"),
        ({"samples": ["gold"]}, "samples"),
        ({"count": "0"}, "count"),
        ({"count": "many"}, "count"),
        ({"trial_name": ""}, "trial_name"),
        ({"glaze": "999999"}, "glaze"),
    ):
        answer = make(signed_in, plan, **changed)
        assert answer.status_code == 400
        assert field in answer.context["form"].errors
    assert not Tile.objects.exists()
    assert not Stack.objects.exists()


def test_made_again_it_carries_the_same_and_is_made_on_its_page(signed_in, user, plan):
    make(signed_in, plan)
    tile = Tile.objects.get()
    again = remake(tile, user)
    assert (again.made_of, again.surface, again.step) == (tile.made_of, tile.surface, Step.MAKE)
    assert "Made and labelled" in words_of(signed_in.get(f"/tiles/{again.code}/"))
    signed_in.post(f"/tiles/{again.code}/made/")
    again.refresh_from_db()
    assert again.step == Step.DRY
    assert again.shaped_at is not None


def test_a_tile_is_of_one_thing(signed_in, plan, dark):
    make(signed_in, plan)
    with pytest.raises(IntegrityError), transaction.atomic():
        Tile.objects.update(clay=dark)
    with pytest.raises(IntegrityError), transaction.atomic():
        Tile.objects.update(stack=None)


def test_a_plan_is_read_in_as_many_queries_for_many_tiles_as_for_few(signed_in, user, plan):
    make(signed_in, plan)
    fire([Tile.objects.get()], "48, -2, -18", user)
    signed_in.get(plan.get_absolute_url())
    with CaptureQueriesContext(
        connection,
    ) as few:
        signed_in.get(plan.get_absolute_url())
    make(signed_in, plan, count="8")
    fire(list(Tile.objects.filter(loadings=None)), "48, -2, -18", user)
    with CaptureQueriesContext(connection) as many:
        signed_in.get(plan.get_absolute_url())
    assert len(many) <= len(few)


def test_the_words_of_the_longest_stack_fit(signed_in, plan):
    """An archive takes in no words that are longer than their column."""
    plan.coats.all().delete()
    for number in range(12):
        signed_in.post(plan.get_absolute_url(), {**COAT, "name": f"{number:02d}".ljust(120, "x")})
    assert plan.coats.count() == 12
    make(signed_in, plan)
    Stack.objects.get().full_clean()
