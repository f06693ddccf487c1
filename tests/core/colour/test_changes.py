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


def test_it_says_in_what_with_its_margin():
    found = became([RED], [Lab(58, 24, 15)], NOISE)
    assert found.shown.startswith("greyer, lighter (ΔE 1")
    assert "±" in found.shown
