"""What is asked where a colour fades. F5, judged by hand: rose at bisque, beige at 8, under a zinc
clear: chrome–tin short of lime or hurt by zinc, or too hot; a zinc-free clear, a cooler cone.
"""

from claycore.colour.fading import OnTheColour, questions_of_fading, questions_of_glaze
from claycore.colour.naming import misnamed
from claycore.colour.notation import Lab

ZINC_CLEAR = OnTheColour("Pier clear", True)


def test_rose_that_fades_at_8_under_a_zinc_clear():
    said = " ".join(questions_of_fading("Wharf Rose", ZINC_CLEAR, "8"))
    assert "chrome–tin" in said
    assert "calcium and tin" in said
    assert "Pier clear contains zinc" in said
    assert "under a glaze without zinc" in said
    assert "Is cone 8 too hot" in said
    assert "cooler cone" in said


def test_a_glaze_without_zinc_is_not_asked_about():
    assert questions_of_glaze("Wharf Rose", OnTheColour("Pier clear", False)) == ()


def test_a_glaze_of_which_nobody_knows_is_asked_about_by_its_name():
    (asked,) = questions_of_glaze("Wharf Rose", OnTheColour("Pier clear"))
    assert asked.startswith("Does Pier clear contain zinc?")
    (asked,) = questions_of_glaze("Wharf Rose", OnTheColour(""))
    assert asked.startswith("Does the glaze contain zinc?")


def test_no_glaze_and_a_colour_that_zinc_does_not_hurt_ask_nothing():
    assert questions_of_glaze("Wharf Rose", None) == ()
    assert questions_of_glaze("Wharf Blue", ZINC_CLEAR) == ()
    assert questions_of_glaze("Wharf No. 4", ZINC_CLEAR) == ()


def test_what_fades_under_the_glaze_alone_is_not_too_hot():
    assert not any("too hot" in one for one in questions_of_fading("Wharf Rose", ZINC_CLEAR, ""))


def test_alumina_pinks_are_told_apart_by_zinc():
    """Common practice: manganese–alumina wants little zinc or lime, chrome–alumina wants zinc."""
    found = misnamed("Wharf Pink", Lab(70.0, 1.0, 12.0))
    (asked,) = [one for one in found.questions if "alumina" in one]
    assert "chrome–alumina wants zinc" in asked
    assert "manganese–alumina little zinc or lime" in asked
