"""What the colours of a trial say on its page, and what it was made to find first."""

import re
import uuid

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from tests.factories import FiringFactory, KilnFactory, MaterialFactory
from tests.pages import words_of
from umberpot.colours.fired import after_the_last_firing, fired_colours
from umberpot.colours.ladders.ladder import ladders_of
from umberpot.colours.noise import studio_record
from umberpot.colours.predict.expected import grounds_of
from umberpot.kiln.services import load_and_fire
from umberpot.studio.models import Studio
from umberpot.tiles.models import Loading, Tile, Trial
from umberpot.tiles.pieces import PieceSpec
from umberpot.tiles.readings.services import record_colour
from umberpot.tiles.services import TileOrder, make_tiles


@pytest.fixture
def trial(studio, user):
    return Trial.objects.create(
        studio=studio, name="Ramp", ware="stoneware", school="strict", made_by=user
    )


@pytest.fixture
def firing(studio, user):
    return FiringFactory(studio=studio, made_by=user, cone="6", fired_on="2026-11-10")


@pytest.fixture
def fired(trial, firing, make_mix, weigh, user):
    """Makes, fires and reads a tile of each of some colours of one mix."""

    def make(added, *colours, glazed=False, firing=firing, mix=None):
        mix = mix or make_mix(f"clay=Ferry white&state=dry&mass=80&unit=g&add={added}")
        order = TileOrder(len(colours), PieceSpec(100, "6", glazed), uuid.uuid4())
        tiles = make_tiles(mix, trial, order, user)
        load_and_fire(tiles, firing)
        for tile, colour in zip(tiles, colours, strict=True):
            record_colour(tile, firing, colour, None, user)
        return mix, tiles

    return make


def page_of(client, trial):
    return words_of(client.get(f"/results/trials/{trial.pk}/"))


def test_a_tile_unlike_its_twins_is_named_and_makes_nothing_else_look_alike(
    signed_in, trial, fired, studio
):
    """Three of one mix, one of them read as another colour: 20 ΔE off is no scatter."""
    _, (first, odd, third) = fired("Quay Blue:3", "68, 3, -9", "66, 22, 30", "68.4, 3, -9.2")
    fired("Quay Blue:7", "61, 4, -16")
    said = page_of(signed_in, trial)
    twins = f"{first.code} and {third.code}"
    assert f"{odd.code} lies ΔE " in said
    assert f" from {twins}, which were made and fired alike and agree." in said
    assert studio_record(studio).total.degrees == 0


def test_nothing_is_predicted_or_compared_from_tiles_that_do_not_agree(signed_in, fired, studio):
    """6 % was made twice and read as green and as straw: what is predicted rests on 3 and 9."""
    for added, *colours in (
        ("Kelp:3", "66, -12, 8"),
        ("Kelp:6", "56, -17, 9", "70, -4, 20"),
        ("Kelp:9", "50, -19, 10"),
        ("Wrack:6", "63, -10.5, 14.5"),  # their mean, which nothing fired to
    ):
        fired(added, *colours)
    asked = {"clay": "86, 0.5, 7", "colourant": "Kelp", "pct": "4.5"}
    said = words_of(signed_in.get("/results/predict/", asked))
    assert "Based on tiles of 3, 9 %." in said
    assert "until then they are left out." in said
    assert signed_in.get("/results/wall/same/").context["pairs"] == []
    grounds = grounds_of(studio, "Ferry white")
    assert [ground.expected({"Kelp": 6.0}) for ground in grounds] == [None]


@pytest.mark.parametrize(
    "address",
    [
        "/results/predict/?clay=86,0.5,7&pct=4",
        "/results/find/?want=52,-8,18&clay=86,0.5,7",
        "/results/find/next/?clay=86,0.5,7&goal=know",
        "/results/find/next/?clay=86,0.5,7&want=52,-8,18&goal=colour",
        "/results/find/next/?clay=86,0.5,7&goal=enough",
        "/results/find/ranges/",
        "/results/wall/same/",
        "/results/predict/dose/?clay=Ferry+white&add=Kelp:6",
        "/results/wall/",
        "/results/",
        "/",
    ],
)
def test_two_tiles_that_do_not_agree_may_be_all_there_is(signed_in, fired, address):
    fired("Kelp:6", "56, -17, 9", "70, -4, 20")
    assert signed_in.get(address).status_code == 200


def test_a_ladder_draws_no_colour_between_two_that_do_not_agree(signed_in, fired, studio):
    kelp = MaterialFactory(stain=True, studio=studio, name="Kelp")
    fired("Kelp:3", "66, -12, 8")
    fired("Kelp:6", "56, -17, 9", "70, -4, 20")
    [made] = ladders_of(kelp).ladders
    assert [swatch.colour is None for swatch in made.row.swatches] == [False, True]
    assert made.row.swatches[1].under == "do not agree"
    asked = signed_in.get("/results/find/next/", {"clay": "86, 0.5, 7", "colourant": "Kelp"})
    assert "until then they are left out." in words_of(asked)


def test_tiles_of_two_firings_that_differ_bring_the_firings_into_doubt(
    signed_in, trial, fired, studio, user
):
    mix, [one] = fired("Quay Blue:3", "68, 3, -9")
    second = FiringFactory(studio=studio, made_by=user, cone="6", fired_on="2026-11-18")
    _, [other] = fired("Quay Blue:3", "56, 4, -17", firing=second, mix=mix)
    said = page_of(signed_in, trial)
    assert f"{one.code} and {other.code} were made alike, and fired to the same cone, but" in said
    assert "Check their labels, firings and readings: until then they are left out." in said


def test_of_two_that_should_be_alike_neither_is_blamed(signed_in, trial, fired):
    _, (one, other) = fired("Quay Blue:3", "68, 3, -9", "56, 4, -17")
    said = page_of(signed_in, trial)
    assert f"{one.code} and {other.code} were made and fired alike, but lie ΔE" in said


def test_the_trial_answers_its_own_question_first(signed_in, trial, fired, blue):
    type(blue).objects.update(price_per_kg=38)
    for added, colour in (("3", "68, 3, -9"), ("7", "58, 4, -17"), ("11", "57.6, 4, -17.4")):
        fired(f"Quay Blue:{added}", colour)
    said = page_of(signed_in, trial)
    answer = "7 % is as strong as it gets. 11 % looks the same"
    assert answer in said
    assert "Stopping there saves 1.52 € per kg of dry clay" in said
    assert said.index(answer) < said.index("Tile by tile")
    assert "Make more at 7 % Quay Blue" in said
    html = signed_in.get(f"/results/trials/{trial.pk}/").content.decode()
    assert "/mix/kilos/?clay=Ferry+white&amp;add=Quay+Blue%3A7" in html


def test_the_list_of_trials_gives_each_answer(signed_in, trial, fired):
    for added, colour in (("3", "68, 3, -9"), ("7", "58, 4, -17")):
        fired(f"Quay Blue:{added}", colour)
    said = words_of(signed_in.get("/results/"))
    assert "unglazed: 7 % still looks different from 3 % (ΔE " in said


def test_a_trial_without_colours_says_nothing_of_them(signed_in, trial, fired):
    _, tiles = fired("Quay Blue:3", "68, 3, -9")
    Tile.objects.filter(pk=tiles[0].pk).get().colours.all().delete()
    said = page_of(signed_in, trial)
    assert "What the colours say" not in said
    assert "ΔE" not in said


def test_what_the_glaze_did_is_said_with_its_margin(signed_in, trial, fired):
    mix, _ = fired("Quay Blue:6", "58, 4, -17")
    fired("Quay Blue:6", "50, 5, -22", glazed=True, mix=mix)
    said = page_of(signed_in, trial)
    assert "6 % Quay Blue: the glaze deepens the colour, darker, stronger (ΔE" in said


def test_strengths_that_the_glaze_changes_alike_are_said_together(signed_in, trial, fired):
    for pct, bare, under in ((3, "70, 2, -8", "64, 3, -12"), (6, "58, 4, -17", "50, 5, -22")):
        mix, _ = fired(f"Quay Blue:{pct}", bare)
        fired("", under, glazed=True, mix=mix)
    said = page_of(signed_in, trial)
    assert "3 and 6 % Quay Blue: the glaze deepens the colour, darker, stronger (ΔE" in said


def test_fading_between_two_firings(signed_in, trial, fired, studio, user):
    _, tiles = fired("Quay Blue:6", "46, 3, -42")
    hotter = FiringFactory(studio=studio, made_by=user, cone="9", fired_on="2026-11-15")
    load_and_fire(tiles, hotter)
    record_colour(tiles[0], hotter, "46, 1, -24", None, user)
    assert "6 % Quay Blue fades from cone 6 to cone 9: greyer" in page_of(signed_in, trial)


def test_twins_name_the_cheaper(signed_in, trial, fired, studio, blue):
    type(blue).objects.filter(pk=blue.pk).update(price_per_kg=38)
    MaterialFactory(stain=True, studio=studio, name="Wharf Blue", price_per_kg=20)
    fired("Quay Blue:6", "50, 4, -22")
    fired("Wharf Blue:6", "50.3, 4, -22.3")
    said = page_of(signed_in, trial)
    assert "6 % Quay Blue and 6 % Wharf Blue look the same" in said
    assert "6 % Wharf Blue costs 1.08 € less" in said
    assert "in different firings" not in said


@pytest.mark.parametrize(
    ("recipe", "title"),
    [
        ("Quay Blue:4&add=Soot:1", "4 % Quay Blue + 1 % Soot"),
        ("Quay Blue:0", "Plain"),
        ("Quay Blue:4", "4 % Quay Blue"),
    ],
)
def test_a_recipe_that_was_mixed_twice_is_said_once(signed_in, trial, fired, recipe, title):
    """Of two colourants, of none and of one: each mix with the glaze and without it."""
    for lighter in (0, 0.3):
        mix, _ = fired(recipe, f"{60 + lighter}, 4, -17")
        fired("", f"{52 + lighter}, 5, -22", glazed=True, mix=mix)
    said = page_of(signed_in, trial)
    assert said.count(f"{title}: the glaze deepens the colour, darker, stronger (ΔE 7") == 1


def test_a_palette_under_a_glaze_is_told_by_what_the_glaze_did(signed_in, trial, fired):
    """Six stains, of which the glaze darkens four; of one it is too close to call: that is last."""
    under = {"Kelp": 8, "Rust": 8.4, "Fog": 8, "Tar": 8, "Moss": 2.3, "Foam": 0}
    for name, darker in under.items():
        mix, _ = fired(f"{name}:6", "60, 4, -17")
        fired("", f"{60 - darker}, {4 + darker / 8}, {-17 - darker / 2}", glazed=True, mix=mix)
    said = page_of(signed_in, trial)
    many = re.search(r"The glaze deepens 4 of 6 colours: (.*?), ± \d\.\d\.", said)
    assert re.fullmatch(
        r"6 % Rust \(ΔE \d\.\d\), 6 % Fog \(\d\.\d\), 6 % Kelp \(\d\.\d\) and 6 % Tar \(\d\.\d\)",
        many[1],
    )
    undecided = said.index("6 % Moss: the glaze may or may not change the colour")
    assert said.index("6 % Foam: the glaze changes nothing visible") < undecided


def test_what_a_glaze_did_across_firings_says_so(signed_in, trial, fired, studio, user):
    later = FiringFactory(studio=studio, made_by=user, cone="6", fired_on="2026-11-20")
    mix, _ = fired("Quay Blue:6", "58, 4, -17")
    fired("", "50, 5, -22", glazed=True, mix=mix, firing=later)
    said = page_of(signed_in, trial)
    assert re.search(r"the glaze deepens the colour, .*\), in different firings\.", said)
    fired("", "50, 5, -22.2", glazed=True, mix=mix)
    assert "in different firings" not in page_of(signed_in, trial)


def test_what_was_compared_across_firings_says_so(signed_in, trial, fired, studio, user, blue):
    later = FiringFactory(studio=studio, made_by=user, cone="6", fired_on="2026-11-20")
    MaterialFactory(stain=True, studio=studio, name="Wharf Blue")
    fired("Quay Blue:3", "68, 3, -9")
    fired("Quay Blue:6", "50, 4, -22")
    fired("Wharf Blue:6", "50.3, 4, -22.3", firing=later)
    fired("Quay Blue:9", "40, 5, -30", firing=later)
    said = page_of(signed_in, trial)
    assert "6 and 9 % came from different firings, which may differ too." in said
    assert re.search(
        r"6 % Quay Blue and 6 % Wharf Blue look the same \(.* in different firings\)", said
    )


def test_a_name_that_does_not_fit_brings_questions_and_no_verdict(signed_in, trial, fired):
    fired("Quay Blue:6", "55, 1, -2")
    said = page_of(signed_in, trial)
    assert "Quay Blue is called blue, and fires grey" in said
    assert "Possible causes (common practice), none established." in said


def test_a_lighter_shelf_is_named(signed_in, trial, fired, firing, studio):
    type(firing).objects.update(kiln=KilnFactory(studio=studio))
    for added in ("3", "6", "9"):
        _, tiles = fired(f"Quay Blue:{added}", "55, 4, -17", "51, 4, -17")
        for shelf, tile in zip((2, 0), tiles, strict=True):
            Loading.objects.filter(tile=tile).update(shelf=shelf)
    assert "Tiles from shelf 3 are lighter than their equals on shelf 1" in page_of(
        signed_in, trial
    )


def test_the_studios_other_replicates_set_the_noise(trial, fired, studio):
    _, tiles = fired("Quay Blue:6", "50, 4, -22", "53, 4, -22")
    mine = fired_colours(Tile.objects.filter(pk__in=[t.pk for t in tiles]).with_history())
    assert studio_record(studio).total.degrees == 1
    assert studio_record(studio).excluding_tiles([mine[0].mix]).degrees == 0


def test_another_studios_tiles_set_nothing(trial, fired, stranger):
    fired("Quay Blue:6", "50, 4, -22", "53, 4, -22")
    other = Studio.objects.get(name="Across the water")
    assert studio_record(other).total.degrees == 0


def test_the_queries_do_not_grow_with_the_tiles(signed_in, trial, fired):
    fired("Quay Blue:3", "68, 3, -9", "68, 3, -9")
    fired("Quay Blue:4", "58, 4, -17", "58, 4, -17")
    fired("Quay Blue:5", "58, 4, -17", "58, 4, -17")
    page_of(signed_in, trial)
    with CaptureQueriesContext(connection) as few:
        page_of(signed_in, trial)
    for added in ("6", "8", "9"):
        fired(f"Quay Blue:{added}", "58, 4, -17", "58, 4, -17")
    with CaptureQueriesContext(connection) as many:
        page_of(signed_in, trial)
    assert len(many) <= len(few)


def test_the_last_colour_is_that_of_the_last_firing_whenever_it_was_recorded(fired, studio, user):
    """The bisque's colour is entered late, after that of the glaze firing."""
    _, tiles = fired("Quay Blue:6", "46, 3, -42")
    hotter = FiringFactory(studio=studio, made_by=user, cone="9", fired_on="2026-11-15")
    load_and_fire(tiles, hotter)
    record_colour(tiles[0], hotter, "46, 1, -24", None, user)
    first = tiles[0].colours.get(firing__cone="6")
    record_colour(tiles[0], first.firing, "47, 3, -40", first.pk, user)
    read = fired_colours(Tile.objects.filter(pk=tiles[0].pk).with_history())
    assert [one.conditions.cone for one in read] == ["6", "9"]
    assert [one.conditions.cone for one in after_the_last_firing(read)] == ["9"]
