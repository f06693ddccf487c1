"""The test tiles of a stack, judged by hand beforehand: one coat beside two, with and without the
white under it; where every slip stays visible, each of them; none of slabs.
"""

import pytest

from claycore.surface.coats import Application, Coat, CoatStack, SlipKind, Technique
from claycore.surface.samples import SampleKind, recipe_of, samples_of, words_of
from claycore.surface.techniques import TECHNIQUES

WHITE = Coat("White", Application.BRUSH, 2, 0.3, lightness=92.0)
GREY = Coat("Grey", Application.BRUSH, 1, 0.3, lightness=60.0)
BLUE = Coat("Blue", Application.BRUSH, 2, 0.3, lightness=40.0, covers_pct=30.0)
ONE_BLUE = Coat("Blue", Application.BRUSH, 1, 0.3, lightness=40.0)
INK = Coat("Ink", Application.BRUSH, 1, 0.2)

CASES = {
    "two white and two blue": (
        Technique.SGRAFFITO,
        (WHITE, BLUE),
        [
            ("As planned", "2 coats of Blue over 2 coats of White"),
            ("With 1 coat of Blue", "1 coat of Blue over 2 coats of White"),
            ("Without White under it", "2 coats of Blue"),
        ],
    ),
    "one coat straight on": (
        Technique.COATS,
        (ONE_BLUE,),
        [("As planned", "1 coat of Blue"), ("With 2 coats of Blue", "2 coats of Blue")],
    ),
    "grey under it is no light coat": (
        Technique.COATS,
        (GREY, BLUE),
        [
            ("As planned", "2 coats of Blue over 1 coat of Grey"),
            ("With 1 coat of Blue", "1 coat of Blue over 1 coat of Grey"),
        ],
    ),
    "sponged back, each layer shows": (
        Technique.SPONGED_BACK,
        (INK, GREY, WHITE),
        [
            ("1 coat of Ink",) * 2,
            ("1 coat of Grey over 1 coat of Ink",) * 2,
            ("2 coats of White over 1 coat of Grey over 1 coat of Ink",) * 2,
        ],
    ),
    "joggled, each trail in the base": (
        Technique.JOGGLED,
        (WHITE, GREY, BLUE),
        [
            ("2 coats of White",) * 2,
            ("1 coat of Grey over 2 coats of White",) * 2,
            ("2 coats of Blue over 2 coats of White",) * 2,
        ],
    ),
    "inlay, each filling in the body": (
        Technique.INLAY,
        (WHITE, BLUE),
        [("2 coats of White",) * 2, ("2 coats of Blue",) * 2],
    ),
    "slabs have tiles of their clays": (Technique.AGATE, (WHITE, BLUE), []),
    "nothing on it": (Technique.COATS, (), []),
}


@pytest.mark.parametrize("case", CASES)
def test_the_tiles_of_a_stack(case):
    technique, coats, expected = CASES[case]
    found = samples_of(CoatStack(coats, technique))
    assert [(one.title, words_of(one.coats)) for one in found] == expected


@pytest.mark.parametrize("technique", TECHNIQUES)
def test_every_technique_has_its_tiles_and_each_its_own_code(technique):
    stack = CoatStack((WHITE, GREY, BLUE), technique)
    found = samples_of(stack)
    assert len({one.code for one in found}) == len(found)
    assert len({recipe_of(one.coats) for one in found}) == len(found)
    assert all(coat.covers_pct is None for one in found for coat in one.coats), "all over a tile"
    assert any(one.is_usual for one in found) is not TECHNIQUES[technique].is_slabs
    tops = {one.coats[-1].name for one in found if one.is_usual}
    if TECHNIQUES[technique].each_shows:
        assert tops == {"White", "Grey", "Blue"}
    elif found:
        assert tops == {"Blue"}


@pytest.mark.parametrize(
    "other",
    [
        Coat("Blue", Application.BRUSH, 1, 0.3),
        Coat("Blue", Application.BRUSH, 2, 0.4),
        Coat("Blue", Application.DIP, 2, 0.3),
        Coat("Blue", Application.BRUSH, 2, 0.3, kind=SlipKind.UNDERGLAZE),
        Coat("Navy", Application.BRUSH, 2, 0.3),
    ],
)
def test_what_makes_another_stack(other):
    assert recipe_of([other]) != recipe_of([BLUE])


def test_its_colour_and_share_make_no_other_stack():
    bare = Coat("Blue", Application.BRUSH, 2, 0.3)
    assert recipe_of([bare]) == recipe_of([BLUE])


def test_what_compares_is_not_the_plan_itself():
    kinds = [one.kind for one in samples_of(CoatStack((WHITE, BLUE), Technique.SGRAFFITO))]
    assert kinds == [SampleKind.AS_PLANNED, SampleKind.OTHER_COUNT, SampleKind.WITHOUT_LIGHT]
