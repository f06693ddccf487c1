"""What is scratched into a tile and what was weighed for it are told apart."""

import uuid

import pytest

from tests.pages import words_of
from umberpot.mixing.composition import parts_of
from umberpot.mixing.models import Plan
from umberpot.mixing.weighing.services import correct_weighing
from umberpot.tiles.models import Tile
from umberpot.tiles.services import remake, shape

SERIES = "pcts=9&tile_dry_g=25&clay=Ferry+white&colourant=Quay+Blue&strategy=separate"
TRIAL = {"trial_name": "Nine", "mark": "100", "cone": "6", "glazed": "no"}


@pytest.fixture
def mix(signed_in, studio, clay, blue):
    """A mix of a plan for 9 %, with one tile to be made of it."""
    signed_in.post(f"/mix/series/start/?{SERIES}", {**TRIAL, "request_key": uuid.uuid4()})
    return Plan.objects.of(studio).latest("pk").mixes.get()


def only_tile():
    return Tile.objects.select_related("mix").latest("pk")


def too_little(weigh, mix):
    """48.9 g of clay would want 4.4 g; 4.1 g makes 8.38 %."""
    return weigh(mix, 48.9, 4.1)


def test_the_words_to_scratch_follow_the_weighing_before_they_are_scratched(weigh, mix, signed_in):
    assert only_tile().inscription[1] == "9 QB-14 Quay Blue"
    too_little(weigh, mix)
    assert only_tile().inscription[1] == "8.4 QB-14 Quay Blue"
    page = words_of(signed_in.get(f"/mix/plans/{mix.plan_id}/"))
    assert "8.4 QB-14 Quay Blue" in page
    shape(mix)
    assert only_tile().label_difference == ""


def test_what_was_scratched_first_is_told_from_what_was_weighed_after(weigh, mix, signed_in):
    shape(mix)
    too_little(weigh, mix)
    tile = only_tile()
    assert tile.inscription[1] == "9 QB-14 Quay Blue", "clay does not change by itself"
    assert tile.label_difference == "Scratched 9 % Quay Blue, weighed 8.4 %."
    for page in (tile.get_absolute_url(), tile.trial.get_absolute_url()):
        assert tile.label_difference in words_of(signed_in.get(page))


def test_scratched_over_the_label_is_right(weigh, mix, signed_in):
    shape(mix)
    too_little(weigh, mix)
    answer = signed_in.post(f"/tiles/{only_tile().code}/label/", {"label": "over"}, follow=True)
    tile = only_tile()
    assert tile.inscription[1] == "8.4 QB-14 Quay Blue"
    assert tile.label_difference == ""
    assert "is now labelled" in words_of(answer)


def test_kept_as_its_name_both_figures_stay(weigh, mix, signed_in):
    shape(mix)
    too_little(weigh, mix)
    tile = only_tile()
    signed_in.post(f"/tiles/{tile.code}/label/", {"label": "keep"})
    page = words_of(signed_in.get(tile.get_absolute_url()))
    assert "The label is kept as its name" in page
    assert "weighed 8.4 %" in page
    assert "weighed 8.4 %" not in words_of(signed_in.get(tile.trial.get_absolute_url()))
    assert only_tile().inscription[1] == "9 QB-14 Quay Blue"


def test_a_weighing_corrected_later_shows_at_the_label(weigh, mix, user):
    weigh(mix, 48.9, 4.4)
    shape(mix)
    assert only_tile().label_difference == ""
    powder = next(part for part in parts_of(mix) if part.role == "colourant")
    correct_weighing(powder.current_weighings[0], 5.4, user)
    assert only_tile().label_difference == "Scratched 9 % Quay Blue, weighed 11 %."


def test_within_what_weighing_can_tell_nothing_is_said(weigh, mix):
    shape(mix)
    weigh(mix, 48.9, 4.41)
    assert only_tile().label_difference == ""


def test_a_piece_made_again_is_labelled_with_what_is_in_its_mix(weigh, mix, user):
    shape(mix)
    too_little(weigh, mix)
    again = remake(only_tile(), user)
    assert again.inscription[1] == "8.4 QB-14 Quay Blue"
    assert again.label_difference == ""


def test_a_reader_changes_no_label(mix, stranger):
    assert stranger.post(f"/tiles/{only_tile().code}/label/", {"label": "keep"}).status_code == 404
