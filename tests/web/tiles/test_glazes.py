"""A tile says which glaze it has, and what is compared holds two glazes apart."""

import uuid
from datetime import date

import pytest
from django.db import IntegrityError, transaction

from tests.factories import FiringFactory, MaterialFactory
from tests.pages import words_of
from umberpot.colours.find import library
from umberpot.colours.noise import studio_record
from umberpot.kiln.services import load_and_fire
from umberpot.library.beside.repeats import repeats
from umberpot.tiles.models import Tile, Trial
from umberpot.tiles.pieces import PieceSpec
from umberpot.tiles.readings.services import record_colour
from umberpot.tiles.services import TileOrder, make_tiles, remake


@pytest.fixture
def pier(studio):
    return MaterialFactory(
        glaze=True, studio=studio, name="Pier clear", low_cone="5", top_cone="7", zinc="no"
    )


@pytest.fixture
def fog(studio):
    return MaterialFactory(glaze=True, studio=studio, name="Fog matt", zinc="yes")


@pytest.fixture
def mix(studio, make_mix, weigh):
    MaterialFactory(stain=True, studio=studio, name="Wharf Rose")
    mix = make_mix("clay=Ferry white&state=dry&mass=80&unit=g&add=Wharf Rose:7")
    return weigh(mix, 80, 5.6)


@pytest.fixture
def fired(studio, user, mix):
    """Makes, fires and reads a tile of one mix; under a glaze, or with none."""
    trial = Trial.objects.create(
        studio=studio, name="Rose", ware="stoneware", school="strict", made_by=user
    )

    def make(colour, glaze=None, glazed=False, firing=None, bare=""):
        firing = firing or FiringFactory(studio=studio, made_by=user)
        piece = PieceSpec(100, "6", glazed or bool(glaze), bool(bare), glaze and glaze.pk)
        (tile,) = make_tiles(mix, trial, TileOrder(1, piece, uuid.uuid4()), user)
        load_and_fire([tile], firing)
        record_colour(tile, firing, colour, None, user)
        if bare:
            record_colour(tile, firing, bare, None, user, of_bare_half=True)
        return tile

    return make


MAKE = {"count": 1, "mark": "100", "cone": "6", "glazed": "yes", "trial_name": "Rose"}


def made(client, mix, **changed):
    return client.post(f"/tiles/make/{mix.pk}/", {**MAKE, **changed})


def test_a_glazed_tile_says_which_glaze(signed_in, mix, pier):
    assert made(signed_in, mix, glaze=pier.pk).status_code == 302
    tile = Tile.objects.get()
    assert (tile.glaze, tile.surface) == (pier, "Pier clear")
    assert "Pier clear" in words_of(signed_in.get(f"/tiles/{tile.code}/"))


def test_a_tile_whose_glaze_nobody_named_says_so(signed_in, mix):
    made(signed_in, mix)
    assert Tile.objects.get().surface == "glaze not named"


def test_half_a_tile(signed_in, mix, pier):
    made(signed_in, mix, glazed="half", glaze=pier.pk)
    assert Tile.objects.get().surface == "Pier clear, one half unglazed"


def test_an_unglazed_tile_has_no_glaze_whatever_was_chosen(signed_in, mix, pier):
    made(signed_in, mix, glazed="no", glaze=pier.pk)
    tile = Tile.objects.get()
    assert (tile.glaze, tile.surface) == (None, "unglazed")
    with pytest.raises(IntegrityError), transaction.atomic():
        Tile.objects.update(glaze=pier)


def test_only_a_glaze_of_the_own_shelf_is_taken(signed_in, mix, clay, blue):
    foreign = MaterialFactory(glaze=True)
    for other in (foreign, clay, blue):
        answer = made(signed_in, mix, glaze=other.pk)
        assert answer.status_code == 400
        assert answer.context["form"].errors["glaze"] == ["Choose a glaze of the shelf."]


def test_an_archived_glaze_stays_on_its_tiles_and_is_offered_no_more(signed_in, mix, pier):
    made(signed_in, mix, glaze=pier.pk)
    signed_in.post(f"/shelf/{pier.pk}/retire/")
    assert Tile.objects.get().surface == "Pier clear"
    form = signed_in.get(f"/tiles/make/{mix.pk}/").context["form"]
    assert pier not in form.fields["glaze"].queryset
    assert form["glaze"].value() is None


def test_the_glaze_of_the_latest_tiles_is_proposed(signed_in, mix, pier, fog):
    made(signed_in, mix, glaze=pier.pk)
    made(signed_in, mix, glaze=fog.pk, trial_name="Next")
    assert signed_in.get(f"/tiles/make/{mix.pk}/").context["form"]["glaze"].value() == fog.pk


@pytest.mark.parametrize(("cone", "said"), [("10", "may run onto the shelf"), ("6", "")])
def test_a_cone_its_glaze_is_not_made_for_is_told_before_the_firing(
    signed_in, mix, pier, cone, said
):
    made(signed_in, mix, glaze=pier.pk, cone=cone)
    page = words_of(signed_in.get(f"/tiles/trials/{Trial.objects.get().pk}/"))
    assert (said in page) if said else "is made for cones" not in page


def test_one_recipe_under_two_glazes_is_told_apart(signed_in, fired, pier, fog):
    fired("70, 20, 8")
    fired("69.8, 20.4, 8.2", pier)
    fired("70, 6, 13", fog)
    page = words_of(signed_in.get(f"/results/trials/{Trial.objects.get().pk}/"))
    assert "7 % Wharf Rose: Fog matt mutes the colour" in page
    assert "7 % Wharf Rose: Pier clear changes nothing visible" in page
    assert "7 % Wharf Rose under Fog matt and under Pier clear: they look different" in page
    assert "Fog matt contains zinc" in page
    assert "Does Pier clear contain zinc" not in page


def test_the_same_recipe_under_another_glaze_has_not_drifted(studio, fired, pier, fog):
    days = [FiringFactory(studio=studio, fired_on=date(2026, 3, day)) for day in (1, 8, 15)]
    for glaze, colour, firing in zip(
        (pier, fog, pier), ("70, 20, 8", "70, 6, 13", "70.2, 20, 8"), days, strict=True
    ):
        fired(colour, glaze, firing=firing)
    (found,) = repeats(studio)
    assert found.title.endswith("cone 6, Pier clear")
    assert len(found.row.swatches) == 2
    assert "the recipe has drifted" not in found.summary


def test_equal_tiles_are_equal_under_one_glaze_only(studio, fired, pier, fog):
    fired("70, 20, 8", pier)
    fired("70, 6, 13", fog)
    assert studio_record(studio).total.degrees == 0
    fired("70.4, 20, 8", pier)
    assert studio_record(studio).total.degrees == 1


def test_what_is_known_under_one_glaze_is_not_known_under_another(studio, fired, pier, fog):
    fired("70, 20, 8", pier, bare="71, 18, 8")
    fired("66, 6, 13", fog)
    fired("60, 6, 13", glazed=True)
    under = {one.surface: one for one, _ in library.conditions_of(studio)}
    assert set(under) == {"unglazed", "Pier clear", "Fog matt", "glaze not named"}
    for surface, lightness in (
        *(("unglazed", 71), ("Pier clear", 70), ("Fog matt", 66), ("glaze not named", 60)),
    ):
        (only,) = library.tested_under(studio, under[surface]).tiles
        assert only.lab.lightness == lightness
    assert len({one.key for one in under.values()}) == 4


def test_replicates_are_of_one_glaze(signed_in, fired, pier, fog):
    fired("70, 20, 8", pier)
    fired("66, 6, 13", fog)
    batches = signed_in.get(f"/results/trials/{Trial.objects.get().pk}/").context["batches"]
    assert [batch.title for batch in batches] == [
        "7 % Wharf Rose, cone 6, Fog matt",
        "7 % Wharf Rose, cone 6, Pier clear",
    ]


def test_a_stains_page_shows_it_unglazed_and_under_each_glaze(signed_in, fired, pier, fog, mix):
    fired("70, 20, 8", pier, bare="71, 18, 8")
    fired("66, 6, 13", fog)
    stain = mix.parts.get(name="Wharf Rose").material
    page = words_of(signed_in.get(f"/shelf/{stain.pk}/"))
    at = [page.index(f"{surface} ") for surface in ("unglazed", "Fog matt", "Pier clear")]
    assert at == sorted(at)
    assert "Ferry white, cone 6" in page


def test_tiles_are_found_by_their_glaze(signed_in, fired, pier):
    tile = fired("70, 20, 8", pier)
    other = fired("70, 20, 8")
    answer = signed_in.get("/go/", {"kind": "tile", "q": "", "material": "pier clear"})
    page = words_of(answer)
    assert tile.code in page
    assert other.code not in page


def test_a_tile_made_again_has_the_same_glaze(fired, pier):
    tile = fired("70, 20, 8", pier)
    again = remake(tile, tile.made_by)
    assert again.surface == "Pier clear"
