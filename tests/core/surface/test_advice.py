"""The rules that stand beside each coat, at their edges. Source: common practice, from memory."""

import pytest

from claycore.surface.advice import RuleCode
from claycore.surface.coats import Application, Clear, ClearOn, Coat, CoatStack, Onto, Technique
from claycore.surface.fused import GlazeLook
from claycore.surface.techniques import advise

WHITE = Coat("White slip", Application.BRUSH, 2, 0.4, lightness=90)
BLUE = Coat("Blue slip", Application.BRUSH, 1, 0.5, lightness=60)
BLACK = Coat("Black slip", Application.DIP, 1, 0.8, lightness=22)


def said(stack, rule):
    return [(one.place, one.keeps) for one in advise(stack) if one.rule == rule]


@pytest.mark.parametrize(
    ("coats", "body", "expected"),
    [
        ([WHITE, BLUE], 30, [(1, True)]),
        ([BLUE], 30, [(0, None)]),
        ([Coat("White", Application.BRUSH, 1, 0.4, lightness=90), BLUE], 30, [(1, None)]),
        ([BLUE], 75, []),
        ([BLUE], None, [(0, None)]),
        ([BLACK, BLUE], 30, []),
        ([WHITE], 30, []),
    ],
)
def test_two_light_coats_stand_under_colour_on_a_dark_body(coats, body, expected):
    assert said(CoatStack(coats, body_lightness=body), "light_under_colour") == expected


def test_a_ground_and_three_layers_that_lighten_upwards():
    ladder = [Coat(f"L{n}", Application.SPONGE, 1, 0.3, lightness=n) for n in (20, 40, 60, 80, 95)]
    rising = CoatStack(ladder[:4], Technique.SPONGED_BACK)
    assert said(rising, "dark_to_light") == [(1, True), (2, True), (3, True)]
    assert said(rising, "three_layers") == []
    falling = CoatStack(ladder[2::-1], Technique.SPONGED_BACK)
    assert said(falling, "dark_to_light") == [(1, False), (2, False)]
    assert said(CoatStack(ladder, Technique.SPONGED_BACK), "three_layers") == [(4, False)]
    level = CoatStack([ladder[1], ladder[1]], Technique.SPONGED_BACK)
    assert said(level, "dark_to_light") == [(1, False)]


def test_a_layer_whose_colour_is_not_known_leaves_the_order_open():
    unread = Coat("New slip", Application.SPONGE, 1, 0.3)
    assert said(CoatStack([BLACK, unread], Technique.SPONGED_BACK), "dark_to_light") == [(1, None)]


@pytest.mark.parametrize(("thick", "keeps"), [(1.5, True), (1.51, False)])
def test_a_single_wet_coat_is_thin_enough_to_scratch(thick, keeps):
    """Coats that have dried do not add up: three of 0.8 mm are never wet at once."""
    one = Coat("Soot", Application.POUR, 1, thick)
    assert said(CoatStack([one], Technique.SGRAFFITO), "thin_enough") == [(0, keeps)]
    many = Coat("Soot", Application.POUR, 3, 0.8)
    assert said(CoatStack([many], Technique.SGRAFFITO), "thin_enough") == [(0, True)]


@pytest.mark.parametrize(
    ("technique", "coats", "body", "over"),
    [
        (Technique.COATS, [BLACK, BLUE], 20, ""),
        (Technique.COATS, [BLUE, BLACK], 80, "Black slip"),
        (Technique.SGRAFFITO, [WHITE, BLUE], 20, "the body"),
        (Technique.SPONGED_BACK, [BLACK, BLUE], 80, "Black slip"),
        (Technique.JOGGLED, [BLACK, BLUE], 80, "Black slip"),
        (Technique.JOGGLED, [WHITE, BLUE], 20, ""),
        (Technique.INLAY, [WHITE], 20, "the body"),
        (Technique.WAX_RESIST, [BLACK, BLUE], 20, "the body and Black slip"),
    ],
)
def test_milky_clear_is_looked_for_on_every_dark_surface_that_shows(technique, coats, body, over):
    thick = CoatStack(coats, technique, body, Clear.THICK)
    told = [one for one in advise(thick) if one.rule == "thin_clear"]
    assert [one.keeps for one in told] == ([False] if over else [])
    assert all(f"thin over {over}:" in one.message for one in told)
    thin = CoatStack(coats, technique, body, Clear.THIN)
    assert said(thin, "thin_clear") == ([(len(coats) - 1, True)] if over else [])


@pytest.mark.parametrize(("lightness", "warned"), [(29.9, True), (30.0, False)])
def test_clear_is_to_be_thin_over_what_is_black(lightness, warned):
    """Black is below 30 in lightness: our choice, as CIELAB has no word for it."""
    coats = [Coat("Soot", Application.BRUSH, 1, 0.3, Onto.LEATHER_HARD, lightness)]
    stack = CoatStack(coats, clear=Clear.THICK, clear_on=ClearOn.PART)
    found = [one for one in advise(stack) if one.rule == "thin_clear"]
    assert bool(found) is warned
    assert all("wherever it goes over it" in one.message for one in found)


@pytest.mark.parametrize(
    ("apart", "keeps"),
    [
        (0.0, True),
        (1.0, True),
        (-1.0, True),
        (1.1, None),
        (-2.0, None),
        (2.1, False),
        (-2.1, False),
    ],
)
def test_slip_and_body_shrink_alike_within_a_point_or_two(apart, keeps):
    stack = CoatStack([BLUE], body_shrinkage_pct=10.0, shrinkages={"Blue slip": 10.0 + apart})
    assert said(stack, "fit") == [(0, keeps)]


@pytest.mark.parametrize(
    ("technique", "more", "less"),
    [
        (Technique.COATS, "crazes and flakes", "shells off"),
        (Technique.INLAY, "pulls away", "pops out"),
        (Technique.AGATE, "at the joints", "at the joints"),
    ],
)
def test_what_happens_where_they_do_not_is_said_as_of_the_technique(technique, more, less):
    for apart, words in ((3, more), (-3, less)):
        stack = CoatStack(
            [BLUE], technique, body_shrinkage_pct=10.0, shrinkages={"Blue slip": 10.0 + apart}
        )
        (found,) = (one for one in advise(stack) if one.rule == "fit")
        assert words in found.message


def test_slabs_without_a_body_are_held_against_each_other():
    slabs = [Coat(name, Application.LAY, 1, 8, Onto.SOFT_SLAB) for name in ("Buff", "Slate")]
    stack = CoatStack(slabs, Technique.AGATE, shrinkages={"Buff": 12.0, "Slate": 15.5})
    assert said(stack, "fit") == [(0, True), (1, False)]


def test_what_is_broken_stands_first_at_its_coat():
    stack = CoatStack(
        [Coat("Blue", Application.DIP, 1, 2, Onto.BISQUE, 60)], Technique.SGRAFFITO, 30
    )
    keeps = [one.keeps for one in advise(stack)]
    assert keeps == [False, False, None, None]


@pytest.mark.parametrize("look", [GlazeLook.WHITE, GlazeLook.COLOURED])
def test_a_glaze_one_does_not_see_through_hides_what_is_under_it(look):
    """And whether clear turns milky over black is no question then."""
    black = Coat("Ink", Application.BRUSH, 1, 0.3, lightness=18.0)
    stack = CoatStack((black,), body_lightness=80.0, clear=Clear.THICK, glaze_look=look)
    codes = {one.rule: one.keeps for one in advise(stack)}
    assert codes[RuleCode.HIDES] is None
    assert RuleCode.THIN_CLEAR not in codes
    unglazed = CoatStack((black,), body_lightness=80.0, glaze_look=look)
    assert RuleCode.HIDES not in {one.rule for one in advise(unglazed)}


def onto(place, *names):
    return [Coat(name, Application.POUR, 1, 0.8, place, 50) for name in names]


@pytest.mark.parametrize(
    ("coats", "told"),
    [
        (onto(Onto.SOFT_SLAB, "Sand", "Rust"), []),
        (onto(Onto.SOFT_SLAB, "Sand"), [(0, False)]),
        (onto(Onto.LEATHER_HARD, "Sand", "Rust"), [(0, None)]),
        (onto(Onto.BISQUE, "Sand", "Rust"), [(0, False), (1, False)]),
    ],
)
def test_slips_that_run_into_each_other_are_two_and_have_time_to(coats, told):
    for technique in (Technique.JOGGLED, Technique.FEATHERED):
        assert said(CoatStack(coats, technique), "wet_into_wet") == told


def test_a_slab_has_no_foot_to_keep_bare():
    poured = onto(Onto.SOFT_SLAB, "Sand") + onto(Onto.LEATHER_HARD, "Rust")
    assert said(CoatStack(poured), "foot_bare") == [(1, None)]
