"""The rules of a stack of coats, and its chain of waits."""

import pytest

from claycore.surface.coats import RULES, Application, Coat, Onto, Stack, Technique, advise
from claycore.surface.waits import BISQUE, DRY, DRY_SLOWLY, FIRING, FIRM, LEATHER_HARD, SHINE, chain
from claycore.testing.protocols import protocol

WHITE = Coat("White slip", Application.BRUSH, 2, 0.4, lightness=90)
BLUE = Coat("Blue slip", Application.BRUSH, 1, 0.5, lightness=60)
BLACK = Coat("Black slip", Application.DIP, 1, 0.8, lightness=22)


def said(stack, rule):
    return [(one.place, one.keeps) for one in advise(stack) if one.rule == rule]


def test_raw_slip_goes_onto_leather_hard_clay():
    late = Coat("Blue slip", Application.BRUSH, 1, 0.5, Onto.BISQUE)
    assert said(Stack([BLUE, late]), "leather_hard") == [(0, True), (1, False)]


@pytest.mark.parametrize(
    ("coats", "body", "expected"),
    [
        ([WHITE, BLUE], 30, [(1, True)]),
        ([BLUE], 30, [(0, False)]),
        ([Coat("White", Application.BRUSH, 1, 0.4, lightness=90), BLUE], 30, [(1, False)]),
        ([BLUE], 75, []),
        ([BLUE], None, [(0, None)]),
        ([BLACK, BLUE], 30, []),
        ([WHITE], 30, []),
    ],
)
def test_two_light_coats_stand_under_colour_on_a_dark_body(coats, body, expected):
    assert said(Stack(coats, body_lightness=body), "light_under_colour") == expected


def test_sponged_layers_lighten_upwards_and_are_three_at_most():
    ladder = [Coat(f"L{n}", Application.SPONGE, 1, 0.3, Onto.BISQUE, n) for n in (20, 50, 70, 90)]
    rising = Stack(ladder[:3], Technique.SPONGED_BACK)
    assert said(rising, "dark_to_light") == [(1, True), (2, True)]
    assert said(rising, "leather_hard") == said(rising, "three_layers") == []
    falling = Stack(ladder[2::-1], Technique.SPONGED_BACK)
    assert said(falling, "dark_to_light") == [(1, False), (2, False)]
    assert said(Stack(ladder, Technique.SPONGED_BACK), "three_layers") == [(3, False)]


def test_a_layer_whose_colour_is_not_known_leaves_the_order_open():
    unread = Coat("New slip", Application.SPONGE, 1, 0.3)
    assert said(Stack([BLACK, unread], Technique.SPONGED_BACK), "dark_to_light") == [(1, None)]


def test_slip_that_is_scratched_is_thin_enough():
    assert said(Stack([BLACK], Technique.SCRATCHED), "thin_enough") == [(0, True)]
    assert said(Stack([BLACK, BLACK], Technique.SCRATCHED), "thin_enough") == [(1, False)]
    assert said(Stack([BLACK, BLACK]), "thin_enough") == []


def test_what_is_dipped_stays_off_the_foot_and_clear_over_black_is_thin():
    assert said(Stack([BLUE, BLACK]), "foot_bare") == [(1, None)]
    assert said(Stack([BLACK], clear_over=True), "thin_clear") == [(0, None)]
    assert said(Stack([BLUE], clear_over=True), "thin_clear") == []


def test_what_is_broken_stands_first_at_its_coat():
    stack = Stack([Coat("Blue", Application.DIP, 1, 2, Onto.BISQUE, 60)], Technique.SCRATCHED, 30)
    keeps = [one.keeps for one in advise(stack)]
    assert keeps == [False, False, False, None]


def test_slabs_of_clay_are_no_slip():
    laid = Coat("Blue clay", Application.LAY, 1, 8, Onto.BISQUE)
    assert advise(Stack([laid, BLACK], Technique.STACKED, 30, clear_over=True)) == []


def test_no_coat_has_no_rule_and_every_rule_gives_its_reason():
    assert advise(Stack([], Technique.SPONGED_BACK)) == []
    every = Stack([BLACK, WHITE, BLUE, BLUE], Technique.SPONGED_BACK, 30, clear_over=True)
    assert all(one.reason and one.message for one in advise(every))
    assert len(RULES) == len({rule.__name__ for rule in RULES})


@pytest.mark.parametrize(
    ("coats", "technique", "expected"),
    [
        ([], Technique.PLAIN, [LEATHER_HARD, DRY, FIRING]),
        ([BLUE], Technique.PLAIN, [LEATHER_HARD, DRY, FIRING]),
        ([WHITE, BLUE], Technique.PLAIN, [LEATHER_HARD, SHINE, SHINE, DRY, FIRING]),
        ([BLACK], Technique.SCRATCHED, [LEATHER_HARD, FIRM, DRY, FIRING]),
        ([BLACK, BLUE], Technique.STACKED, [DRY_SLOWLY, FIRING]),
        (
            [Coat("Black", Application.SPONGE, 1, 0.3, Onto.BISQUE)],
            Technique.SPONGED_BACK,
            [BISQUE, SHINE, DRY, FIRING],
        ),
    ],
)
def test_the_chain_of_waits(coats, technique, expected):
    assert chain(coats, technique) == expected
    assert all(wait.least_min < wait.most_min for wait in expected)


@pytest.mark.parametrize("wait", [LEATHER_HARD, SHINE, FIRM, DRY])
def test_a_wait_that_is_timed_has_its_protocol_within_its_bounds(wait):
    first = protocol(wait.protocol).stages[0]
    assert wait.least_min <= first.minutes <= wait.most_min


def test_waits_are_said_in_the_unit_that_fits():
    assert [wait.words for wait in (SHINE, FIRM, LEATHER_HARD, DRY)] == [
        *("10–60 min", "30 min to 3 hours", "4 hours to 2 days", "2–7 days")
    ]


@pytest.mark.parametrize(("lightness", "warned"), [(29.9, True), (30.0, False)])
def test_clear_is_to_be_thin_over_what_is_black(lightness, warned):
    """Black is below 30 in lightness: our choice, as CIELAB has no word for it."""
    coats = [Coat("Soot", Application.BRUSH, 1, 0.3, Onto.LEATHER_HARD, lightness)]
    said = {one.rule for one in advise(Stack(coats, clear_over=True))}
    assert ("thin_clear" in said) is warned
