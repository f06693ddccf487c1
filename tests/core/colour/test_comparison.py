"""In what two colours differ. Outside: ColorAide's chroma and hue."""

import pytest
from coloraide import Color
from hypothesis import given
from hypothesis import strategies as st

from claycore.colour.comparison import compare
from claycore.colour.notation import Lab

labs = st.builds(Lab, st.floats(5, 95), st.floats(-60, 60), st.floats(-60, 60))


@given(labs, labs)
def test_the_three_parts_make_up_the_distance(one, other):
    change = compare(one, other)
    apart = sum((b - a) ** 2 for a, b in zip(one.values, other.values, strict=True))
    parts = change.lightness**2 + change.chroma**2 + change.hue**2
    assert parts == pytest.approx(apart, abs=1e-6)


@given(labs, labs)
def test_the_chroma_is_that_of_coloraide(one, other):
    chroma = [Color("lab-d65", list(c.values)).convert("lch-d65")["c"] for c in (one, other)]
    assert compare(one, other).chroma == pytest.approx(chroma[1] - chroma[0], abs=1e-6)


@pytest.mark.parametrize(
    ("one", "other", "words"),
    [
        (Lab(50, 20, 20), Lab(60, 20, 20), ("lighter",)),
        (Lab(50, 20, 20), Lab(50, 30, 30), ("stronger",)),
        (Lab(60, 20, 20), Lab(54, 15, 15), ("greyer", "darker")),
        (Lab(50, 30, 12), Lab(50, 27, 18), ("more orange",)),
        (Lab(50, -20, -5), Lab(50, -14, -15), ("more blue",)),
        (Lab(50, -8, -22), Lab(50, 13, -19.5), ("more violet",)),  # past blue
        (Lab(50, 21, 0), Lab(50, 14.9, 14.9), ("more orange",)),  # up over 0 degrees
        (Lab(50, 20, 5), Lab(50, 20, -5), ("more purple",)),  # and down
        (Lab(50, 1, 1), Lab(50, -1, 1), ()),
        (Lab(50, 20, 20), Lab(50, 20, 20), ()),
    ],
)
def test_what_a_potter_would_call_it(one, other, words):
    assert compare(one, other).words == words
