"""Long lists come a page at a time, with everything in them to be found."""

import uuid

import pytest

from tests.factories import FiringFactory, MaterialFactory
from tests.pages import words_of
from umberpot.mixing.models import Mix
from umberpot.tiles.models import ColourReading, Loading, Step, Tile, Trial


@pytest.fixture
def many(studio, user, make_mix, weigh):
    """Thirty trials of one mix; the first has forty tiles, each other one."""
    mix = weigh(make_mix(), 80, 8)
    trials = [
        Trial.objects.create(
            studio=studio, name=f"Trial {n}", ware="stoneware", school="strict", made_by=user
        )
        for n in range(30)
    ]

    def make(step=Step.READ, cones=("6",)):
        of = [trials[0]] * 40 + trials[1:]
        return Tile.objects.bulk_create(
            Tile(
                studio=studio,
                trial=trial,
                mix=mix,
                code=f"T{number}",
                mark_length_mm=100,
                cone=cones[number % len(cones)],
                step=step,
                shaped_at=trial.made_at,
                request_key=uuid.uuid4(),
                made_by=user,
            )
            for number, trial in enumerate(of)
        )

    return make


def test_every_trial_is_on_some_page(signed_in, many):
    many()
    pages = [words_of(signed_in.get(f"/tiles/?page={n}")) for n in (1, 2, 3)]
    for number in range(30):
        assert sum(f"Trial {number} " in page for page in pages) == 1
    assert "1–10 of 30 trials" in pages[0]
    assert "and 26 more" in pages[2], "forty tiles, of which a row is drawn"


@pytest.mark.parametrize("page", ["0", "-1", "x", "999", ""])
def test_a_page_that_is_not_there_is_the_nearest_that_is(signed_in, many, page):
    many()
    assert "of 30 trials" in words_of(signed_in.get(f"/tiles/?page={page}"))


def test_what_was_fired_is_read_a_page_at_a_time(signed_in, studio, many):
    firing = FiringFactory(studio=studio)
    tiles = many()
    Loading.objects.bulk_create(Loading(studio=studio, firing=firing, tile=one) for one in tiles)
    unread = words_of(signed_in.get("/results/"))
    assert "Fired, colours not entered yet (24 and more)" in unread
    colour = {"studio": studio, "firing": firing, "lightness": 50, "a": 9, "b": 9, "typed": "x"}
    ColourReading.objects.bulk_create(
        ColourReading(tile=one, made_by=firing.made_by, **colour) for one in tiles
    )
    first = words_of(signed_in.get("/results/"))
    assert "1–6 of 30 trials" in first


def test_the_bench_counts_what_it_does_not_draw(signed_in, many):
    many(step=Step.FIRE, cones=("04", "8"))
    page = words_of(signed_in.get("/"))
    assert "Cone 04 Fire 35 tiles." in page
    assert "Cone 8 Fire 34 tiles." in page
    assert "+28" in page


def test_the_kiln_draws_some_of_each_cone_and_all_of_one(signed_in, many):
    tiles = many(step=Step.FIRE, cones=("04", "8"))
    page = signed_in.get("/kiln/").content.decode()
    assert "21 oldest of 35" in " ".join(page.split())
    only = signed_in.get("/kiln/?cone=04").content.decode()
    assert only.count('name="tile"') == 35
    assert "Show all" not in only
    far = tiles[-1]
    firing = {"cone": "04", "fired_on": "2026-11-20", "tile": [far.pk]}
    assert signed_in.post("/kiln/", firing).status_code == 302
    assert Loading.objects.get().tile == far, "what is not drawn can be fired all the same"


def test_mixes_are_found_a_page_at_a_time(signed_in, studio, user, make_mix, weigh):
    mix = weigh(make_mix(), 80, 8)
    copies = [Mix.objects.get(pk=mix.pk) for _ in range(29)]
    for number, copy in enumerate(copies):
        copy.pk, copy.request_key, copy.name = None, uuid.uuid4(), f"Copy {number}."
    Mix.objects.bulk_create(copies)
    pages = [words_of(signed_in.get(f"/mix/?made={n}")) for n in (1, 2, 3)]
    for number in range(29):
        assert sum(f"Copy {number}." in page for page in pages) == 1


def test_the_shelf_turns_its_lists_one_by_one(signed_in, studio):
    for number in range(45):
        MaterialFactory(studio=studio, kind="stain", name=f"Stain {number:02}.")
    MaterialFactory(studio=studio, name="Ferry white")
    first, second = [words_of(signed_in.get(f"/shelf/?colourants={n}")) for n in (1, 2)]
    assert "1–40 of 45 colourants" in first
    assert "Stain 44." in second
    assert "Stain 00." not in second
    assert "Ferry white" in first
    assert "Ferry white" in second
