"""Find a colour: the nearest tiles, mixtures that may come nearer, and how predictions came out."""

import re
import uuid

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from claycore.colour.notation import Lab
from tests.factories import FiringFactory, MaterialFactory
from tests.pages import words_of
from tests.web.fired_studio import WHITE_CLAY
from umberpot.colours.find.library import NearestTiles, nearest_tiles
from umberpot.colours.find.predictions import outcomes
from umberpot.colours.fired import Conditions
from umberpot.colours.models import Prediction
from umberpot.kiln.services import load_and_fire
from umberpot.studio.models import Studio
from umberpot.tiles.models import Tile

WHITE_AT_6 = Conditions("Ferry white", "6", "oxidation", glazed=False)


def find(client, want="58, 2, 15", **more):
    return client.get("/results/find/", {"want": want, "clay": WHITE_CLAY, **more})


def test_the_nearest_tiles_of_the_studio_come_first(signed_in, two_stains, studio):
    near = nearest_tiles(studio, Lab(56, -17, 9), 3, WHITE_AT_6).here
    assert near[0].tile.code == two_stains[1].code
    assert near[0].delta_e == pytest.approx(0)
    page = words_of(find(signed_in, "56, -17, 9"))
    assert f"{two_stains[1].code} ΔE 0.0" in page


def test_other_cones_clays_and_glazes_stand_apart(signed_in, two_stains, studio, user):
    """The nearest of all was fired cooler, or under a glaze: that is elsewhere."""
    cooler, glazed = two_stains[1], two_stains[2]
    other = FiringFactory(studio=studio, made_by=user, cone="04")
    cooler.loadings.update(firing=other)
    cooler.colours.update(firing=other)
    Tile.objects.filter(pk=glazed.pk).update(glazed=True)
    near = nearest_tiles(studio, Lab(56, -17, 9), 3, WHITE_AT_6)
    assert near.here[0].tile.code == two_stains[0].code
    assert {one.tile.code for one in near.here}.isdisjoint({cooler.code, glazed.code})
    assert [one.tile.code for one in near.elsewhere] == [cooler.code, glazed.code]
    page = words_of(find(signed_in, "56, -17, 9"))
    assert "In Ferry white, cone 6, unglazed." in page
    elsewhere = page.split("Elsewhere: other clays, cones and glazes")[1]
    assert f"{cooler.code} 6 % Kelp in Ferry white, cone 04, unglazed" in elsewhere


def test_a_tile_that_went_on_to_another_firing_is_no_longer_what_it_was(
    signed_in, two_stains, studio, user
):
    went_on = two_stains[1]
    load_and_fire([went_on], FiringFactory(studio=studio, made_by=user, cone="8"))
    near = nearest_tiles(studio, Lab(56, -17, 9), 7, WHITE_AT_6)
    codes = [one.tile.code for one in (*near.here, *near.elsewhere)]
    assert went_on.code not in codes
    assert len(codes) == len(two_stains) - 1


def test_where_nothing_comes_near_the_heading_says_so_and_what_is_missing(signed_in, two_stains):
    """F4: a strong blue where a green and a rust were tested."""
    page = words_of(find(signed_in, "35, 20, -60"))
    assert re.search(r"Nothing of yours comes near: the nearest is ΔE \d\d", page)
    assert "No colourant that you tested fires violet in Ferry white, cone 6, unglazed." in page
    assert "Nearest fired tiles" not in page
    assert "Nothing of yours comes near" not in words_of(find(signed_in, "58, 2, 15"))


def test_a_mixture_farther_than_a_fired_tile_is_not_said_to_come_nearer(signed_in, two_stains):
    page = words_of(find(signed_in, "56, -17, 9"))
    assert "Nearest mixtures, predicted" in page


def test_a_mixture_comes_nearer_than_any_tile_and_is_drawn_as_a_prediction(signed_in, two_stains):
    answer = find(signed_in)
    page = words_of(answer)
    assert "Kelp" in page.split("Nearest mixtures, predicted")[1]
    assert "€ per kg of dry clay" in page
    assert "swatch-predicted" in answer.content.decode()
    assert "A prediction is not a test" in page


def test_the_plain_clay_is_taken_from_its_own_tile(signed_in, two_stains, fired_tile):
    without = words_of(signed_in.get("/results/find/", {"want": "58, 2, 15"}))
    assert "own fired colour is needed" in without
    fired_tile("&add=Kelp:0", WHITE_CLAY)
    assert "% Kelp" in words_of(signed_in.get("/results/find/", {"want": "58, 2, 15"}))


def test_the_limits_of_the_person_hold(signed_in, two_stains):
    offered = words_of(find(signed_in, without="chromium")).split("Nearest mixtures, predicted")[1]
    assert "% Kelp" not in offered
    assert "% Rust" in offered


def test_the_test_tile_keeps_its_prediction_and_leads_to_the_dose(signed_in, two_stains):
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


def test_once_it_is_fired_the_tile_stands_beside_its_prediction(
    signed_in, two_stains, fired_tile, studio
):
    asked = {"want": "58, 2, 15", "clay": WHITE_CLAY, "add": ["Kelp:3.2", "Rust:2.4"]}
    signed_in.post("/results/find/test-tile/", asked)
    predicted = Prediction.objects.get().lab
    made = fired_tile("&add=Kelp:3.2&add=Rust:2.4", ", ".join(str(v) for v in predicted.values))
    fired_tile("&add=Kelp:3.2&add=Rust:4.4", "40, 0, 0")
    (outcome,) = outcomes(studio, 10)
    assert [tile.code for tile in outcome.tiles] == [made.code]
    assert outcome.is_hit
    page = words_of(signed_in.get("/results/find/predictions/"))
    assert "1 of 1 predictions came within twice the expected error." in page


def test_a_miss_is_counted_as_one(signed_in, two_stains, fired_tile, studio):
    signed_in.post(
        "/results/find/test-tile/", {"want": "58, 2, 15", "clay": WHITE_CLAY, "add": "Kelp:4"}
    )
    fired_tile("&add=Kelp:4", "30, 30, 0")
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
def test_what_cannot_be_predicted_keeps_nothing(signed_in, two_stains, bad):
    asked = {"want": "58, 2, 15", "clay": WHITE_CLAY, **bad}
    answer = signed_in.post("/results/find/test-tile/", asked, follow=True)
    assert "cannot be predicted any more" in words_of(answer)
    assert not Prediction.objects.exists()


@pytest.mark.parametrize(
    "query", [{"want": "x"}, {"max_pct": "0"}, {"parts": "9"}, {"under": "6|x||"}, {"clay": "?"}]
)
def test_bad_input_keeps_what_was_typed(signed_in, two_stains, query):
    answer = find(signed_in, **{"want": "58, 2, 15", **query})
    assert answer.status_code == 400
    assert "Nearest mixtures, predicted" not in words_of(answer)


def test_an_empty_studio_is_told_what_to_do(signed_in):
    assert "No coloured tile has its fired colour noted yet" in words_of(find(signed_in))


def test_another_studios_tiles_are_not_found(stranger, two_stains):
    other = Studio.objects.get(name="Across the water")
    assert nearest_tiles(other, Lab(56, -17, 9), 3, WHITE_AT_6) == NearestTiles([], [])
    assert two_stains[1].code not in words_of(find(stranger, "56, -17, 9"))


def test_the_queries_do_not_grow_with_the_tiles(signed_in, two_stains, fired_tile):
    find(signed_in)
    with CaptureQueriesContext(connection) as few:
        find(signed_in)
    for pct in (1, 2, 4, 5):
        fired_tile(f"&add=Kelp:{pct}", "60, -10, 8")
    with CaptureQueriesContext(connection) as many:
        find(signed_in)
    assert len(many) <= len(few)


def test_stains_that_look_the_same_are_found_over_all_trials(
    signed_in, two_stains, fired_tile, studio
):
    MaterialFactory(stain=True, studio=studio, name="Weed", price_per_kg=12)
    fired_tile("&add=Weed:6", "56.2, -17.1, 9.2")
    page = words_of(signed_in.get("/results/wall/same/"))
    assert "6 % Kelp and 6 % Weed look the same" in page
    assert "6 % Weed costs 1.08 € less per kg of dry clay." in page
    assert "Rust" not in page
    assert "comparisons" not in page


def test_two_stains_that_match_stand_once_with_what_to_look_for_in_the_box(
    signed_in, two_stains, fired_tile, studio, user
):
    """Another mix of one of them, fired another day: the tiles that shared a firing are shown."""
    MaterialFactory(stain=True, studio=studio, name="Weed", price_per_kg=12)
    together = fired_tile("&add=Weed:6", "56.4, -17.2, 9.4")
    nearer = fired_tile("&add=Weed:6", "56, -17, 9")
    later = FiringFactory(studio=studio, made_by=user, cone="6")
    nearer.loadings.update(firing=later)
    nearer.colours.update(firing=later)
    page = words_of(signed_in.get("/results/wall/same/"))
    assert page.count("look the same (") == 1
    assert f"6 % Kelp {two_stains[1].code} 6 % Weed {together.code} ΔE" in page
    assert "The same in both comparisons of their tiles." in page
    assert "different firings" not in page


def test_nothing_looks_the_same_in_an_empty_studio(signed_in):
    assert "No two stains look the same for certain." in words_of(
        signed_in.get("/results/wall/same/")
    )


def test_a_tiles_code_is_its_colour(signed_in, two_stains):
    code = two_stains[0].code
    page = signed_in.get("/results/find/", {"want": code.lower()})
    assert page.status_code == 200
    assert "66.00, -12.00, 8.00" in page.content.decode()
    assert f"{code} ΔE 0.0" in words_of(page)


def test_a_code_that_has_no_colour_is_asked_about(signed_in, two_stains):
    assert signed_in.get("/results/find/", {"want": "Z99"}).status_code == 400


def links(client, url, fragment):
    """The links of a page that have this in their address."""
    html = client.get(url).content.decode()
    return [href for href in re.findall(r'href="([^"]+)"', html) if fragment in href]


def test_before_anything_is_asked_ones_own_tiles_are_offered(signed_in, stranger, two_stains):
    two_stains[0].set_aside(True)
    offered = links(signed_in, "/results/find/", "find/?want=")
    assert {f"/results/find/?want={tile.code}#nearest" for tile in two_stains[1:]} == set(offered)
    picked = two_stains[1].code
    near = words_of(signed_in.get("/results/find/", {"want": picked}))
    assert f"{picked} ΔE 0.0" in near.split("Nearest fired tiles")[1]
    assert links(stranger, "/results/find/", "find/?want=") == []


def test_the_offer_asks_no_more_for_many_tiles(signed_in, two_stains, fired_tile):
    def queries(url):
        with CaptureQueriesContext(connection) as counted:
            signed_in.get(url)
        return len(counted)

    before = [queries(url) for url in ("/results/find/", "/results/wall/")]
    for pct in (4, 5, 7, 8):
        fired_tile(f"&add=Kelp:{pct}", f"{60 - pct}, -14, 8")
    assert [queries(url) for url in ("/results/find/", "/results/wall/")] == before
