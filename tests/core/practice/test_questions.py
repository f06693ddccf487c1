"""Questions are right by sums done another way, and each known mistake is named."""

import re

import pytest

from claycore.measure.errors import UnknownChoice
from claycore.practice.question import Bench, Choice, Clay, Figure, Misstep, nearness
from claycore.practice.skills import (
    CONES,
    DIFFERENCE,
    ENLARGED,
    MIDDLE_ONLY,
    NOT_COMPOUNDED,
    OF_THE_WET,
    SKILLS,
    THE_SAME,
    TOO_CAREFUL,
    question,
)

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
        if isinstance(one, Choice):
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
        assert isinstance(one, Figure)
        assert one.right == pytest.approx(sum_of(*numbers(one.asks)), rel=2e-3), one.asks


def test_doses_by_hand():
    right_of("dose_dry", lambda mass, pct: mass * pct / 100)
    right_of("dose_wet", lambda mass, water, pct: mass * (1 - water / 100) * pct / 100)
    # Brongniart with 2.6 for the dry clay, handbook 2 (from memory there).
    right_of("dose_slip", lambda ml, sg, pct: ml * (sg - 1) * 2.6 / 1.6 * pct / 100)


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
        assert one.right_words.startswith(expected or "not decided")
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
