"""A round of questions of every kind, with all that is said of each answer."""

from pathlib import Path

import pytest

from claycore.practice.question import Bench, ChoiceQuestion, Clay
from claycore.practice.skills import SKILLS, question
from claycore.practice.spacing import next_skill, standings
from tests.core.worked_pages import check_page

BENCH = Bench([Clay("Ferry white", 21.0), Clay("Bank", 26.5)], ["Quay Blue", "Rope Green"], 0.1)
SEEDS = (3, 8, 21, 34, 55, 60)


def asked(code, seed):
    one = question(code, seed, BENCH)
    if isinstance(one, ChoiceQuestion):
        return {
            "asks": one.asks,
            "working": one.working,
            "marks": [f"{words}: {said_of(one.mark(key))}" for key, words in one.choices.items()],
        }
    return {
        "asks": one.asks,
        "right": f"{one.right:.6g} {one.unit}",
        "working": one.working,
        "marks": [f"{answer:g}: {said_of(one.mark(answer))}" for answer in answers_to(one)],
    }


def said_of(marked):
    return "right" if marked.right else marked.mistake or "wrong"


def answers_to(one):
    """Answers about the right one, as rounded as a person would type them."""
    near = [round(one.right * factor, 2) for factor in (0.98, 0.995, 1, 1.005, 1.02)]
    return [*near, *(round(one.right * factor, 1) for factor in (0.1, 0.75, 0.9, 1.1, 1.3, 10))]


def spaced():
    answers = [("a", True), ("b", False), ("a", True), ("c", True), ("b", True), ("a", False)]
    found = standings(answers)
    return {
        "scores": found,
        "next": [next_skill(("a", "b", "c", "d"), found, count) for count in range(6, 30)],
        "next of those known": [
            next_skill(("a", "b", "c"), found, count) for count in range(6, 30)
        ],
    }


@pytest.mark.parametrize("code", SKILLS)
def test_page(code):
    page = Path(__file__).parent / "worked" / f"{code}.txt"
    check_page(page, {f"seed {seed}": asked(code, seed) for seed in SEEDS})


def test_page_of_spacing():
    check_page(Path(__file__).parent / "worked" / "spacing.txt", spaced())
