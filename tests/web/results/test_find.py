"""Find a colour: the nearest tiles, mixtures that may come nearer, and how predictions came out."""

import uuid

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from claycore.colour.notation import Lab
from tests.factories import FiringFactory, MaterialFactory
from tests.pages import words_of
from umberpot.kiln.services import load_and_fire
from umberpot.results.find.library import nearest_tiles
from umberpot.results.find.predictions import outcomes
from umberpot.results.models import Prediction
from umberpot.studio.models import Studio
from umberpot.tiles.models import Trial
from umberpot.tiles.services import TileOrder, make_tiles, record_colour

WHITE_CLAY = "86, 0.5, 7"
TESTED = [
    *(("Kelp", 3, "66, -12, 8"), ("Kelp", 6, "56, -17, 9"), ("Kelp", 9, "50, -19, 10")),
    *(("Rust", 3, "64, 16, 22"), ("Rust", 6, "54, 22, 28"), ("Rust", 9, "48, 25, 30")),
]


@pytest.fixture
def fired(studio, user, make_mix):
    """Makes, fires and reads a tile of a mix."""
    trial = Trial.objects.create(
        studio=studio, name="Ramp", ware="stoneware", school="strict", made_by=user
    )
    firing = FiringFactory(studio=studio, made_by=user, cone="6")

    def make(added, colour):
        mix = make_mix(f"clay=Ferry white&state=dry&mass=80&unit=g{added}")
        tiles = make_tiles(mix, trial, TileOrder(1, 100, "6", False, uuid.uuid4()), user)
        load_and_fire(tiles, firing)
        record_colour(tiles[0], firing, colour, None, user)
        return tiles[0]

    return make


@pytest.fixture
def tested(studio, fired):
    """Two stains at three strengths each."""
    MaterialFactory(stain=True, studio=studio, name="Kelp", price_per_kg=30, hazards=["chromium"])
    MaterialFactory(stain=True, studio=studio, name="Rust", price_per_kg=10)
    return [fired(f"&add={name}:{pct}", colour) for name, pct, colour in TESTED]


def find(client, want="58, 2, 15", **more):
    return client.get("/results/find/", {"want": want, "clay": WHITE_CLAY, **more})


def test_the_nearest_tiles_of_the_studio_come_first(signed_in, tested, studio):
    near = nearest_tiles(studio, Lab(56, -17, 9), 3)
    assert near[0].tile.code == tested[1].code
    assert near[0].delta_e == pytest.approx(0)
    page = words_of(find(signed_in, "56, -17, 9"))
    assert f"{tested[1].code} ΔE 0.0" in page


def test_a_mixture_comes_nearer_than_any_tile_and_is_drawn_as_a_prediction(signed_in, tested):
    answer = find(signed_in)
    page = words_of(answer)
    assert "Kelp" in page.split("What may come nearer")[1]
    assert "€ per kg of dry clay" in page
    assert "swatch-predicted" in answer.content.decode()
    assert "a prediction is no test" in page


def test_the_plain_clay_is_taken_from_its_own_tile(signed_in, tested, fired):
    without = words_of(signed_in.get("/results/find/", {"want": "58, 2, 15"}))
    assert "own fired colour is needed" in without
    fired("&add=Kelp:0", WHITE_CLAY)
    assert "% Kelp" in words_of(signed_in.get("/results/find/", {"want": "58, 2, 15"}))


def test_the_limits_of_the_person_hold(signed_in, tested):
    offered = words_of(find(signed_in, without="chromium")).split("What may come nearer")[1]
    assert "% Kelp" not in offered
    assert "% Rust" in offered


def test_the_test_tile_keeps_its_prediction_and_leads_to_the_dose(signed_in, tested):
    key = uuid.uuid4()
    asked = {"want": "58, 2, 15", "clay": WHITE_CLAY, "add": ["Kelp:3.2", "Rust:2.4"]}
    answer = signed_in.post("/results/find/test-tile/", {**asked, "request_key": key})
    assert answer["Location"].startswith("/mix/dose/")
    assert "add=Kelp%3A3.2" in answer["Location"]
    signed_in.post("/results/find/test-tile/", {**asked, "request_key": key})
    kept = Prediction.objects.get()
    assert kept.pcts == {"Kelp": 3.2, "Rust": 2.4}
    assert kept.expected_error > 0
    page = words_of(signed_in.get("/results/find/predictions/"))
    assert "3.2 % Kelp + 2.4 % Rust in Ferry white" in page
    assert "No predicted tile is fired and read yet." in page


def test_once_it_is_fired_the_tile_stands_beside_its_prediction(signed_in, tested, fired, studio):
    asked = {"want": "58, 2, 15", "clay": WHITE_CLAY, "add": ["Kelp:3.2", "Rust:2.4"]}
    signed_in.post("/results/find/test-tile/", asked)
    predicted = Prediction.objects.get().lab
    made = fired("&add=Kelp:3.2&add=Rust:2.4", ", ".join(str(v) for v in predicted.values))
    fired("&add=Kelp:3.2&add=Rust:4.4", "40, 0, 0")
    (outcome,) = outcomes(studio, 10)
    assert [tile.code for tile in outcome.tiles] == [made.code]
    assert outcome.is_hit
    page = words_of(signed_in.get("/results/find/predictions/"))
    assert "1 of 1 fired within twice the expected error." in page


def test_a_miss_is_counted_as_one(signed_in, tested, fired, studio):
    signed_in.post(
        "/results/find/test-tile/", {"want": "58, 2, 15", "clay": WHITE_CLAY, "add": "Kelp:4"}
    )
    fired("&add=Kelp:4", "30, 30, 0")
    assert not outcomes(studio, 10)[0].is_hit
    assert "0 of 1" in words_of(signed_in.get("/results/find/predictions/"))


@pytest.mark.parametrize(
    "bad",
    [
        {"add": "Kelp:-3"},
        {"add": "Kelp:x"},
        {"add": "Nothing:3"},
        {"add": []},
        {"add": "Kelp:3", "want": "blue"},
    ],
)
def test_what_cannot_be_predicted_keeps_nothing(signed_in, tested, bad):
    asked = {"want": "58, 2, 15", "clay": WHITE_CLAY, **bad}
    answer = signed_in.post("/results/find/test-tile/", asked, follow=True)
    assert "cannot be predicted any more" in words_of(answer)
    assert not Prediction.objects.exists()


@pytest.mark.parametrize(
    "query", [{"want": "x"}, {"max_pct": "0"}, {"parts": "9"}, {"under": "6|x||"}, {"clay": "?"}]
)
def test_bad_input_keeps_what_was_typed(signed_in, tested, query):
    answer = find(signed_in, **{"want": "58, 2, 15", **query})
    assert answer.status_code == 400
    assert "What may come nearer" not in words_of(answer)


def test_an_empty_studio_is_told_what_to_do(signed_in):
    assert "No coloured tile has its fired colour noted yet" in words_of(find(signed_in))


def test_another_studios_tiles_are_not_found(stranger, tested):
    other = Studio.objects.get(name="Across the water")
    assert nearest_tiles(other, Lab(56, -17, 9), 3) == []
    assert tested[1].code not in words_of(find(stranger, "56, -17, 9"))


def test_the_queries_do_not_grow_with_the_tiles(signed_in, tested, fired):
    find(signed_in)
    with CaptureQueriesContext(connection) as few:
        find(signed_in)
    for pct in (1, 2, 4, 5):
        fired(f"&add=Kelp:{pct}", "60, -10, 8")
    with CaptureQueriesContext(connection) as many:
        find(signed_in)
    assert len(many) <= len(few)
