"""Questions are right by sums done another way, and each known mistake is named."""

import re

import pytest

from claycore.firing import cones
from claycore.measure.errors import UnknownChoice
from claycore.practice.heat import AS_NUMBERS, CONES, OTHER_WAY, WHATEVER_RATE
from claycore.practice.judgement import MIDDLE_ONLY, OF_ANOTHER_STEP, STEPS, TOO_CAREFUL
from claycore.practice.measuring import (
    ENLARGED,
    NOT_COMPOUNDED,
    OF_THE_WET,
    ONE_READING,
    WHOLE_STEPS,
)
from claycore.practice.question import (
    Bench,
    ChoiceQuestion,
    Clay,
    FigureQuestion,
    Misstep,
    is_right,
    nearness,
)
from claycore.practice.skills import SKILLS, SkillKind, question
from claycore.practice.spacing import next_skill, standings
from claycore.practice.sums import DIFFERENCE, THE_SAME
from claycore.safety.cautions import CAUTIONS

BENCH = Bench([Clay("Ferry white", 21.0), Clay("Bank", 26.5)], ["Quay Blue", "Rope Green"], 0.1)
SEEDS = range(40)


def numbers(text):
    return [float(n) for n in re.findall(r"(?<![\w.])\d+(?:\.\d+)?", text)]


def each(code):
    return [question(code, seed, BENCH) for seed in SEEDS]


@pytest.mark.parametrize("code", SKILLS)
def test_a_question_is_the_same_for_its_seed_and_varies_with_it(code):
    for seed in SEEDS:
        assert question(code, seed, BENCH).asks == question(code, seed, BENCH).asks
    assert len({one.asks for one in each(code)}) > 5


@pytest.mark.parametrize("code", SKILLS)
def test_the_right_answer_is_right_and_another_is_not(code):
    for one in each(code):
        if isinstance(one, ChoiceQuestion):
            assert one.right in one.choices
            marks = {key: one.mark(key).right for key in one.choices}
            assert [key for key, right in marks.items() if right] == [one.right]
        else:
            assert one.right > 0
            assert one.mark(one.right).right
            assert one.mark(float(f"{one.right:.2f}")).right, "as it is shown"
            assert not one.mark(one.right * 1.37 + 0.01).right


@pytest.mark.parametrize("code", SKILLS)
def test_what_a_question_says_is_of_the_studio(code):
    for one in each(code):
        assert any(clay.name in one.asks for clay in BENCH.clays) or any(
            name in one.asks for name in BENCH.colourants
        )
        assert one.working


def right_of(code, sum_of):
    """Every question's answer against a sum of the numbers that it names."""
    for one in each(code):
        assert isinstance(one, FigureQuestion)
        assert one.right == pytest.approx(sum_of(*numbers(one.asks)), rel=2e-3), one.asks


def test_doses_by_hand():
    right_of("dose_dry", lambda mass, pct: mass * pct / 100)
    right_of("dose_wet", lambda mass, water, pct: mass * (1 - water / 100) * pct / 100)
    # Brongniart, with the density of dry clay that the question gives.
    right_of("dose_slip", lambda ml, sg, pct, g: ml * (sg - 1) * g / (g - 1) * pct / 100)


def test_changes_by_hand():
    def clay_in(mass, now):
        return mass * 100 / (100 + now)

    right_of("raise", lambda m, now, to: clay_in(m, now) * (to - now) / 100)
    right_of("lower", lambda m, now, to: clay_in(m, now) * now / to - clay_in(m, now))


def test_shares_and_sizes_by_hand():
    right_of("share", lambda pct: 100 * pct / (100 + pct))
    right_of("compound", lambda d, f: d + f - d * f / 100)
    right_of("size", lambda want, total: want / (1 - total / 100))
    right_of("absorption", lambda dry, wet: 100 * (wet - dry) / dry)


def test_known_mistakes_are_named():
    for one in each("share"):
        (pct,) = numbers(one.asks)
        assert one.mark(pct).mistake == THE_SAME
        assert one.mark(100 * pct / (100 + pct / 2)).mistake == DIFFERENCE
    for one in each("compound"):
        assert one.mark(sum(numbers(one.asks))).mistake == NOT_COMPOUNDED
    for one in each("size"):
        want, total = numbers(one.asks)
        assert one.mark(want * (1 + total / 100)).mistake == ENLARGED
    for one in each("absorption"):
        dry, wet = numbers(one.asks)
        assert one.mark(100 * (wet - dry) / wet).mistake in (OF_THE_WET, "")
    for one in each("dose_wet"):
        mass, _, pct = numbers(one.asks)
        assert "wet" in one.mark(mass * pct / 100).mistake


def test_a_mistake_that_nobody_knows_is_wrong_all_the_same():
    marked = nearness(10.0, [Misstep(12.0, "Twelve.")])(11.0)
    assert (marked.right, marked.mistake) == (False, "")
    assert nearness(10.0, [Misstep(12.0, "Twelve.")])(12.05).mistake == "Twelve."


def test_a_verdict_follows_the_whole_interval():
    outcomes = set()
    for one in each("verdict"):
        middle, u95, limit = numbers(one.asks)
        expected = "within" if middle + u95 <= limit else "over" if middle - u95 > limit else ""
        outcomes.add(one.right)
        assert one.right_words.startswith(expected or "inconclusive")
        said = {one.mark(key).mistake for key in one.choices}
        assert said & {MIDDLE_ONLY, TOO_CAREFUL}
    assert len(outcomes) == 3


def test_a_range_begins_at_the_first_cone_that_is_surely_within():
    straddled = 0
    for one in each("range"):
        limit = numbers(one.asks)[-1]
        told = re.findall(r"cone (\w+) ([\d.]+) ± ([\d.]+) %", one.asks)
        sure = [cone for cone, value, u95 in told if float(value) + float(u95) <= limit]
        assert one.right == sure[0]
        at = CONES.index(one.right)
        straddled += one.mark(CONES[at - 1]).mistake == MIDDLE_ONLY
    assert straddled > 5


def test_no_choice_of_the_question_is_refused():
    one = question("verdict", 1, BENCH)
    with pytest.raises(UnknownChoice, match="Choose one"):
        one.mark("perhaps")


@pytest.mark.parametrize(
    ("answer", "right"),
    [(4.28, True), (4.322, True), (4.238, True), (4.33, False), (4.23, False), (-4.28, False)],
)
def test_an_answer_may_be_rounded_by_a_hundredth_and_no_more(answer, right):
    assert nearness(4.28, [])(answer).right is right


@pytest.mark.parametrize(
    ("answer", "step", "right"),
    [
        (2.9, 0.1, True),
        (2.8, 0.1, False),
        (2.82, 0.1, True),
        (2.9, 0.01, False),
        (3.0, 0.5, True),
        (2.87, 0.0, True),
    ],
)
def test_an_answer_to_the_scales_step_is_right(answer, step, right):
    """2.87 g on a scale that shows 0.1 g is 2.9 g."""
    assert is_right(answer, 2.87, step) is right


def test_doses_are_marked_by_the_scale_of_the_bench():
    coarse = Bench(BENCH.clays, BENCH.colourants, 1.0)
    for code in ("dose_dry", "dose_wet", "dose_slip", "raise", "lower"):
        for seed in SEEDS:
            one = question(code, seed, coarse)
            assert one.mark(float(round(one.right))).right, one.asks


def test_the_order_of_cones_is_that_of_their_temperatures():
    for one in each("cone_order"):
        told = list(one.choices)
        assert one.right == min(told, key=cones.temperature_c)
        assert any(one.mark(cone).mistake == AS_NUMBERS for cone in told)


def test_a_cone_bends_hotter_the_faster_it_is_climbed_to():
    for one in each("rates"):
        _, _, usual, here, other = (float(n) for n in re.findall(r"(?<![\w.])\d+", one.asks))
        there = float(one.right)
        assert (there > here) == (other > usual)
        said = {one.mark(celsius).mistake for celsius in one.choices}
        assert said == {"", OTHER_WAY, WHATEVER_RATE}


def test_the_doubt_of_an_absorption_is_that_of_two_readings():
    """Source: JCGM 100:2008, 4.3.7: a step adds d/√12; two readings of about equal weight."""
    for one in each("sure_of"):
        dry, wet, step, *_ = numbers(one.asks)
        by_hand = 2 * step / 12**0.5 / dry * 100 * (1 + (wet / dry) ** 2) ** 0.5
        assert one.right == pytest.approx(by_hand, rel=1e-3)
        assert one.mark(2 * step / 12**0.5 / dry * 100).mistake == ONE_READING
        assert one.mark(2 * step / dry * 100).mistake == WHOLE_STEPS


def test_every_caution_that_is_asked_about_exists_and_others_belong_elsewhere():
    assert set(STEPS) <= CAUTIONS.keys()
    asked = set()
    for one in each("caution"):
        asked.add(one.right)
        assert len(one.choices) == 4
        wrong = [code for code in one.choices if code != one.right]
        assert all(one.mark(code).mistake == OF_ANOTHER_STEP for code in wrong)
    assert len(asked) > 5


@pytest.mark.parametrize("is_right_always", [True, False])
def test_a_first_round_draws_from_many_kinds(is_right_always):
    answers = []
    for _ in range(8):
        code = next_skill(list(SKILLS), standings(answers), len(answers))
        answers.append((code, is_right_always))
    kinds = {SKILLS[code].kind for code, _ in answers}
    assert len(kinds) == len(SkillKind) if is_right_always else len(kinds) > 2
