"""The colour a mixture may fire to, wherever a mix or a leftover is shown."""

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from tests.pages import words_of
from umberpot.mixing.leftovers.services import MOST_PAIRS, keep_leftover


@pytest.fixture
def palette(two_stains, fired_tile):
    """Two stains at three strengths, and the plain clay."""
    fired_tile("&add=Kelp:0", "86, 0.5, 7")


@pytest.fixture
def leftover_of(make_mix, weigh, user):
    """Makes a mix, weighs it out and puts what is left on the shelf."""

    def make(*adds, clay="Ferry white"):
        mix = make_mix(f"clay={clay}&state=dry&mass=80&unit=g" + "".join(f"&add={a}" for a in adds))
        weigh(mix, *(part.planned_g for part in mix.parts.order_by("position")))
        return mix, keep_leftover(mix, 40, "dry", None, user)

    return make


def test_a_mix_that_was_never_fired_shows_what_to_expect(signed_in, palette, leftover_of):
    mix, left = leftover_of("Kelp:4.5")
    for url in (mix.get_absolute_url(), f"/mix/leftovers/{left.pk}/"):
        page = signed_in.get(url)
        assert "Predicted for Ferry white, cone 6, unglazed, ± ΔE" in words_of(page), url
        assert "expected-predicted" in page.content.decode()


def test_one_that_was_fired_shows_that_and_no_prediction(signed_in, palette, leftover_of):
    _, left = leftover_of("Kelp:6")
    page = signed_in.get(f"/mix/leftovers/{left.pk}/")
    assert "Fired in Ferry white, cone 6, unglazed (A2)" in words_of(page)
    assert "expected-predicted" not in page.content.decode()


def test_two_leftovers_show_what_they_would_come_to_together(signed_in, palette, leftover_of):
    _, left = leftover_of("Kelp:6")
    leftover_of("Rust:3")
    page = words_of(signed_in.get(f"/mix/leftovers/{left.pk}/"))
    assert "2.96 % Kelp, 1.52 % Rust" in page
    together = page.split("Combine with another leftover")[1]
    assert "Predicted for Ferry white, cone 6, unglazed, ± ΔE" in together


def test_of_an_unknown_colourant_or_clay_nothing_is_said(signed_in, palette, leftover_of):
    _, unknown = leftover_of("Ochre:4")
    _, other_clay = leftover_of("Kelp:4", clay="Harbour buff")
    for left in (unknown, other_clay):
        page = words_of(signed_in.get(f"/mix/leftovers/{left.pk}/"))
        assert "Predicted" not in page.split("Combine with another leftover")[0]


def test_queries_stop_growing_with_the_leftovers(signed_in, palette, leftover_of):
    _, left = leftover_of("Kelp:6")

    def queries():
        with CaptureQueriesContext(
            connection,
        ) as counted:
            signed_in.get(f"/mix/leftovers/{left.pk}/")
        return len(counted)

    for _ in range(MOST_PAIRS):
        leftover_of("Kelp:3")
    before = queries()
    for _ in range(3):
        leftover_of("Kelp:3")
    assert queries() == before
