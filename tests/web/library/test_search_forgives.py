"""Search understands people: colours, seasons, small words, a letter off, and what a mix holds."""

from datetime import date, timedelta

import pytest
from django.utils.timezone import localdate

from tests.pages import words_of
from umberpot.library.search.meaning import meaning_of, without_stop_words
from umberpot.library.search.meant import tiles_meant
from umberpot.library.search.query import look_up, results
from umberpot.tiles.models import Tile

TODAY = date(2026, 11, 30)


def spans(words, today=TODAY):
    span = meaning_of(words.split(), today).span
    return (span.first, span.last) if span else None


@pytest.mark.parametrize(
    ("typed", "first", "last"),
    [
        ("summer", date(2026, 6, 1), date(2026, 8, 31)),
        ("summer 2025", date(2025, 6, 1), date(2025, 8, 31)),
        ("spring", date(2026, 3, 1), date(2026, 5, 31)),
        ("autumn", date(2026, 9, 1), date(2026, 11, 30)),
        ("winter", date(2025, 12, 1), date(2026, 2, 28)),
        ("December", date(2025, 12, 1), date(2025, 12, 31)),
        ("march 2025", date(2025, 3, 1), date(2025, 3, 31)),
        ("2025", date(2025, 1, 1), date(2025, 12, 31)),
        ("yesterday", date(2026, 11, 29), date(2026, 11, 29)),
        ("today", date(2026, 11, 30), date(2026, 11, 30)),
    ],
)
def test_times_in_words(typed, first, last):
    assert spans(typed) == (first, last)


@pytest.mark.parametrize("typed", ["kelp", "8", "1200", "2999", "A12", "cone 6", "፩", "²"])
def test_other_words_are_no_time(typed):
    assert spans(typed) is None


def test_in_december_the_winter_is_the_one_that_has_begun():
    assert spans("winter", date(2026, 12, 5)) == (date(2026, 12, 1), date(2027, 2, 28))


def test_small_words_say_nothing_unless_they_are_all_there_is():
    assert without_stop_words(["that", "green", "from", "the", "summer"]) == ["green", "summer"]
    assert without_stop_words(["the", "of"]) == ["the", "of"]


@pytest.fixture
def fired(fired_tiles, two_stains):
    """Tiles of some colours under names that say nothing of them."""
    rows = {
        "green": ("&add=Kelp:4", "58, -28, 20"),
        "dark rust": ("&add=Rust:8", "36, 24, 28"),
        "pale blue": ("&add=Foam:2", "76, -4, -16"),
        "deep blue": ("&add=Foam:8", "34, 2, -34"),
        "grey": ("&add=Slab:2", "60, 0, 1"),
    }
    made = fired_tiles(list(rows.values()))
    return {name: tile.code for name, tile in zip(rows, made, strict=True)}


def codes(studio, typed):
    words = without_stop_words(typed.split())
    return [tile.code for tile in tiles_meant(studio, words, 24).tiles]


@pytest.mark.parametrize("typed", ["dark rust", "pale blue", "deep blue", "grey"])
def test_a_colour_in_words_finds_what_fired_so(studio, fired, typed):
    assert codes(studio, f"a {typed}")[0] == fired[typed]
    others = set(fired.values()) - {fired[typed]}
    assert not others.intersection(codes(studio, typed))


def test_a_colour_of_a_season(studio, fired):
    assert fired["green"] in codes(studio, "green")
    summer = localdate().replace(month=7, day=15)
    if summer > localdate():
        summer = summer.replace(year=summer.year - 1)
    Tile.objects.filter(code=fired["green"]).update(shaped_at=f"{summer}T12:00:00Z")
    assert codes(studio, "that green from the summer") == [fired["green"]]
    assert codes(studio, "green from the spring") == []


def test_what_no_tile_has_is_left_out_and_said_to_be(studio, fired):
    found = tiles_meant(studio, ["rust", "unheardof"], 24)
    assert fired["dark rust"] in [tile.code for tile in found.tiles]
    assert found.notes[-1] == "Nothing of this has “unheardof”: shown without it."


def test_the_page_says_what_it_read_the_words_as(signed_in, fired):
    page = words_of(signed_in.get("/go/", {"q": "pale blue tiles", "kind": ""}))
    assert "Read “pale blue” as a fired colour: blue or turquoise by its CIELAB hue." in page


@pytest.mark.parametrize(
    ("typed", "meant"), [("kepl", "kelp"), ("ferrry", "ferry"), ("glosary", "glossary")]
)
def test_a_letter_off_is_asked_about(signed_in, studio, two_stains, typed, meant):
    assert look_up(studio, typed).instead == meant
    assert f"Did you mean {meant}" in words_of(signed_in.get("/go/", {"q": typed}))


def test_what_is_found_is_not_put_right(studio, two_stains):
    assert look_up(studio, "kelp").instead == ""
    assert results(studio, "zzzzqq", {}).instead == ""


def test_a_mix_is_found_by_what_came_into_it_through_another(signed_in, studio, make_mix, weigh):
    poured = weigh(make_mix(), 80, 8)
    poured.made_of = {**poured.made_of, "colourants_g": {"Copper carbonate": 2.0}}
    poured.name = "Blend of two pots"
    poured.save()
    names = [row.name for kind in look_up(studio, "copper carb").kinds for row in kind.rows]
    assert "Blend of two pots" in names
    asked = {"material": "copper"}
    found = [row.name for kind in results(studio, "", asked).kinds for row in kind.rows]
    assert "Blend of two pots" in found


def test_a_stain_stands_before_its_tiles(studio, fired):
    kinds = [kind.title for kind in look_up(studio, "kelp").kinds]
    assert kinds.index("Shelf") < kinds.index("Tiles and bars")


def test_yesterday_is_yesterday(studio, fired):
    Tile.objects.filter(code=fired["grey"]).update(
        shaped_at=(localdate() - timedelta(days=1)).isoformat() + "T12:00:00Z"
    )
    assert codes(studio, "grey yesterday") == [fired["grey"]]
