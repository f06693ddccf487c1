"""What went wrong comes back soon, and everything comes up."""

import itertools

import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.practice.spacing import BOXES, next_skill, standings

SKILLS = ["a", "b", "c", "d"]


def asked(right_of, count):
    """The skills that are asked one after the other, answered as told."""
    answers = []
    for _ in range(count):
        skill = next_skill(SKILLS, standings(answers), len(answers))
        answers.append((skill, right_of(skill)))
    return [skill for skill, _ in answers]


def test_new_skills_come_in_order_and_a_wrong_one_comes_back_soon():
    assert asked(lambda skill: True, 4) == SKILLS
    assert asked(lambda skill: skill != "a", 5) == ["a", "b", "a", "c", "a"]


def test_what_goes_wrong_is_asked_most():
    order = asked(lambda skill: skill != "c", 60)
    counts = {skill: order.count(skill) for skill in SKILLS}
    assert counts["c"] == max(counts.values())
    assert min(counts.values()) >= 1


def test_who_is_always_wrong_still_meets_everything():
    assert set(asked(lambda skill: False, 30)) == set(SKILLS)


def test_what_goes_right_comes_ever_later():
    places = [place for place, skill in enumerate(asked(lambda skill: True, 200)) if skill == "a"]
    gaps = [after - before for before, after in itertools.pairwise(places)]
    assert len(gaps) > 3
    assert gaps[0] <= gaps[-1]


@given(st.lists(st.tuples(st.sampled_from(SKILLS), st.booleans()), max_size=60))
def test_a_skill_is_always_found_and_boxes_stay_in_bounds(answers):
    found = standings(answers)
    assert next_skill(SKILLS, found, len(answers)) in SKILLS
    assert all(0 <= one.box < len(BOXES) and one.ago >= 1 for one in found.values())
    for skill, one in found.items():
        last = next(right for name, right in reversed(answers) if name == skill)
        assert (one.box > 0) == last


def test_without_skills_there_is_nothing_to_ask():
    with pytest.raises(ValueError, match="no skills"):
        next_skill([], {}, 0)
