"""Firings without a cone: pit, sawdust, raku, and a kiln that reached none (cases K1 and K8)."""

import uuid

import pytest
from django.db import IntegrityError, transaction

from claycore.firing.kinds import WITHOUT_CONES
from claycore.measure.replicates import NO_RECORD
from claycore.testing.readings import Quantity
from tests.factories import FiringFactory
from tests.pages import words_of
from umberpot.clays.models import ClayFigure
from umberpot.colours.find.library import conditions_of
from umberpot.colours.noise import studio_record
from umberpot.colours.wall.arrangements import ARRANGEMENTS
from umberpot.firings.models import Firing
from umberpot.kiln.services import load_and_fire
from umberpot.tiles.fired_looks import note_mixes
from umberpot.tiles.models import ColourReading, Step, Tile
from umberpot.tiles.plain_colours import plain_colours
from umberpot.tiles.readings.services import Entry, PieceEntries, record_pieces

ORDER = {"mark": "100", "cone": "04", "glazed": "no", "trial_name": "Smoked", "count": 3}
PIT = {
    "cone": "fire-pit",
    "fired_on": "2026-11-20",
    "burned": "reed and driftwood",
    "lasted_h": "11",
    "peak_c": "690",
}


@pytest.fixture
def waiting(signed_in, make_mix, weigh):
    """Three dry tiles that wait for cone 04."""
    mix = weigh(make_mix(), 80, 8)
    signed_in.post(f"/tiles/make/{mix.pk}/", {**ORDER, "request_key": uuid.uuid4()})
    for tile in Tile.objects.all():
        dry = {"stage": "dry", "length_dry": "94", "mass_dry": "88"}
        signed_in.post(f"/tiles/{tile.code}/", dry)
    return list(Tile.objects.all())


def fired(client, tiles, **typed):
    typed = {**typed, "tile": [tile.pk for tile in tiles], "request_key": uuid.uuid4()}
    return client.post("/kiln/", typed, follow=True)


def steps():
    return set(Tile.objects.values_list("step", flat=True))


def test_k8_a_pit_firing_needs_no_cone(signed_in, waiting):
    page = words_of(fired(signed_in, waiting, **PIT))
    firing = Firing.objects.get()
    assert (firing.kind, firing.cone, firing.peak_c, firing.lasted_h) == ("pit", "", 690, 11)
    assert "Pit firing, 20 Nov 2026" in page
    assert "Burned reed and driftwood Duration 11 h Peak 690 °C" in page
    assert "leaves the body open" in page
    assert "ware is decorative" in page
    assert "Witness cones" not in page
    assert steps() == {Step.MEASURE}


def test_k1_a_kiln_that_reached_no_cone_fires_nothing(signed_in, waiting):
    """Power gone at 425 °C: the pieces stay unfired and wait again."""
    typed = {"cone": "no-cone", "fired_on": "2026-11-20", "peak_c": "425", "lasted_h": "6.6"}
    page = words_of(fired(signed_in, waiting, **typed))
    assert "No cone reached, 20 Nov 2026" in page
    assert "count as unfired and wait again" in page
    assert steps() == {Step.FIRE}
    assert {tile.cone for tile in Tile.objects.all()} == {"04"}
    kiln = words_of(signed_in.get("/kiln/"))
    assert "Waiting for cone 04" in kiln
    assert "Out of the kiln" not in kiln, "nothing was fired"
    assert "No cone reached" in words_of(signed_in.get("/kiln/firings/"))
    record = words_of(signed_in.get(f"/tiles/{waiting[0].code}/"))
    assert "No cone reached, 20 Nov 2026" in record
    assert "Record the firing first." in record
    fired(signed_in, waiting, cone="04", fired_on="2026-11-21")
    assert steps() == {Step.MEASURE}


@pytest.mark.parametrize("kind", WITHOUT_CONES)
def test_every_fire_without_a_cone_can_be_recorded_and_found_again(signed_in, waiting, kind):
    fired(signed_in, waiting, cone=f"fire-{kind.code}", fired_on="2026-11-20")
    assert Firing.objects.get().kind == kind.code
    FiringFactory(studio=waiting[0].studio, cone="6", fired_on="2026-10-01")
    found = words_of(signed_in.get(f"/kiln/firings/?cone=fire-{kind.code}"))
    assert "20 Nov 2026" in found
    assert "1 Oct 2026" not in found
    for address in ("/kiln/", f"/kiln/{Firing.objects.first().pk}/", "/results/", "/"):
        assert signed_in.get(address).status_code == 200


@pytest.mark.parametrize(
    ("typed", "field"),
    [
        ({"peak_c": "0"}, "peak_c"),
        ({"lasted_h": "-3"}, "lasted_h"),
        ({"peak_c": "hot"}, "peak_c"),
        ({"cone": "fire-volcano"}, "cone"),
        ({"cone": "fire-"}, "cone"),
        ({"cone": ""}, "cone"),
    ],
)
def test_what_cannot_be_is_said_at_its_field_and_kept(signed_in, waiting, typed, field):
    refused = fired(signed_in, waiting, **{**PIT, **typed})
    assert refused.status_code == 400
    assert list(refused.context["form"].errors) == [field]
    assert refused.context["form"]["burned"].value() == "reed and driftwood"
    assert Firing.objects.count() == 0


def test_a_pit_firing_corrected_to_a_cone_keeps_nothing_of_the_pit(signed_in, waiting):
    fired(signed_in, waiting, **PIT)
    firing = Firing.objects.get()
    page = signed_in.post(f"/kiln/{firing.pk}/", {**PIT, "cone": "04"}, follow=True)
    firing.refresh_from_db()
    assert (firing.kind, firing.cone, firing.burned, firing.peak_c) == ("kiln", "04", "", None)
    said = words_of(page)
    assert "Fired to cone 04 instead of pit firing" in said
    assert "Burned not noted instead of reed and driftwood" in said


def test_what_was_read_after_a_firing_was_fired(signed_in, waiting):
    """A firing cannot be corrected to have fired nothing while readings stand after it."""
    fired(signed_in, waiting, cone="04", fired_on="2026-11-20")
    code = waiting[0].code
    read = {"stage": "fired", "length_fired": "93", "mass_fired": "80"}
    signed_in.post(f"/tiles/{code}/", read)
    firing = Firing.objects.get()
    refused = signed_in.post(f"/kiln/{firing.pk}/", {"cone": "no-cone", "fired_on": "2026-11-20"})
    assert refused.status_code == 400
    assert f"{code} has readings after this firing, so it was fired." in words_of(refused)
    firing.refresh_from_db()
    assert firing.cone == "04"


def test_a_cone_that_only_a_kiln_has_is_guarded_by_the_database(studio):
    with pytest.raises(IntegrityError), transaction.atomic():
        FiringFactory(studio=studio, kind="pit", cone="6")


def test_a_report_of_a_fire_says_what_burned_and_how_hot(signed_in, waiting):
    fired(signed_in, waiting, **{**PIT, "peak_c": "1240"})
    firing = Firing.objects.get()
    page = words_of(signed_in.get(f"/library/reports/firing/{firing.pk}/"))
    for said in ("Pit firing", "reed and driftwood", "11 h", "1240 °C", "leaves the body open"):
        assert said in page
    assert "usually reach 550 to 950 °C" in page
    assert "usually reach 550 to 950 °C" in words_of(signed_in.get(f"/kiln/{firing.pk}/"))
    assert "pit firing" in words_of(signed_in.get("/library/reports/year/2026/"))
    found = words_of(signed_in.get("/go/?q=driftwood", follow=True))
    assert "Pit firing" in found


def test_one_tile_alone_goes_into_a_fire(signed_in, waiting):
    signed_in.post(f"/kiln/tiles/{waiting[0].code}/", {**PIT, "request_key": uuid.uuid4()})
    assert Firing.objects.get().kind == "pit"
    assert sorted(Tile.objects.values_list("step", flat=True)) == [Step.FIRE, Step.FIRE, "measure"]


def test_bars_after_a_fire_stand_apart_from_what_the_clay_does_by_cone(
    signed_in, studio, tested, user
):
    """Three bars at cone 6 with 0.9 %, then smoked: verdict and figures stay as they were."""
    clay = tested("Slip end", [("6", 12.0, 0.9)], kind="clay_body")
    before = words_of(signed_in.get(f"/results/clays/{clay.pk}/"))
    assert "Suitable for tableware at cone 6" in before
    figures = set(ClayFigure.objects.filter(clay=clay).values_list("cone", "result", "value"))
    bars = list(Tile.objects.filter(clay=clay))
    fire = FiringFactory(studio=studio, kind="sawdust", cone="", burned="shavings")
    load_and_fire(bars, fire)
    assert {bar.step for bar in Tile.objects.filter(clay=clay)} == {Step.MEASURE}
    smoked = {
        Quantity.LENGTH_FIRED: Entry(87.5, 0.5, None),
        Quantity.MASS_FIRED: Entry(80.0, 0.1, None),
        Quantity.MASS_SOAKED: Entry(92.0, 0.1, None, "boil_soak"),
    }
    record_pieces(fire, [PieceEntries(bar, smoked) for bar in bars], user)
    read = {bar.step for bar in Tile.objects.filter(clay=clay)}
    assert read == {Step.READ}, "what reached cone 6 before the smoke does not wait for it again"
    after = words_of(signed_in.get(f"/results/clays/{clay.pk}/"))
    assert "Suitable for tableware at cone 6" in after
    assert "Fired without a cone" in after
    assert "Sawdust firing" in after
    assert "total shrinkage 12.5" in after
    assert "absorption 15 ± 1 %, boil and soak 3 bars" in after
    now = ClayFigure.objects.filter(clay=clay).values_list("cone", "result", "value")
    assert set(now) == figures


def test_colours_of_a_fire_are_shown_and_nothing_is_concluded_from_them(
    signed_in, studio, waiting, clay
):
    fired(signed_in, waiting, **PIT)
    for tile, colour in zip(waiting, ("40, 2, 8", "55, 4, 9", "30, 1, 3"), strict=True):
        read = {"stage": "fired", "length_fired": "93", "mass_fired": "80", "colour": colour}
        signed_in.post(f"/tiles/{tile.code}/", read)
    assert ColourReading.objects.count() == 3
    assert conditions_of(studio) == []
    assert studio_record(studio).total == NO_RECORD
    assert plain_colours(studio, [clay.pk]) == {}
    mix = waiting[0].mix
    note_mixes([mix])
    assert mix.fired is None
    trial = words_of(signed_in.get(f"/results/trials/{waiting[0].trial_id}/"))
    assert "pit firing" in trial
    assert "No two pieces colour alike" in trial
    for arrange in ARRANGEMENTS:
        codes = " ".join(tile.code for tile in waiting)
        wall = signed_in.get("/results/wall/", {"codes": codes, "arrange": arrange})
        assert wall.status_code == 200
        assert "Without a fired colour" not in words_of(wall)
