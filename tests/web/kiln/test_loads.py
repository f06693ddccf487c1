"""Loads: packed, moved by hand, fired; and nothing lost on the way."""

import re
import uuid

import pytest
from django.db import IntegrityError, connection, transaction
from django.test.utils import CaptureQueriesContext

from claycore.firing.loading.by_hand import obstacle
from tests.factories import FiringFactory, KilnFactory
from tests.pages import words_of
from umberpot.firings.models import Firing
from umberpot.kiln.models import Load, LoadedPiece
from umberpot.kiln.models.loads import LoadState
from umberpot.kiln.services import load_and_fire
from umberpot.tiles.models import Step, Tile

ORDER = {"mark": "100", "cone": "6", "glazed": "no"}
FIRE = {"cone": "6", "fired_on": "2026-11-20", "note": ""}


@pytest.fixture
def dry_tiles(signed_in, make_mix, weigh):
    """Makes tiles of a new mix that are dry and wait for cone 6."""

    def make(count, trial="Ramp"):
        mix = weigh(make_mix(), 80, 8)
        last = Tile.objects.order_by("pk").last()
        found = Tile.objects.filter(trial__name=trial).first()
        where = {"trial": found.trial_id} if found else {"trial_name": trial}
        order = {**ORDER, **where, "count": count, "request_key": uuid.uuid4()}
        signed_in.post(f"/tiles/make/{mix.pk}/", order)
        made = Tile.objects.filter(pk__gt=last.pk if last else 0)
        made.update(step=Step.FIRE)
        return list(made)

    return make


@pytest.fixture
def kiln(studio):
    return KilnFactory(studio=studio)


@pytest.fixture
def planned(signed_in, kiln, dry_tiles):
    """A load of two recipes, each three times, to learn the kiln by."""
    dry_tiles(3)
    dry_tiles(3)
    signed_in.post("/kiln/loads/new/", {"cone": "6", "kiln": kiln.pk, "arrangement": "learn"})
    return Load.objects.get()


def places(load):
    return {piece.name: (piece.shelf, piece.x_mm, piece.y_mm) for piece in load.pieces.all()}


def post(client, load, piece, do, **values):
    return client.post(
        f"/kiln/loads/{load.pk}/pieces/{piece.pk}/",
        {"do": do, **values},
        headers={"hx-request": "true"},
    )


def test_all_that_wait_are_packed_and_equal_pieces_are_spread(planned):
    tiles = planned.pieces.exclude(tile=None)
    assert tiles.count() == 6
    for mix in tiles.values_list("tile__mix", flat=True).distinct():
        shelves = tiles.filter(tile__mix=mix).values_list("shelf", flat=True)
        assert sorted(shelves) == [0, 1, 2]
    for shelf in range(3):
        stood = list(planned.pieces.filter(shelf=shelf))
        assert [piece.tile for piece in stood].count(None) == 1
        for piece in stood:
            others = [other.placed for other in stood if other != piece]
            assert obstacle(planned.kiln.shelf, piece.placed, others) is None


def test_to_compare_they_stand_on_as_few_shelves_as_fit(signed_in, kiln, dry_tiles):
    """What is planned where nothing was chosen; another choice packs it again."""
    for _ in range(2):
        dry_tiles(3)
    signed_in.post("/kiln/loads/new/", {"cone": "6", "kiln": kiln.pk})
    load = Load.objects.get()
    tiles = load.pieces.exclude(tile=None)
    assert set(tiles.values_list("shelf", flat=True)) == {0}
    signed_in.post(f"/kiln/loads/{load.pk}/pack/", {"arrangement": "learn"})
    assert set(tiles.values_list("shelf", flat=True)) == {0, 1, 2}
    signed_in.post(f"/kiln/loads/{load.pk}/pack/", {"arrangement": "nonsense"})
    assert set(tiles.values_list("shelf", flat=True)) == {0, 1, 2}


def test_only_those_that_were_chosen(signed_in, kiln, dry_tiles):
    tiles = dry_tiles(3)
    signed_in.post("/kiln/loads/new/", {"cone": "6", "kiln": kiln.pk, "tile": [tiles[1].pk]})
    assert [piece.tile for piece in LoadedPiece.objects.exclude(tile=None)] == [tiles[1]]


def test_a_second_click_plans_no_second_load(signed_in, kiln, dry_tiles):
    dry_tiles(2)
    form = {"cone": "6", "kiln": kiln.pk, "request_key": uuid.uuid4()}
    first = signed_in.post("/kiln/loads/new/", form)
    again = signed_in.post("/kiln/loads/new/", form)
    assert first["Location"] == again["Location"]
    assert Load.objects.count() == 1


def test_nothing_waiting_is_said_at_the_cone(signed_in, kiln):
    page = signed_in.post("/kiln/loads/new/", {"cone": "10", "kiln": kiln.pk})
    assert page.status_code == 400
    assert "Nothing is waiting for this cone." in words_of(page)


def test_what_stands_in_a_load_is_not_offered_again(signed_in, planned):
    page = words_of(signed_in.get("/kiln/"))
    assert "Cone 6 in Quay kiln: 6 pieces on 3 shelves" in page
    assert "Nothing else is waiting to be fired" in page


def test_a_piece_moved_by_hand_is_locked_and_keeps_its_place(signed_in, planned):
    piece = planned.pieces.exclude(tile=None).first()
    LoadedPiece.objects.filter(load=planned, shelf=2).exclude(pk=piece.pk).delete()
    post(signed_in, planned, piece, "move", shelf=2, x=-60, y=-22.5)
    signed_in.post(f"/kiln/loads/{planned.pk}/pack/")
    piece.refresh_from_db()
    assert (piece.shelf, piece.x_mm, piece.y_mm, piece.locked) == (2, -60, -22.5, True)


def test_a_piece_is_not_put_into_another_nor_off_the_shelf(signed_in, planned):
    piece, other = planned.pieces.exclude(tile=None).filter(shelf=0)[:2]
    before = places(planned)
    near = post(signed_in, planned, piece, "move", shelf=0, x=other.x_mm + 9, y=other.y_mm)
    assert f"{piece.name} was not moved: too near another piece." in words_of(near)
    off = post(signed_in, planned, piece, "move", shelf=0, x=150, y=150)
    assert "too near the edge of the shelf" in words_of(off)
    for nonsense in ({"shelf": 7, "x": 0, "y": 0}, {"shelf": 0, "x": "nan", "y": "?"}, {}):
        assert "was not moved" in words_of(post(signed_in, planned, piece, "move", **nonsense))
    assert places(planned) == before


def test_a_piece_goes_to_a_shelf_to_the_tray_and_out(signed_in, planned):
    piece = planned.pieces.exclude(tile=None).filter(shelf=0).first()
    post(signed_in, planned, piece, "shelf-1")
    piece.refresh_from_db()
    assert (piece.shelf, piece.locked) == (1, True)
    post(signed_in, planned, piece, "unlock")
    post(signed_in, planned, piece, "tray")
    piece.refresh_from_db()
    assert (piece.shelf, piece.locked) == (None, False)
    assert "1 piece in the tray needs one more firing." in words_of(
        signed_in.get(f"/kiln/loads/{planned.pk}/")
    )
    post(signed_in, planned, piece, "remove")
    assert piece.tile not in Tile.objects.exclude(loaded=None)


def test_pieces_too_tall_for_the_posts_and_shelves_too_many_for_the_kiln_are_told(
    signed_in, planned, kiln
):
    address = f"/kiln/loads/{planned.pk}/"
    assert "posts" not in words_of(signed_in.get(address))
    type(kiln).objects.update(post_height_mm=40, usable_height_mm=50)
    size = {"length": 120, "width": 45, "thickness": 8, "on_edge": "on"}
    signed_in.post(f"{address}sizes/{planned.pieces.exclude(tile=None)[0].tile.trial_id}/", size)
    said = words_of(signed_in.get(address))
    assert "stands 49 mm high, and the posts are 40 mm" in said
    assert "the usable height is 50 mm" in said


def test_a_rule_that_does_not_hold_is_named(signed_in, planned):
    moved = planned.pieces.exclude(tile=None).filter(shelf=0).first()
    page = words_of(post(signed_in, planned, moved, "shelf-1"))
    assert "The tiles of “Ramp” do not all stand on one shelf." in page
    assert "Identical pieces of “Ramp” are not spread evenly." in page


def test_larger_pieces_need_more_firings(signed_in, planned):
    trial = planned.pieces.exclude(tile=None).first().tile.trial
    sizes = {"length": "260", "width": "200", "thickness": "10"}
    signed_in.post(f"/kiln/loads/{planned.pk}/sizes/{trial.pk}/", sizes)
    page = words_of(signed_in.get(f"/kiln/loads/{planned.pk}/"))
    assert "3 of 6 pieces on 3 shelves. 3 pieces in the tray need one more firing." in page
    signed_in.post(f"/kiln/loads/{planned.pk}/sizes/{trial.pk}/", {**sizes, "on_edge": "on"})
    page = words_of(signed_in.get(f"/kiln/loads/{planned.pk}/"))
    assert "6 of 6 pieces" in page
    refused = signed_in.post(
        f"/kiln/loads/{planned.pk}/sizes/{trial.pk}/", {**sizes, "width": "0"}, follow=True
    )
    assert "Width: sizes must be from 1 to 5000 mm." in words_of(refused)


def test_firing_a_load_keeps_where_every_piece_stood(signed_in, planned):
    post(signed_in, planned, planned.pieces.exclude(tile=None).first(), "tray")
    standing = {p.tile_id: (p.shelf, p.x_mm, p.y_mm) for p in planned.pieces.exclude(tile=None)}
    waits = planned.pieces.get(shelf=None).tile
    signed_in.post(f"/kiln/loads/{planned.pk}/fire/", FIRE)
    firing = Firing.objects.get()
    assert firing.kiln == planned.kiln
    del standing[waits.pk]
    assert {o.tile_id: (o.shelf, o.x_mm, o.y_mm) for o in firing.loadings.all()} == standing
    waits.refresh_from_db()
    assert (waits.step, LoadedPiece.objects.count()) == (Step.FIRE, 0)
    signed_in.post(f"/kiln/loads/{planned.pk}/fire/", FIRE)
    assert Firing.objects.count() == 1
    assert signed_in.get(f"/kiln/loads/{planned.pk}/")["Location"] == f"/kiln/{firing.pk}/"


def test_a_load_with_nothing_on_its_shelves_is_not_fired(signed_in, planned):
    for piece in planned.pieces.exclude(tile=None):
        post(signed_in, planned, piece, "tray")
    page = signed_in.post(f"/kiln/loads/{planned.pk}/fire/", FIRE)
    assert page.status_code == 400
    assert "Nothing stands on a shelf yet." in words_of(page)


def test_a_cancelled_load_gives_its_pieces_back(signed_in, planned):
    piece = planned.pieces.exclude(tile=None).first()
    signed_in.post(f"/kiln/loads/{planned.pk}/cancel/")
    planned.refresh_from_db()
    assert (planned.state, planned.pieces.count()) == (LoadState.CANCELLED, 0)
    assert "Waiting for cone 6" in words_of(signed_in.get("/kiln/"))
    late = post(signed_in, planned, piece, "tray")
    assert "This piece is no longer in this load." in words_of(late)
    again = signed_in.post(f"/kiln/loads/{planned.pk}/pack/", follow=True)
    assert "already fired or cancelled" in words_of(again)


def test_a_tile_fired_another_way_leaves_its_load(planned, studio):
    piece = planned.pieces.exclude(tile=None).first()
    load_and_fire([piece.tile], FiringFactory(studio=studio))
    assert not LoadedPiece.objects.filter(tile=piece.tile).exists()


def test_what_came_to_wait_meanwhile_is_added(signed_in, planned, dry_tiles):
    dry_tiles(2, "Later")
    assert "Add 2 more waiting" in words_of(signed_in.get(f"/kiln/loads/{planned.pk}/"))
    signed_in.post(f"/kiln/loads/{planned.pk}/pack/", {"add": "all"})
    assert planned.pieces.exclude(tile=None).count() == 8


def test_pieces_not_found_dry_are_held_back(signed_in, kiln, dry_tiles):
    for tile in dry_tiles(2, "Damp"):
        Tile.objects.filter(pk=tile.pk).update(step=Step.DRY)
    page = words_of(signed_in.get("/kiln/"))
    assert "Not bone dry yet" in page
    assert "Damp 2 pieces" in page


def test_the_database_refuses_half_a_place_and_a_tile_twice(planned):
    piece = planned.pieces.exclude(tile=None).first()
    with pytest.raises(IntegrityError), transaction.atomic():
        LoadedPiece.objects.filter(pk=piece.pk).update(x_mm=None)
    with pytest.raises(IntegrityError), transaction.atomic():
        LoadedPiece.objects.create(
            studio=planned.studio, load=planned, tile=piece.tile, width_mm=1, depth_mm=1
        )


def test_the_page_asks_no_more_for_more_pieces(
    signed_in, planned, dry_tiles, django_assert_max_num_queries
):
    address = f"/kiln/loads/{planned.pk}/"
    with CaptureQueriesContext(connection) as few:
        signed_in.get(address)
    queries = len(few)
    dry_tiles(12, "More")
    signed_in.post(f"/kiln/loads/{planned.pk}/pack/", {"add": "all"})
    with django_assert_max_num_queries(queries):
        signed_in.get(address)


def test_a_schedule_is_checked_against_what_is_loaded(signed_in, planned, clay):
    """A draft for raw ware suits it, until a clay in it has a top of its own."""
    signed_in.post(f"/kiln/loads/{planned.pk}/schedule/", {"schedule": ""})
    planned.refresh_from_db()
    assert planned.schedule.name == "Single firing to cone 6"
    page = words_of(signed_in.get(f"/kiln/loads/{planned.pk}/"))
    assert "Cone reached 6" in page
    assert "is only for cone" not in page
    clay.top_cone = "04"
    clay.save()
    page = words_of(signed_in.get(f"/kiln/loads/{planned.pk}/"))
    assert f"{clay.name} is only for cone 04 and cooler" in page


def test_a_piece_set_aside_is_no_longer_in_the_load(signed_in, planned):
    piece = planned.pieces.exclude(tile=None).first()
    signed_in.post(f"/tiles/{piece.tile.code}/set-aside/", {"aside": "yes"})
    page = words_of(signed_in.get(f"/kiln/loads/{planned.pk}/"))
    assert "5 of 5 pieces" in page
    signed_in.post(f"/kiln/loads/{planned.pk}/fire/", FIRE)
    assert not piece.tile.loadings.exists()


def test_a_firing_is_repeated_with_its_kiln_cone_and_schedule(signed_in, planned, dry_tiles):
    signed_in.post(f"/kiln/loads/{planned.pk}/schedule/", {"schedule": ""})
    planned.refresh_from_db()
    signed_in.post(f"/kiln/loads/{planned.pk}/fire/", FIRE)
    page = signed_in.get(f"/kiln/{Firing.objects.get().pk}/").content.decode()
    query = re.search(r'href="(/kiln/loads/new/\?[^"]+)"', page)[1].replace("&amp;", "&")
    dry_tiles(2, "Again")
    form = signed_in.get(query).context["form"]
    typed = {name: form[name].value() for name in form.fields}
    signed_in.post("/kiln/loads/new/", typed)
    again = Load.objects.get(state=LoadState.PLANNED)
    assert (again.kiln, again.cone, again.schedule) == (planned.kiln, "6", planned.schedule)


def test_six_for_06_is_asked_about_and_may_be_confirmed(signed_in, planned):
    address = f"/kiln/loads/{planned.pk}/fire/"
    asked = signed_in.post(address, {**FIRE, "cone": "06"})
    assert asked.status_code == 400
    page = words_of(asked)
    assert "were to be fired to cone 6; cone 06 is 224 °C away" in page
    assert "It was cone 06" in page
    assert Firing.objects.count() == 0
    signed_in.post(address, {**FIRE, "cone": "06", "sure": "on"})
    assert Firing.objects.get().cone == "06"


def test_six_for_06_is_asked_about_without_a_load_too(signed_in, dry_tiles):
    tiles = [tile.pk for tile in dry_tiles(2)]
    asked = signed_in.post("/kiln/", {**FIRE, "cone": "06", "tile": tiles})
    assert "224 °C away" in words_of(asked)
    signed_in.post("/kiln/", {**FIRE, "cone": "5", "tile": tiles})
    assert Firing.objects.get().cone == "5"


def test_a_load_takes_the_oldest_as_far_as_it_goes(signed_in, kiln, dry_tiles, monkeypatch):
    monkeypatch.setattr("umberpot.kiln.loading.services.MOST_IN_A_LOAD", 3)
    tiles = dry_tiles(5)
    signed_in.post("/kiln/loads/new/", {"cone": "6", "kiln": kiln.pk})
    load = Load.objects.get()
    assert set(load.pieces.exclude(tile=None).values_list("tile", flat=True)) == {
        tile.pk for tile in tiles[:3]
    }
    signed_in.post(f"/kiln/loads/{load.pk}/pack/", {"add": "all"})
    assert load.pieces.exclude(tile=None).count() == 3


def test_the_tiles_chosen_on_the_kilns_page_are_carried_over(signed_in, kiln, dry_tiles):
    tiles = dry_tiles(3)
    page = signed_in.post("/kiln/loads/new/", {"plan": "6", "tile": [tiles[0].pk, tiles[2].pk]})
    assert "The 2 chosen tiles will be packed" in words_of(page)
    assert f'value="{tiles[2].pk}"' in page.content.decode()
    assert Load.objects.count() == 0


def test_a_kiln_with_other_shelves_has_its_loads_packed_anew(signed_in, planned):
    form = {"name": "Quay kiln", "shape": "round", "shelf_width_mm": "400", "heat": "electric"}
    signed_in.post(f"/kiln/kilns/{planned.kiln_id}/", {**form, "shelf_count": "1"})
    shelves = planned.pieces.exclude(tile=None).values_list("shelf", flat=True)
    assert list(shelves) == [0] * 6
    signed_in.post(f"/kiln/kilns/{planned.kiln_id}/", {**form, "shelf_count": "1", "power_kw": "5"})
    assert "6 of 6 pieces on 1 shelf." in words_of(signed_in.get(f"/kiln/loads/{planned.pk}/"))


def test_a_large_tray_is_said_by_its_area(signed_in, planned, monkeypatch):
    monkeypatch.setattr("umberpot.kiln.loading.page.MOST_PACKED_AHEAD", 3)
    for piece in planned.pieces.exclude(tile=None)[:4]:
        post(signed_in, planned, piece, "tray")
    page = words_of(signed_in.get(f"/kiln/loads/{planned.pk}/"))
    assert "4 pieces in the tray need about 2 more firings, by their area." in page


def test_another_tab_that_comes_too_late_is_told(signed_in, planned):
    """The load was fired in one tab; the other moves, packs and fires it once more."""
    piece = planned.pieces.exclude(tile=None).first()
    signed_in.post(f"/kiln/loads/{planned.pk}/fire/", FIRE)
    late = post(signed_in, planned, piece, "lock")
    assert "This piece is no longer in this load." in words_of(late)
    packed = signed_in.post(f"/kiln/loads/{planned.pk}/pack/", headers={"hx-request": "true"})
    assert "already fired or cancelled" in words_of(packed)
    cancelled = signed_in.post(f"/kiln/loads/{planned.pk}/cancel/", follow=True)
    assert "already fired or cancelled" in words_of(cancelled)
    assert Firing.objects.get().loadings.count() == 6
