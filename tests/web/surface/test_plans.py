"""Surface plans: the stack of coats with its rules, colours, amounts, fit and waits."""

import html
import io
import re
import uuid

import pytest
from django.db import IntegrityError, connection, transaction
from django.test.utils import CaptureQueriesContext
from django.utils import timezone
from PIL import Image

from claycore.colour.notation import Lab
from claycore.surface.techniques import TECHNIQUES
from tests.factories import MaterialFactory
from tests.pages import words_of
from umberpot.mixing.leftovers.services import keep_leftover
from umberpot.mixing.models import Mix
from umberpot.shelf.models import Material
from umberpot.surface.models import PlannedCoat, SurfacePlan

BOWLS = {
    **{"name": "Ferry bowls", "shape": "bowl", "rim": "165", "height": "70", "pieces": "9"},
    **{"side": "inside", "technique": "sgraffito", "cone": "6"},
}
COAT = {
    **{"application": "brush", "coats": "2", "thickness_mm": "0.4", "specific_gravity": "1.6"},
    "onto": "leather_hard",
}


@pytest.fixture
def plan(signed_in, clay):
    signed_in.post("/surface/plans/new/", {**BOWLS, "body": clay.pk, "request_key": uuid.uuid4()})
    return SurfacePlan.objects.get()


def add(client, plan, **changed):
    return client.post(plan.get_absolute_url(), {**COAT, **changed}, follow=True)


@pytest.fixture
def kelp(signed_in, plan, two_stains):
    """A coat of a mix that was fired."""
    add(signed_in, plan, slip=f"mix-{finished(two_stains[1]).pk}")
    return PlannedCoat.objects.get()


def finished(tile):
    """The mix of a tile, as weighed out."""
    mix = tile.mix
    type(mix).objects.filter(pk=mix.pk).update(finished_at=timezone.now())
    return mix


def test_a_plan_says_its_area_and_begins_empty(signed_in, plan):
    page = words_of(signed_in.get(plan.get_absolute_url()))
    assert "9 bowls, inside: 3310 cm² of Ferry white, cone 6" in page
    assert "No coats yet." in page
    assert "Ferry bowls" in words_of(signed_in.get("/surface/"))


@pytest.mark.parametrize(
    ("changed", "expected"),
    [
        ({"rim": ""}, "Enter this measure."),
        ({"rim": "-4"}, "Length must be more than 0"),
        ({"dip_mm": "80"}, "The dip line is 80 mm below the rim"),
        ({"pieces": "0"}, "Enter from 1 to 10 000 pieces."),
        ({"shape": "teapot"}, "Choose one of"),
        ({"body": "999"}, "Choose a body of the shelf."),
        ({"name": ""}, "Fill in this field"),
    ],
)
def test_what_cannot_be_is_told_at_its_field_and_kept(signed_in, clay, changed, expected):
    sent = {**BOWLS, "body": clay.pk, "side": "outside", **changed}
    answer = signed_in.post("/surface/plans/new/", sent)
    assert answer.status_code == 400
    assert expected in words_of(answer)
    assert not SurfacePlan.objects.exists()


def test_a_double_click_makes_one_plan(signed_in, clay):
    sent = {**BOWLS, "body": clay.pk, "request_key": uuid.uuid4()}
    for _ in range(2):
        signed_in.post("/surface/plans/new/", sent)
    assert SurfacePlan.objects.count() == 1


def test_a_coat_has_its_fired_colour_its_amount_and_leads_to_its_mix(signed_in, plan, kelp):
    page = signed_in.get(plan.get_absolute_url())
    said = words_of(page)
    assert "Fired in Ferry white, cone 6, unglazed (A2)" in said
    assert "294 mL" in said  # 3310 cm² × 0.04 cm × 2 ÷ 0.9
    # 270.6 g dry in clay of 21.5 % water
    assert (
        "/mix/slip/?what=plastic&amp;plastic_mass=344.7&amp;water_pct=21.5" in page.content.decode()
    )


@pytest.mark.parametrize(
    ("lies", "link"),
    [
        ({"kind": "clay_body", "state": "dry"}, "/mix/slip/?what=slake&amp;dry_mass="),
        (
            {"kind": "clay_body", "state": "plastic", "water_pct": 25},
            "/mix/slip/?what=plastic&amp;plastic_mass=",
        ),
        (
            {"kind": "clay_body", "state": "plastic"},
            "/mix/dose/?clay=Plain&amp;state_was=dry&amp;mass=",
        ),
        (
            {"kind": "slip", "state": "slip", "specific_gravity": 1.4, "water_pct": 50},
            "/mix/slip/?what=bucket&amp;specific_gravity=1.4&amp;amount=",
        ),
    ],
)
def test_a_coats_slip_is_made_of_its_clay_as_that_lies(signed_in, studio, plan, lies, link):
    clay = MaterialFactory(studio=studio, name="Plain", **lies)
    add(signed_in, plan, slip=f"clay-{clay.pk}")
    page = signed_in.get(plan.get_absolute_url()).content.decode()
    assert link in page


def test_a_coat_that_was_never_fired_is_hatched_and_named(signed_in, plan):
    add(signed_in, plan, name="Slip from the market")
    page = signed_in.get(plan.get_absolute_url())
    assert "Its fired colour is not known." in words_of(page)
    assert 'fill="url(#hatched)"' in page.content.decode()
    assert "Make this slip" not in words_of(page)


def test_a_broken_rule_stands_at_its_coat_and_is_overruled_with_a_word(signed_in, plan, kelp):
    add(signed_in, plan, name="Late slip", onto="bisque")
    late = PlannedCoat.objects.get(name="Late slip")
    assert "Raw clay slip flakes off bisque ware" in words_of(
        signed_in.get(plan.get_absolute_url())
    )
    url = f"/surface/coats/{late.pk}/overrule/"
    signed_in.post(url, {"rule": "leather_hard", "because": "it is an engobe"})
    assert "Overruled: it is an engobe" in words_of(signed_in.get(plan.get_absolute_url()))
    signed_in.post(url, {"rule": "leather_hard", "because": ""})
    late.refresh_from_db()
    assert late.overruled == {}


def test_coats_change_places_and_leave(signed_in, plan):
    for name in ("low", "middle", "top"):
        add(signed_in, plan, name=name)

    def names():
        return list(plan.coats.values_list("name", flat=True))

    low = plan.coats.get(name="low")
    signed_in.post(f"/surface/coats/{low.pk}/move/", {"up": "yes"})
    assert names() == ["middle", "low", "top"]
    for _ in range(3):
        signed_in.post(f"/surface/coats/{low.pk}/move/", {"up": "no"})
    assert names() == ["low", "middle", "top"]
    signed_in.post(f"/surface/coats/{plan.coats.get(name='middle').pk}/remove/")
    assert list(plan.coats.values_list("name", "place")) == [("low", 0), ("top", 1)]


def test_a_thirteenth_coat_is_refused(signed_in, plan):
    for n in range(12):
        add(signed_in, plan, name=f"coat {n}")
    answer = add(signed_in, plan, name="one more")
    assert answer.status_code == 400
    assert "at most 12 coats" in words_of(answer)
    assert plan.coats.count() == 12


@pytest.mark.parametrize(
    ("changed", "expected"),
    [
        ({}, "Choose a slip, or enter the name of another."),
        ({"name": "x", "coats": "0"}, "Enter from 1 to 12 coats."),
        ({"name": "x", "thickness_mm": "0"}, "Coat thickness must be more than 0"),
        ({"name": "x", "specific_gravity": "1"}, "Specific gravity must be more than 1"),
        ({"slip": "mix-99999"}, "Choose a slip"),
    ],
)
def test_a_coat_that_cannot_be_is_told(signed_in, plan, changed, expected):
    answer = add(signed_in, plan, **changed)
    assert answer.status_code == 400
    assert expected in words_of(answer)
    assert not plan.coats.exists()


def test_slip_and_body_that_were_not_measured_lead_to_bars(signed_in, studio, plan):
    other = MaterialFactory(studio=studio, name="Canal bank", kind="dug_clay")
    add(signed_in, plan, slip=f"clay-{other.pk}")
    page = words_of(signed_in.get(plan.get_absolute_url()))
    assert "Fit unknown: the shrinkage of Ferry white has not been measured." in page
    assert "Plan bars of Ferry white" in page


def test_slip_and_body_are_held_against_each_other_by_their_bars(signed_in, tested):
    body = tested("Harbour buff", [("6", 11.0, 2.0)], kind="clay_body")
    slip = tested("Canal bank", [("6", 17.0, 2.0)], drying=9.0)
    signed_in.post("/surface/plans/new/", {**BOWLS, "body": body.pk})
    add(signed_in, SurfacePlan.objects.get(), slip=f"clay-{slip.pk}")
    page = words_of(signed_in.get(SurfacePlan.objects.get().get_absolute_url()))
    assert "Drying shrinkage of slip and body: 3" in page
    assert "the inlay or slip shrinks more and may craze and flake" in page


def test_a_bucket_says_the_slip_it_needs_or_that_the_piece_is_too_wide(signed_in, plan):
    url = plan.get_absolute_url()
    assert "of slip" in words_of(signed_in.get(url, {"bucket": "260"}))
    assert "165 mm across" in words_of(signed_in.get(url, {"bucket": "160"}))
    assert "not a number" in words_of(signed_in.get(url, {"bucket": "wide"}))


def test_the_waits_follow_from_the_coats(signed_in, plan, kelp):
    page = words_of(signed_in.get(plan.get_absolute_url()))
    waits = page.split("Steps")[1].split("Dipping")[0]
    assert waits.count("Until the shine goes off 10–60 min") == 1
    assert "Until firm enough to scratch 30 min to 3 hours" in waits


def test_a_scratched_face_shows_what_the_depth_reveals(signed_in, plan, kelp, fired_tile):
    fired_tile("&add=Kelp:0", "88, 0, 8")
    url = plan.get_absolute_url()
    deep = words_of(signed_in.get(url))
    assert "At 1.1 mm the line shows Ferry white, ΔE" in deep
    assert "lighter than the top coat" in deep
    shallow = words_of(signed_in.get(url, {"depth": "0.5"}))
    assert "At 0.5 mm the tool stays in 6 % Kelp in Ferry white: no line shows." in shallow
    wrong = words_of(signed_in.get(url, {"depth": "-2"}))
    assert "Depth must be more than 0 mm" in wrong


def test_the_same_plan_draws_the_same_face(signed_in, plan, kelp):
    url = f"{plan.get_absolute_url()}face/"
    faces = {signed_in.get(url).content.decode() for _ in range(2)}
    assert len(faces) == 1
    assert 'stroke="url(#hatched)"' in faces.pop()  # the body was not fired


def test_a_body_that_was_not_fired_claims_no_contrast(signed_in, plan, kelp):
    page = words_of(signed_in.get(plan.get_absolute_url()))
    assert "Its contrast is not known: a fired colour is missing." in page


@pytest.fixture
def board(signed_in, plan, two_stains):
    """A feathered plan: a base of one stain, trails of the other and of an unknown slip."""
    SurfacePlan.objects.update(technique="feathered")
    for tile in (two_stains[1], two_stains[4]):
        add(signed_in, plan, slip=f"mix-{finished(tile).pk}")
    add(signed_in, plan, name="Slip from the market")
    return plan


def test_a_feathered_board_is_a_picture_of_the_fired_colours(signed_in, board):
    page = signed_in.get(board.get_absolute_url())
    said = words_of(page)
    assert "6 % Kelp in Ferry white 50 %, 6 % Rust in Ferry white 25 %" in said
    src = html.unescape(re.search(r'src="(/surface/plans/[^"]+)"', page.content.decode())[1])
    shown = signed_in.get(src)
    picture = Image.open(io.BytesIO(shown.content)).convert("RGB")
    colours = {"#{:02x}{:02x}{:02x}".format(*rgb) for _, rgb in picture.getcolors()}
    assert {Lab(56, -17, 9).hex, Lab(54, 22, 28).hex} <= colours
    assert len(shown.content) < 200_000
    assert signed_in.get(src).content == shown.content


def test_strokes_that_cannot_be_are_told_and_draw_nothing(signed_in, board):
    page = words_of(signed_in.get(board.get_absolute_url(), {"strokes": "99"}))
    assert "Enter from 0 to 60 strokes." in page
    answer = signed_in.get(f"{board.get_absolute_url()}face/", {"strokes": "99"})
    assert answer.status_code == 404


def test_a_board_without_trails_says_what_is_missing(signed_in, plan):
    SurfacePlan.objects.update(technique="feathered")
    assert "Add at least one slip to pour or trail onto it." in words_of(
        signed_in.get(plan.get_absolute_url())
    )


def test_layers_sponged_back_show_more_of_the_lower_ones_the_more_they_are_wiped(signed_in, board):
    SurfacePlan.objects.update(technique="sponged_back")
    url = board.get_absolute_url()
    page = words_of(signed_in.get(url, {"wipes": "0"}))
    assert "Seen: Slip from the market 100 %." in page
    worn = words_of(signed_in.get(url, {"wipes": "30", "pressure": "hard", "sponge": "dirty"}))
    assert "Ferry white" in worn.split("Seen:")[1].split("greys them all")[0]
    clean, dirty = (
        signed_in.get(f"{url}face/", {"wipes": "9", "sponge": how}).content
        for how in ("clean", "dirty")
    )
    assert clean != dirty


def test_a_joggled_board_takes_tilts_one_by_one_and_gives_them_back(signed_in, board):
    SurfacePlan.objects.update(technique="joggled")
    url = board.get_absolute_url()
    page = signed_in.get(url, {"tilts": "right"})
    assert "After 1 tilt:" in words_of(page)
    assert "tilts=right+away" in page.content.decode()
    pictures = [
        signed_in.get(f"{url}face/", {"tilts": tilts}).content
        for tilts in ("right", "right away", "right", "")
    ]
    assert pictures[0] == pictures[2]
    assert len(set(pictures)) == 3
    assert "“up” is not a tilt." in words_of(signed_in.get(url, {"tilts": "right up"}))


def test_changing_the_shape_keeps_the_coats(signed_in, plan, kelp):
    changed = {**BOWLS, "shape": "tile", "width": "100", "length": "100", "thickness": "8"}
    signed_in.post(f"{plan.get_absolute_url()}change/", {**changed, "body": plan.body_id})
    plan.refresh_from_db()
    assert plan.measures == {"width": 100, "length": 100, "thickness": 8}
    assert plan.coats.count() == 1


def queries(client, url):
    with CaptureQueriesContext(connection) as counted:
        client.get(url)
    return len(counted)


def test_the_queries_do_not_grow_with_the_coats(signed_in, plan, kelp):
    before = queries(signed_in, plan.get_absolute_url())
    for _ in range(4):
        add(signed_in, plan, slip=f"mix-{kelp.mix_id}")
    assert queries(signed_in, plan.get_absolute_url()) == before


def test_the_list_shows_each_plan_cut_through_in_the_colours_its_page_has(signed_in, plan, kelp):
    shown = [
        re.findall(r'<g class="band-(\w+)" fill="([^"]+)"', signed_in.get(url).content.decode())
        for url in ("/surface/", plan.get_absolute_url())
    ]
    assert shown[0] == shown[1]
    assert [known for known, _ in shown[0]] == ["fired", "unknown"]


def test_the_queries_of_the_list_do_not_grow_with_plans_of_one_body(signed_in, plan, kelp):
    before = queries(signed_in, "/surface/")
    for name in ("Second bowls", "Third bowls"):
        order = {**BOWLS, "name": name, "body": plan.body_id, "request_key": uuid.uuid4()}
        signed_in.post("/surface/plans/new/", order)
        newest = SurfacePlan.objects.get(name=name)
        add(signed_in, newest, slip=f"mix-{kelp.mix_id}")
    assert queries(signed_in, "/surface/") == before


def test_the_database_takes_no_coat_of_nothing(plan):
    coat = {**COAT, "coats": 0, "studio": plan.studio, "plan": plan, "place": 0, "name": "x"}
    with pytest.raises(IntegrityError), transaction.atomic():
        PlannedCoat.objects.create(**coat)


def test_cautions_stand_for_what_is_done_and_for_what_is_in_the_slip(signed_in, plan, two_stains):
    add(signed_in, plan, slip=f"mix-{finished(two_stains[1]).pk}")
    page = words_of(signed_in.get(plan.get_absolute_url()))
    assert "Scratch and wipe while the slip is still damp" in page
    assert "Spray only in a vented booth" not in page
    assert "Cobalt." not in page
    Material.objects.filter(name="Kelp").update(hazards=["cobalt"])
    add(signed_in, plan, name="Mist", application="spray")
    page = words_of(signed_in.get(plan.get_absolute_url()))
    assert "Spray only in a vented booth" in page
    assert "Cobalt." in page


def test_a_coat_is_moved_to_a_place(signed_in, plan):
    for name in ("One", "Two", "Three", "Four"):
        add(signed_in, plan, name=name)

    def order():
        return [coat.name for coat in plan.coats.all()]

    first = plan.coats.first()
    signed_in.post(f"/surface/coats/{first.pk}/move/", {"to": "2"})
    assert order() == ["Two", "Three", "One", "Four"]
    signed_in.post(f"/surface/coats/{first.pk}/move/", {"to": "999"})
    assert order() == ["Two", "Three", "Four", "One"]
    signed_in.post(f"/surface/coats/{first.pk}/move/", {"to": "0"})
    assert order() == ["One", "Two", "Three", "Four"]


def test_only_a_rule_of_the_coat_can_be_overruled(signed_in, plan):
    add(signed_in, plan, name="One")
    url = f"/surface/coats/{plan.coats.get().pk}/overrule/"
    assert signed_in.post(url, {"rule": "no_such", "because": "x"}).status_code == 404
    assert signed_in.post(url, {"rule": "leather_hard", "because": "x"}).status_code == 302


def test_a_technique_is_picked_by_its_drawing(signed_in):
    page = signed_in.get("/surface/plans/new/").content.decode()
    assert page.count('<svg class="technique"') == len(TECHNIQUES)
    for entry in TECHNIQUES.values():
        assert f'value="{entry.code}"' in page
        assert entry.gloss in page


@pytest.mark.parametrize(
    ("shape", "side"), [("tile", "inside"), ("plate", "inside"), ("beaker", "outside")]
)
def test_the_usual_side_is_that_of_the_shape(signed_in, clay, shape, side):
    """A tile's back is no default."""
    sizes = {"rim": "90", "foot": "70", "height": "60", "width": "90", "length": "90"}
    sent = {**BOWLS, **sizes, "thickness": "9", "shape": shape, "side": "", "body": clay.pk}
    signed_in.post("/surface/plans/new/", {**sent, "request_key": uuid.uuid4()})
    assert SurfacePlan.objects.latest("pk").side == side


def test_slip_that_was_kept_is_told_at_its_coat(signed_in, plan, kelp, user):
    """What is left of the coat's own mix, kept as slip; clay that was kept plastic is none."""
    mix = PlannedCoat.objects.get(mix__isnull=False).mix
    keep_leftover(mix, 430, "slip", 52.0, user)
    code = Mix.objects.get(pk=mix.pk).leftover.supplier_code
    assert f"{code} 430 g in the bucket" in words_of(signed_in.get(plan.get_absolute_url()))
    keep_leftover(mix, 430, "plastic", 22.0, user)
    assert "430 g" not in words_of(signed_in.get(plan.get_absolute_url()))
