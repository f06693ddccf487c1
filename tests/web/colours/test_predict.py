"""A strength nobody made yet: between the tiles it rests on, drawn as no tile."""

import pytest

from tests.pages import words_of
from tests.web.fired_studio import WHITE_CLAY

URL = "/results/predict/"


def ask(client, **query):
    return client.get(URL, {"clay": WHITE_CLAY, "colourant": "Kelp", "pct": "4.5", **query})


def test_a_strength_stands_between_its_tiles_as_a_prediction(signed_in, two_stains):
    answer = ask(signed_in)
    page = words_of(answer)
    assert "4.5 % Kelp" in page
    assert "Rests on tiles of 3, 6, 9 %." in page
    between = page.split("A prediction is no test.")[1].split("Likely range")[0]
    assert between.index("3 %") < between.index("4.5 %") < between.index("6 %")
    assert "swatch-predicted" in answer.content.decode()


def test_beyond_the_tests_it_says_so_and_goes_no_further_than_it_may(signed_in, two_stains):
    assert "This is stronger than any of them." in words_of(ask(signed_in, pct="12"))
    assert "13.5 % Kelp" in words_of(ask(signed_in, pct="60"))
    assert "This is paler than any of them." in words_of(ask(signed_in, pct="1"))


def test_one_strength_is_called_a_guess(signed_in, fired_tile):
    fired_tile("&add=Kelp:6", "56, -17, 9")
    assert "One strength only: everything else is a guess." in words_of(ask(signed_in))


def test_without_a_percentage_it_begins_between_the_strongest_two(signed_in, two_stains):
    assert "7.5 % Kelp" in words_of(ask(signed_in, pct=""))


def test_while_the_slider_is_dragged_only_the_answer_comes(signed_in, two_stains):
    live = signed_in.get(URL, {"clay": WHITE_CLAY, "pct": "5"}, headers={"HX-Request": "true"})
    assert "<html" not in live.content.decode()
    assert "5.0 % Kelp" in words_of(live)


@pytest.mark.parametrize(
    "bad", [{"pct": "x"}, {"pct": "101"}, {"colourant": "Nobody"}, {"clay": "?"}]
)
def test_bad_input_is_told(signed_in, two_stains, bad):
    assert ask(signed_in, **bad).status_code == 400


def test_an_empty_studio_is_told_what_to_do(signed_in):
    assert "No coloured tile has its fired colour noted yet" in words_of(signed_in.get(URL))
