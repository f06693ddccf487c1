"""Tiles that are glazed over one half: two colours after the glaze firing, one after the bisque."""

import re
import uuid

import pytest

from tests.factories import FiringFactory
from tests.pages import words_of
from umberpot.colours.find.library import conditions_of
from umberpot.colours.photographs.forms import MarkForm
from umberpot.kiln.services import load_and_fire
from umberpot.tiles.models import ColourReading, Step, Tile
from umberpot.tiles.progress import progress_of


@pytest.fixture
def half(signed_in, studio, user, make_mix, weigh):
    """A bone-dry tile that will be glazed over one half."""
    mix = weigh(make_mix(), 80, 8)
    order = {"mark": "100", "cone": "6", "glazed": "half", "trial_name": "Halves", "count": 1}
    signed_in.post(f"/tiles/make/{mix.pk}/", {**order, "request_key": uuid.uuid4()})
    return Tile.objects.get()


@pytest.fixture
def glaze_fired(half, studio, user):
    load_and_fire([half], FiringFactory(studio=studio, made_by=user, cone="6"))
    return half


def fetched():
    return Tile.objects.with_history().get()


def record(client, tile, **colours):
    seen = {f"seen_{name}": "" for name in colours}
    return client.post(f"/tiles/{tile.code}/", {"stage": "fired", **seen, **colours}, follow=True)


def test_a_half_is_chosen_where_tiles_are_made(half):
    assert (half.glazed, half.bare_half) == (True, True)


def test_after_the_bisque_there_is_one_colour_yet(signed_in, half, studio, user):
    load_and_fire([half], FiringFactory(studio=studio, made_by=user, cone="04"))
    assert "Colour of the unglazed half" not in words_of(signed_in.get(f"/tiles/{half.code}/"))


def test_both_halves_are_recorded_and_the_tile_waits_for_both(signed_in, glaze_fired):
    assert "Colour of the unglazed half" in words_of(signed_in.get(f"/tiles/{glaze_fired.code}/"))
    record(signed_in, glaze_fired, colour="40, 5, -30")
    assert progress_of(fetched()).colour.lab.values == (40, 5, -30)
    assert progress_of(fetched()).bare_colour is None
    record(signed_in, glaze_fired, bare_colour="55, 3, -22")
    assert progress_of(fetched()).bare_colour.lab.values == (55, 3, -22)
    page = words_of(signed_in.get(f"/tiles/{glaze_fired.code}/"))
    assert "Colour of the unglazed half, cone 6" in page


def test_what_comes_next_is_the_colour_until_both_are_there(signed_in, glaze_fired):
    figures = {"length_fired": "88", "mass_fired": "80", "mass_soaked": "81"}
    record(signed_in, glaze_fired, **figures, method="boil_soak", colour="40, 5, -30")
    assert fetched().step == Step.COLOUR
    record(signed_in, glaze_fired, bare_colour="55, 3, -22")
    assert fetched().step == Step.READ


def test_a_bare_half_in_words_is_asked_for_in_figures(signed_in, glaze_fired):
    answer = record(signed_in, glaze_fired, bare_colour="dull blue")
    assert answer.status_code == 400
    assert "Words go in the field above." in words_of(answer)


@pytest.fixture
def read(signed_in, glaze_fired):
    record(signed_in, glaze_fired, colour="40, 5, -30", bare_colour="55, 3, -22")
    return glaze_fired


def test_the_trial_says_what_the_glaze_did_from_one_tile(signed_in, read):
    page = words_of(signed_in.get(f"/results/trials/{read.trial_id}/"))
    assert "the glaze deepens the colour" in page


def test_the_halves_hang_side_by_side_on_the_wall(signed_in, read):
    page = words_of(signed_in.get("/results/wall/", {"codes": read.code}))
    assert f"{read.code}, unglazed half" in page
    assert re.search(r"ΔE \d+", page)


def test_each_half_counts_under_its_own_conditions(read, studio):
    assert {one.glazed: count for one, count in conditions_of(studio)} == {True: 1, False: 1}


def test_each_half_has_a_ring_on_a_photograph(glaze_fired):
    form = MarkForm(None, tiles=[fetched()])
    assert [spot.title for spot in form.spots.values()] == [
        glaze_fired.code,
        f"{glaze_fired.code}, unglazed half",
    ]


def test_an_instruments_line_may_be_of_the_bare_half(signed_in, glaze_fired):
    code = glaze_fired.code
    lines = f"{code}; 40; 5; -30\n{code}; unglazed; 55; 3; -22"
    signed_in.post("/results/measured/", {"lines": lines})
    found = dict(ColourReading.objects.values_list("of_bare_half", "lightness"))
    assert found == {False: 40.0, True: 55.0}


def test_an_instruments_line_of_a_half_that_is_none_is_refused(signed_in, two_stains):
    answer = signed_in.post("/results/measured/", {"lines": f"{two_stains[0].code} bare 55 3 -22"})
    assert "without an unglazed half" in words_of(answer)
