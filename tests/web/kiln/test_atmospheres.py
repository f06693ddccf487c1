"""Oxidation and reduction: what waits for which, what was fired in which, and what it bears on."""

import uuid

import pytest

from claycore.testing.bar_plan import plan
from tests.factories import KilnFactory, MaterialFactory
from tests.pages import words_of
from umberpot.clays.bar_tests.services import BarOrder, start_test
from umberpot.firings.models import Firing
from umberpot.kiln.models import Load
from umberpot.kiln.views import Waiting
from umberpot.tiles.models import Step, Tile, Trial

ORDER = {"mark": "100", "cone": "10", "glazed": "no", "count": 2}
FIRE = {"cone": "10", "atmosphere": "reduction", "fired_on": "2026-11-20", "note": ""}


@pytest.fixture
def trials(signed_in, make_mix, weigh):
    """Two tiles that wait for cone 10 in oxidation, and two in reduction."""
    mix = weigh(make_mix(), 80, 8)
    made = {}
    for atmosphere in ("oxidation", "reduction"):
        order = {**ORDER, "trial_name": atmosphere, "atmosphere": atmosphere}
        signed_in.post(f"/tiles/make/{mix.pk}/", {**order, "request_key": uuid.uuid4()})
        made[atmosphere] = Trial.objects.get(name=atmosphere)
    Tile.objects.update(step=Step.FIRE)
    return made


def fire(client, trial, **changed):
    """Records a firing of a trial's tiles on the kiln's page."""
    tiles = list(trial.tiles.values_list("pk", flat=True))
    return client.post("/kiln/", {**FIRE, "tile": tiles, "request_key": uuid.uuid4(), **changed})


def test_what_waits_is_grouped_by_the_kilns_air_too(signed_in, trials):
    said = words_of(signed_in.get("/kiln/"))
    assert "Waiting for cone 10 " in said
    assert "Waiting for cone 10 reduction" in said
    only = words_of(signed_in.get("/kiln/?cone=10&atmosphere=reduction"))
    assert only.count("Waiting for") == 1


def test_a_load_takes_what_waits_for_its_atmosphere(signed_in, trials, studio):
    order = {"cone": "10", "kiln": KilnFactory(studio=studio).pk, "atmosphere": "reduction"}
    signed_in.post("/kiln/loads/new/", {**order, "request_key": uuid.uuid4()})
    load = Load.objects.get()
    inside = load.pieces.exclude(tile=None).values_list("tile__trial__name", flat=True)
    assert set(inside) == {"reduction"}
    recorded = {**FIRE, "request_key": uuid.uuid4()}
    signed_in.post(f"/kiln/loads/{load.pk}/fire/", recorded)
    assert Firing.objects.get().atmosphere == "reduction"


def test_another_atmosphere_than_planned_is_asked_about_and_kept_once_sure(signed_in, trials):
    answer = fire(signed_in, trials["reduction"], atmosphere="oxidation")
    assert answer.status_code == 400
    assert "were to be fired in reduction" in words_of(answer)
    fire(signed_in, trials["reduction"], atmosphere="oxidation", sure="on")
    assert Firing.objects.get().atmosphere == "oxidation"


def test_a_firing_without_a_word_about_it_was_oxidation(signed_in, trials):
    fire(signed_in, trials["oxidation"], atmosphere="")
    assert str(Firing.objects.get()) == "cone 10, 20 Nov 2026"


def test_a_wrong_atmosphere_is_put_right_and_told(signed_in, trials):
    fire(signed_in, trials["reduction"])
    firing = Firing.objects.get()
    answer = signed_in.post(f"/kiln/{firing.pk}/", {**FIRE, "atmosphere": "oxidation"}, follow=True)
    assert "oxidation instead of reduction" in words_of(answer)


def test_firings_are_found_by_their_atmosphere(signed_in, trials):
    fire(signed_in, trials["reduction"])
    assert "20 Nov 2026" in words_of(signed_in.get("/kiln/firings/?atmosphere=reduction"))
    assert "No firing fits" in words_of(signed_in.get("/kiln/firings/?atmosphere=oxidation"))


def test_equal_tiles_of_two_atmospheres_are_no_replicates(signed_in, trials):
    fire(signed_in, trials["oxidation"], atmosphere="oxidation")
    fire(signed_in, trials["reduction"])
    Tile.objects.update(trial=trials["oxidation"])
    said = words_of(signed_in.get(f"/results/trials/{trials['oxidation'].pk}/"))
    assert "cone 10 reduction" in said


def test_a_bar_on_its_way_to_reduction_is_bisqued_in_oxidation(signed_in, studio, user):
    bars = plan(["10"], 1, False, False, climbing=False, bisque="04")
    clay = MaterialFactory(studio=studio, kind="body")
    order = BarOrder(clay, "bars", bars, 100, "boil_soak", None, uuid.uuid4(), None, "reduction")
    start_test(order, studio, user)
    (bar,) = Tile.objects.all()
    assert bar.planned_heat == "04"
    Tile.objects.update(step=Step.FIRE)
    fire(signed_in, bar.trial, cone="04", atmosphere="oxidation")
    bar.refresh_from_db()
    assert bar.planned_heat == "10 reduction"


def test_a_group_has_an_address_of_its_own(signed_in, trials):
    group = Waiting("10", "reduction", 2, [])
    assert words_of(signed_in.get(group.get_absolute_url())).count("Waiting for") == 1
