"""Tiles from making to verdict."""

import re
import threading
import uuid

import pytest
from django.db import IntegrityError, connection, transaction
from django.test.utils import CaptureQueriesContext

from tests.factories import FiringFactory
from umberpot.firings.models import Firing
from umberpot.kiln import services as kiln
from umberpot.tiles.models import ColourReading, Reading, Tile, Trial

ORDER = {"count": "2", "mark": "100", "cone": "6", "glazed": "no", "trial_name": "Ramp"}
FIRED = {
    "stage": "fired",
    "length_fired": "88.5",
    "mass_fired": "83.4",
    "mass_soaked": "86.0",
    "method": "boil_soak",
    "colour": "#4a6a9c",
}


@pytest.fixture
def mix(make_mix, weigh):
    return weigh(make_mix(), 80, 8)


@pytest.fixture
def tiles(signed_in, mix):
    signed_in.post(f"/tiles/make/{mix.pk}/", {**ORDER, "request_key": uuid.uuid4()})
    return list(Tile.objects.all())


@pytest.fixture
def fired(signed_in, tiles):
    """A tile that is dry and fired to cone 6."""
    url = f"/tiles/{tiles[0].code}/"
    signed_in.post(url, {"stage": "dry", "length_dry": "94", "mass_dry": "88"})
    signed_in.post(f"/kiln/tiles/{tiles[0].code}/", {"cone": "6", "fired_on": "2026-11-01"})
    return tiles[0]


def record(client, tile, data):
    """Posts a stage with the keys of what the page shows, as a browser would."""
    page = client.get(f"/tiles/{tile.code}/")
    form = page.context["forms"]["fired" if data["stage"] == "fired" else "dry"]
    seen = {name: form[name].value() or "" for name in form.fields if name.startswith("seen_")}
    return client.post(f"/tiles/{tile.code}/", {**seen, **data})


def test_tiles_get_codes_and_labels_of_their_own(tiles):
    assert [t.code for t in tiles] == ["A1", "A2"]
    assert tiles[0].inscription == ["A1 c6", "10 QB-14 Quay Blue", "FW-1 Ferry white"]


def test_a_second_click_makes_no_more_tiles(signed_in, mix):
    form = {**ORDER, "request_key": uuid.uuid4()}
    for _ in range(2):
        signed_in.post(f"/tiles/make/{mix.pk}/", form)
    assert Tile.objects.count() == 2
    assert Trial.objects.count() == 1


def test_more_tiles_join_the_trial_with_fresh_codes(signed_in, mix, tiles):
    trial = tiles[0].trial
    signed_in.post(f"/tiles/make/{mix.pk}/", {**ORDER, "trial": trial.pk, "count": "1"})
    assert [t.code for t in trial.tiles.all()] == ["A1", "A2", "A3"]


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"count": "0"}, "count"),
        ({"count": "61"}, "count"),
        ({"count": "two"}, "count"),
        ({"mark": "other", "mark_length_mm": "0"}, "mark_length_mm"),
        ({"mark": "other"}, "mark_length_mm"),
        ({"cone": "66"}, "cone"),
        ({"glazed": "perhaps"}, "glazed"),
        ({"trial_name": ""}, "trial_name"),
        ({"trial": "999"}, "trial"),
    ],
)
def test_orders_that_cannot_be(signed_in, mix, change, field):
    got = signed_in.post(f"/tiles/make/{mix.pk}/", {**ORDER, **change})
    assert got.status_code == 400
    assert field in got.context["form"].errors
    assert not Tile.objects.exists()


def test_the_whole_record_gives_the_verdict(signed_in, fired):
    record(signed_in, fired, FIRED)
    html = signed_in.get(f"/results/trials/{fired.trial_id}/").content.decode()
    assert "3.1 ± 0.8 % is over 1.5 % for stoneware: not vitrified at cone 6." in html
    one = signed_in.get(f"/results/tiles/{fired.code}/").context["result"]
    assert one.drying.value == pytest.approx(6)
    assert one.total.value == pytest.approx(11.5)
    assert one.absorption.value == pytest.approx(100 * 2.6 / 83.4)
    assert 'fill="#4a6a9c"' in html


def test_the_other_school_judges_otherwise(signed_in, fired):
    record(signed_in, fired, FIRED)
    url = f"/results/trials/{fired.trial_id}/"
    described = "such ware is found, which does not make it dense enough"
    signed_in.post(url, {"ware": "stoneware", "school": "loose"})
    assert described in signed_in.get(url).content.decode()
    assert signed_in.post(url, {"ware": "glass", "school": "loose"}).status_code == 400
    assert described in signed_in.get(url).content.decode()


def test_a_reading_is_corrected_never_overwritten(signed_in, fired):
    record(signed_in, fired, FIRED)
    record(signed_in, fired, {**FIRED, "mass_soaked": "84.0"})
    rows = Reading.objects.filter(quantity="mass_soaked").order_by("pk")
    assert [(r.value, r.superseded_at is None) for r in rows] == [(86.0, False), (84.0, True)]
    assert rows[1].corrects == rows[0]
    html = signed_in.get(f"/tiles/{fired.code}/").content.decode()
    assert "86.0 g" in html
    assert Reading.objects.filter(quantity="mass_fired").count() == 1


def test_two_windows_do_not_silently_overwrite_each_other(signed_in, fired):
    stale = {**FIRED, "seen_mass_fired": "", "mass_fired": "83.9"}
    record(signed_in, fired, FIRED)
    got = signed_in.post(f"/tiles/{fired.code}/", stale)
    assert got.status_code == 400
    html = got.content.decode()
    assert "in another window" in html
    assert 'value="83.9"' in html
    assert [r.value for r in Reading.objects.filter(quantity="mass_fired")] == [83.4]


def test_all_of_a_form_or_nothing(signed_in, fired):
    """A stale colour takes the lengths and masses of the same form back with it."""
    record(signed_in, fired, {"stage": "fired", "colour": "#111111"})
    got = signed_in.post(f"/tiles/{fired.code}/", {**FIRED, "seen_colour": ""})
    assert got.status_code == 400
    assert not Reading.objects.filter(quantity="mass_fired").exists()


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"length_fired": "-1"}, "length_fired"),
        ({"mass_fired": "x"}, "mass_fired"),
        ({"mass_soaked": "80"}, "mass_soaked"),
        ({"method": ""}, "method"),
        ({"method": "steam"}, "method"),
        ({"colour": "blue 7"}, "colour"),
        ({"colour": "#12"}, "colour"),
    ],
)
def test_bad_readings_are_told_and_kept(signed_in, fired, change, field):
    got = record(signed_in, fired, {**FIRED, **change})
    assert got.status_code == 400
    assert field in got.context["forms"]["fired"].errors
    assert not Reading.objects.filter(quantity="length_fired").exists()
    assert 'value="#4a6a9c"' in got.content.decode() or field == "colour"


def test_fired_again_it_keeps_its_whole_history(signed_in, fired):
    record(signed_in, fired, FIRED)
    url = f"/kiln/tiles/{fired.code}/"
    signed_in.post(url, {"cone": "10", "fired_on": "2026-11-10"})
    record(signed_in, fired, {**FIRED, "mass_soaked": "83.7", "colour": "40, 1, -20"})
    result = signed_in.get(f"/results/tiles/{fired.code}/").context["result"]
    assert result.progress.firing.cone == "10"
    assert result.absorption.value == pytest.approx(100 * 0.3 / 83.4)
    assert Reading.objects.filter(quantity="mass_soaked", superseded_at=None).count() == 2
    assert ColourReading.objects.count() == 2


@pytest.mark.parametrize("day", ["", "yesterday", "2999-01-01", "0001-01-01"])
def test_days_that_cannot_be(signed_in, tiles, day):
    got = signed_in.post(f"/kiln/tiles/{tiles[0].code}/", {"cone": "6", "fired_on": day})
    assert got.status_code == 400
    assert not Firing.objects.exists()


def test_nothing_can_be_read_off_an_unfired_tile(signed_in, tiles):
    got = signed_in.post(f"/tiles/{tiles[0].code}/", FIRED)
    assert got.status_code == 400
    assert not Reading.objects.exists()


def test_a_second_click_records_no_second_firing(signed_in, tiles):
    form = {"cone": "6", "fired_on": "2026-11-01", "request_key": uuid.uuid4()}
    for _ in range(2):
        assert signed_in.post(f"/kiln/tiles/{tiles[0].code}/", form).status_code == 302
    assert Firing.objects.get().loadings.get().tile == tiles[0]


def test_the_kiln_fires_the_chosen_tiles_together(signed_in, tiles):
    for tile in tiles:
        signed_in.post(f"/tiles/{tile.code}/", {"stage": "dry", "mass_dry": "88"})
    nobody = signed_in.post("/kiln/", {"cone": "6", "fired_on": "2026-11-01"})
    assert nobody.status_code == 400
    for broken in ({}, {"fired_on": "some day"}):
        assert signed_in.post("/kiln/", broken).status_code == 400
    wrong = signed_in.post("/kiln/", {"cone": "6", "fired_on": "soon", "tile": tiles[1].pk})
    assert re.search(rf'value="{tiles[1].pk}"\s+checked', wrong.content.decode())
    signed_in.post("/kiln/", {"cone": "6", "fired_on": "2026-11-01", "tile": [t.pk for t in tiles]})
    assert Firing.objects.get().loadings.count() == 2
    assert "Nothing is waiting to be fired." in signed_in.get("/kiln/").content.decode()


def test_a_firing_recorded_to_the_wrong_cone_is_put_right(signed_in, fired):
    """What was has readings moves to the right cone; what was recorded first is told."""
    tile, firing = fired, Firing.objects.get()
    address = f"/kiln/{firing.pk}/"
    signed_in.post(f"/tiles/{tile.code}/", {"stage": "fired", "length_fired": "88"})
    assert tile.code in signed_in.get(address).content.decode()
    right = {"cone": "10", "fired_on": "2026-11-02", "note": "top shelf"}
    assert '<h2 class="mt-8">Corrections' not in signed_in.get(address).content.decode()
    said = signed_in.post(address, right, follow=True).content.decode()
    assert "Firing corrected: cone 10, 2 Nov 2026." in said
    assert "Fired to cone 10 instead of cone 6" in said
    assert "Fired on 2026-11-02 instead of" in said
    firing.refresh_from_db()
    assert (firing.cone, firing.note) == ("10", "top shelf")
    assert tile.readings.get(quantity="length_fired").firing == firing
    signed_in.post(address, right)
    assert firing.changes.count() == 3
    refused = signed_in.post(address, {**right, "cone": "99", "fired_on": "2126-01-01"})
    assert refused.status_code == 400
    assert "This date is in the future" in refused.content.decode()


def test_a_tile_that_was_not_in_a_firing_is_taken_out_unless_it_was_read_after_it(
    signed_in, tiles, studio, user
):
    firing = FiringFactory(studio=studio)
    kiln.load_and_fire(tiles, firing)
    stays, goes = tiles
    signed_in.post(f"/tiles/{stays.code}/", {"stage": "fired", "length_fired": "88"})
    address = f"/kiln/{firing.pk}/without/"
    said = signed_in.post(address, {"tile": stays.pk}, follow=True).content.decode()
    assert f"{stays.code} has readings after this firing" in said
    said = signed_in.post(address, {"tile": goes.pk}, follow=True).content.decode()
    assert f"{goes.code} removed from this firing." in said
    assert [loading.tile for loading in firing.loadings.all()] == [stays]
    goes.refresh_from_db()
    assert goes.step in ("dry", "fire")
    for nobody in (goes.pk, "nobody", "9" * 30, ""):
        assert signed_in.post(address, {"tile": nobody}).status_code == 404


def test_the_database_keeps_one_current_reading_a_stage(fired, user):
    row = {
        "studio": fired.studio,
        "tile": fired,
        "quantity": "mass_dry",
        "value": 1,
        "step": 0.1,
        "made_by": user,
    }
    for change in ({}, {"quantity": "mass_fired"}, {"value": -1}, {"method": "boil_2h"}):
        with pytest.raises(IntegrityError), transaction.atomic():
            Reading.objects.create(**{**row, **change})


def test_queries_do_not_grow_with_tiles(signed_in, mix, fired):
    record(signed_in, fired, FIRED)
    urls = ["/", "/tiles/", "/results/", "/kiln/", f"/results/trials/{fired.trial_id}/"]

    def queries(url):
        with CaptureQueriesContext(connection) as caught:
            assert signed_in.get(url).status_code == 200
        return len(caught)

    before = {url: queries(url) for url in urls}
    signed_in.post(f"/tiles/make/{mix.pk}/", {**ORDER, "trial": fired.trial_id, "count": "12"})
    for tile in Tile.objects.filter(loadings=None)[:10]:
        signed_in.post(
            f"/tiles/{tile.code}/", {"stage": "dry", "length_dry": "94", "mass_dry": "88"}
        )
        signed_in.post(f"/kiln/tiles/{tile.code}/", {"firing": Firing.objects.first().pk})
        record(signed_in, tile, FIRED)
    assert {url: queries(url) for url in urls if queries(url) > before[url]} == {}


def test_a_glazed_tile_is_told_to_read_low(signed_in, mix):
    signed_in.post(f"/tiles/make/{mix.pk}/", {**ORDER, "glazed": "yes", "count": "1"})
    tile = Tile.objects.get()
    signed_in.post(f"/kiln/tiles/{tile.code}/", {"cone": "6", "fired_on": "2026-11-01"})
    record(signed_in, tile, {**FIRED, "mass_soaked": "83.9", "method": "quick_boil"})
    for url in (f"/results/tiles/{tile.code}/", f"/results/trials/{tile.trial_id}/"):
        html = signed_in.get(url).content.decode()
        assert "This tile is glazed. Glaze seals the pores," in html
        assert "Quick boil can leave pores unfilled" in html


def test_a_broken_tile_is_set_aside_and_taken_back(signed_in, fired):
    record(signed_in, fired, FIRED)
    url = f"/results/trials/{fired.trial_id}/"
    signed_in.post(f"/tiles/{fired.code}/set-aside/", {"aside": "yes"})
    assert "3.1 ± 0.8" not in signed_in.get(url).content.decode()
    assert "Set aside:" in signed_in.get(f"/tiles/trials/{fired.trial_id}/").content.decode()
    assert Reading.objects.filter(tile=fired).count() == 5
    signed_in.post(f"/tiles/{fired.code}/set-aside/", {"aside": "no"})
    assert "3.1 ± 0.8" in signed_in.get(url).content.decode()


def test_any_length_of_line_serves(signed_in, mix):
    form = {**ORDER, "mark": "other", "mark_length_mm": "80,5"}
    signed_in.post(f"/tiles/make/{mix.pk}/", form)
    signed_in.post(f"/tiles/make/{mix.pk}/", {**ORDER, "mark": "127", "trial_name": "Inches"})
    lengths = set(Tile.objects.values_list("mark_length_mm", flat=True))
    assert lengths == {80.5, 127.0}


@pytest.mark.django_db(transaction=True)
def test_two_people_making_tiles_at_once_get_different_codes(mix, user, studio):
    from umberpot.tiles.pieces import PieceSpec
    from umberpot.tiles.services import TileOrder, make_tiles

    def make(name):
        trial = Trial(studio=studio, name=name, ware="stoneware", school="strict", made_by=user)
        make_tiles(mix, trial, TileOrder(5, PieceSpec(100.0, "6"), uuid.uuid4()), user)
        connection.close()

    threads = [threading.Thread(target=make, args=(f"trial {n}",)) for n in range(4)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    codes = list(Tile.objects.values_list("code", flat=True))
    assert len(codes) == len(set(codes)) == 20


@pytest.mark.parametrize(
    ("stage", "quantity", "typed", "question"),
    [
        ("dry", "mass_dry", "8.8", ""),
        ("dry", "length_dry", "950", "is the decimal point in its place?"),
        ("fired", "length_fired", "95", "This is longer than when it was bone dry."),
        ("fired", "mass_fired", "8.34", "is the decimal point in its place?"),
        ("fired", "mass_fired", "90", "The fired weight is more than the bone-dry"),
    ],
)
def test_an_unlikely_figure_is_asked_about_and_kept_with_a_reason(
    signed_in, fired, stage, quantity, typed, question
):
    """On a tile's page as in the grid of a bar test."""
    before = Reading.objects.count()
    answer = record(signed_in, fired, {"stage": stage, quantity: typed})
    if not question:  # a tile alone, never weighed wet, has nothing to be held against
        assert answer.status_code == 302
        return
    assert answer.status_code == 400
    page = answer.content.decode()
    assert question in page
    assert f'value="{typed}"' in page
    assert f'name="why_{quantity}"' in page
    assert Reading.objects.count() == before
    kept = record(
        signed_in, fired, {"stage": stage, quantity: typed, f"why_{quantity}": "seen twice"}
    )
    assert kept.status_code == 302
    assert Reading.objects.latest("pk").kept_because == "seen twice"


def test_a_tile_is_held_against_those_made_alike(signed_in, mix, tiles):
    signed_in.post(f"/tiles/make/{mix.pk}/", {**ORDER, "trial": tiles[0].trial_id, "count": "1"})
    alike = list(tiles[0].trial.tiles.all())
    for tile in alike[:2]:
        assert record(signed_in, tile, {"stage": "dry", "mass_dry": "88"}).status_code == 302
    answer = record(signed_in, alike[2], {"stage": "dry", "mass_dry": "8,8"})
    assert answer.status_code == 400
    assert "8.8 g, against 88 g for the other bars" in answer.content.decode()


def test_inches_and_ounces_are_understood(signed_in, tiles):
    """3.7 in × 25.4 = 93.98 mm; 3 oz × 28.349523125 = 85.05 g (NIST SP 811)."""
    assert (
        record(
            signed_in, tiles[0], {"stage": "dry", "length_dry": '3,7"', "mass_dry": "3 oz"}
        ).status_code
        == 302
    )
    read = {reading.quantity: reading.value for reading in Reading.objects.all()}
    assert read == {
        "length_dry": pytest.approx(93.98),
        "mass_dry": pytest.approx(85.0486, abs=1e-4),
    }
    answer = record(signed_in, tiles[0], {"stage": "dry", "mass_dry": "88 mm"})
    assert answer.status_code == 400


def test_a_colour_in_words_stands_beside_the_figure(signed_in, fired):
    record(signed_in, fired, {"stage": "fired", "colour": "orange brown"})
    assert not fired.colours.exists()
    assert "“orange brown”" in signed_in.get(f"/tiles/{fired.code}/").content.decode()
    record(signed_in, fired, {"stage": "fired", "colour": "#8a5a3c"})
    record(
        signed_in,
        fired,
        {"stage": "fired", "colour": "rust", "seen_colour": fired.colours.get().pk},
    )
    words = fired.colour_words.order_by("pk")
    assert [(said.words, said.is_current) for said in words] == [
        ("orange brown", False),
        ("rust", True),
    ]
    assert fired.colours.get().is_current
    page = signed_in.get(f"/results/tiles/{fired.code}/").content.decode()
    assert "“rust”" in page
    assert "#8a5a3c" in page
