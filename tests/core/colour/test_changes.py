"""What a firing or a glaze did. Common practice: reds fade in high fire, thick clear clouds."""

import pytest

from claycore.colour.changes import ColourEffect, became
from claycore.colour.equal_tiles import Noise
from claycore.colour.notation import Lab

RED = Lab(48, 40, 26)
NOISE = Noise(0.6)


@pytest.mark.parametrize(
    ("after", "effect"),
    [
        (Lab(48.4, 40, 26), ColourEffect.UNCHANGED),
        (Lab(49.6, 41, 26), ColourEffect.NOT_DECIDED),
        (Lab(48, 20, 14), ColourEffect.FADED),
        (Lab(58, 24, 15), ColourEffect.CLOUDED),
        (Lab(42, 42, 27), ColourEffect.DEEPENED),
        (Lab(50, 34, 40), ColourEffect.CHANGED),
    ],
)
def test_what_became_of_a_red(after, effect):
    assert became([RED], [after], NOISE).effect is effect


def test_a_colour_that_turns_to_another_hue_is_changed_not_deepened():
    """A turquoise under a clear: greener by 17, darker by 5; or darker, and hardly greener."""
    turquoise = Lab(68, -24, -14)
    greener = became([turquoise], [Lab(63, -28, 4)], NOISE)
    assert (greener.effect, greener.words[0]) == (ColourEffect.CHANGED, "more green")
    deeper = became([turquoise], [Lab(62, -28, -13)], NOISE)
    assert (deeper.effect, deeper.words[0]) == (ColourEffect.DEEPENED, "darker")


def test_it_says_in_what_with_its_margin():
    found = became([RED], [Lab(58, 24, 15)], NOISE)
    assert found.shown.startswith("greyer, lighter (ΔE 1")
    assert "±" in found.shown
