"""Names and fired colours. Common practice."""

import math

import pytest

from claycore.colour.naming import Family, family_of, misnamed
from claycore.colour.notation import Lab


@pytest.mark.parametrize(
    ("lab", "family"),
    [
        (Lab(92, 0, 3), Family.WHITE),
        (Lab(55, 1, -2), Family.GREY),
        (Lab(20, 2, 1), Family.BLACK),
        (Lab(75, 6, 15), Family.BEIGE),
        (Lab(42, 12, 16), Family.BROWN),
        (Lab(45, 42, 25), Family.RED),
        (Lab(72, 22, 10), Family.PINK),
        (Lab(60, 34, 48), Family.ORANGE),
        (Lab(82, 2, 60), Family.YELLOW),
        (Lab(50, -30, 20), Family.GREEN),
        (Lab(55, -28, -10), Family.TURQUOISE),
        (Lab(40, 5, -40), Family.BLUE),
        (Lab(42, 28, -25), Family.VIOLET),
    ],
)
def test_families(lab, family):
    assert family_of(lab) is family


@pytest.mark.parametrize(
    ("border", "below", "above"),
    [
        (20, Family.PINK, Family.RED),
        (45, Family.RED, Family.ORANGE),
        (72, Family.ORANGE, Family.YELLOW),
        (105, Family.YELLOW, Family.GREEN),
        (172, Family.GREEN, Family.TURQUOISE),
        (235, Family.TURQUOISE, Family.BLUE),
        (288, Family.BLUE, Family.VIOLET),
        (335, Family.VIOLET, Family.PINK),
        (360, Family.PINK, Family.PINK),
    ],
)
def test_where_one_hue_ends_the_next_begins(border, below, above):
    """Hue angles of CIELAB, of colours that are neither pale nor earthy. Our choice."""
    for hue, family in ((border - 0.4, below), (border + 0.4, above)):
        angle = math.radians(hue)
        assert family_of(Lab(55, 50 * math.cos(angle), 50 * math.sin(angle))) is family


def test_a_violet_that_fires_grey_is_told_with_what_to_ask():
    found = misnamed("Dusk Violet", Lab(55, 2, -3))
    assert (found.word, found.fires) == ("violet", Family.GREY)
    assert any("chrome–tin" in question for question in found.questions)
    assert all(question.count("?") == 1 for question in found.questions)


def test_a_red_that_is_a_pink_is_told():
    assert misnamed("Signal Red", Lab(70, 30, 12)).fires is Family.PINK


@pytest.mark.parametrize("name", ["Dawn", "Number 7", "", "Redoubt"])
def test_a_name_without_a_colour_disagrees_with_nothing(name):
    assert misnamed(name, Lab(55, 2, -3)) is None


@pytest.mark.parametrize(
    ("name", "fits", "not_that"),
    [
        ("Scarlet", Lab(48, 50, 34), Lab(62, 8, 18)),
        ("Lilac", Lab(62, 14, -16), Lab(58, 2, 1)),
        ("Deep Plum", Lab(34, 22, -10), Lab(60, 0, -2)),
        ("Moss", Lab(46, -14, 24), Lab(44, 14, 20)),
        ("Lemon", Lab(84, -2, 58), Lab(70, 18, 30)),
        ("Navy", Lab(28, 4, -26), Lab(60, 2, 4)),
        ("Coral", Lab(66, 32, 20), Lab(70, 3, 14)),
        ("Charcoal", Lab(26, 1, 1), Lab(45, 10, 18)),
    ],
)
def test_a_name_that_speaks_of_colour_is_known(name, fits, not_that):
    assert misnamed(name, fits) is None
    found = misnamed(name, not_that)
    assert found is not None
    assert found.questions


def test_the_last_word_counts():
    assert misnamed("Rose Grey", Lab(55, 2, -3)) is None
