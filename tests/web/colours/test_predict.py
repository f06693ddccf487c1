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
    assert "Based on tiles of 3, 6, 9 %." in page
    between = page.split("A prediction is not a test: fire a tile.")[1].split("Likely range")[0]
    assert between.index("3 %") < between.index("4.5 %") < between.index("6 %")
    assert "swatch-predicted" in answer.content.decode()


def test_beyond_the_tests_it_says_so_and_goes_no_further_than_it_may(signed_in, two_stains):
    assert "This is stronger than any of them." in words_of(ask(signed_in, pct="12"))
    assert "13.5 % Kelp" in words_of(ask(signed_in, pct="60"))
    assert "This is paler than any of them." in words_of(ask(signed_in, pct="1"))


def test_one_strength_is_called_a_guess(signed_in, fired_tile):
    fired_tile("&add=Kelp:6", "56, -17, 9")
    assert "tiles only, so other strengths are guesses." in words_of(ask(signed_in))


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


def test_a_dose_is_told_the_colour_it_may_fire_to(signed_in, two_stains, fired_tile):
    fired_tile("&add=Kelp:0", WHITE_CLAY)
    asked = {"clay": "Ferry white", "add": ["Kelp:4.5", "nonsense"]}
    answer = signed_in.get("/results/predict/dose/", asked)
    (found,) = answer.context["colours"]
    assert found.expected.is_predicted
    assert found.nearest.title == "6 % Kelp"
    said = words_of(answer)
    assert "Predicted for Ferry white, cone 6, unglazed" in said
    assert "Nearest of your tiles:" in said


@pytest.mark.parametrize(
    "asked",
    [{}, {"clay": "Ferry white"}, {"clay": "Ferry white", "add": "Nobody's:4"}, {"add": "Kelp:x"}],
)
def test_a_dose_that_nobody_knows_the_colour_of_stays_neutral(signed_in, two_stains, asked):
    assert words_of(signed_in.get("/results/predict/dose/", asked)).strip() == ""


def test_the_dose_asks_for_its_colour_by_itself(signed_in, clay):
    query = "clay=Ferry+white&state=dry&mass=80&unit=g&add=Kelp:4.5"
    page = signed_in.get(f"/mix/dose/?{query}").content.decode()
    assert "/results/predict/dose/?clay=Ferry+white&amp;add=Kelp%3A4.5" in page


@pytest.mark.parametrize("pct", ["1e308", "inf", "nan", "-4", "0", "5000"])
def test_a_dose_that_cannot_be_breaks_nothing(signed_in, two_stains, fired_tile, pct):
    fired_tile("&add=Kelp:0", WHITE_CLAY)
    asked = {"clay": "Ferry white", "add": f"Kelp:{pct}"}
    answer = signed_in.get("/results/predict/dose/", asked)
    assert answer.status_code == 200
    assert b"nan" not in answer.content
