"""Practice asks of one's own shelf, marks with the mistake, and is nobody else's business."""

import re

import pytest
from django.core import signing
from django.test import Client

from claycore.practice.question import ChoiceQuestion
from claycore.practice.skills import SKILLS
from tests.factories import MembershipFactory
from tests.pages import words_of
from umberpot.library.models import PracticeAnswer
from umberpot.library.practice.services import IN_A_ROUND, SALT, ask, asked_by, the_round
from umberpot.studio.journal.models import JournalEntry
from umberpot.studio.role_list import Role

URL = "/library/practice/"


def question(client):
    asked = client.get(URL).context["asked"]
    return asked.question, {"ticket": asked.ticket}


def ticket_for(skill, seed=1, **bench):
    kept = {"skill": skill, "seed": seed, "step": 0.1, "clays": [("Own", 20)], "colourants": ["B"]}
    return signing.dumps({**kept, **bench}, salt=SALT, compress=True)


def test_a_question_is_of_the_studios_own_shelf(signed_in, clay, blue):
    said = words_of(signed_in.get(URL))
    assert "Ferry white" in said or "Quay Blue" in said


def test_an_empty_shelf_has_questions_too(signed_in, studio):
    assert "a throwing clay" in words_of(signed_in.get(URL))


@pytest.mark.parametrize("skill", SKILLS)
def test_a_right_answer_is_right_and_shows_the_working(signed_in, studio, skill):
    ticket = ticket_for(skill)
    asked = asked_by(ticket).question
    answer = asked.right if isinstance(asked, ChoiceQuestion) else f"{asked.right:.3f}"
    page = signed_in.post(URL, {"ticket": ticket, "answer": answer})
    assert page.status_code == 200
    assert "Right:" in words_of(page)
    assert PracticeAnswer.objects.of(studio).get().right


def test_a_known_mistake_is_named(signed_in, studio):
    ticket = ticket_for("compound")
    drying, firing = map(float, re.findall(r"([\d.]+) %", asked_by(ticket).question.asks))
    page = signed_in.post(URL, {"ticket": ticket, "answer": str(drying + firing)})
    assert "The two were added" in words_of(page)
    kept = PracticeAnswer.objects.of(studio).get()
    assert not kept.right
    assert "1 right" in words_of(signed_in.get(URL)) or "0 of 1 right" in words_of(page)


def test_what_went_wrong_comes_back_before_the_third(signed_in, user, studio):
    first = ask(studio, user).skill.code
    signed_in.post(URL, {"ticket": ticket_for(first), "answer": "0.001"})
    asked = []
    for _ in range(2):
        code = ask(studio, user).skill.code
        asked.append(code)
        right = asked_by(ticket_for(code, 2)).question.right
        signed_in.post(URL, {"ticket": ticket_for(code, 2), "answer": str(right)})
    assert first in asked


@pytest.mark.parametrize("answer", ["", "much", "-4", "nan", "1e400", "x" * 500])
def test_what_is_no_answer_is_said_and_kept_typed(signed_in, studio, answer):
    ticket = ticket_for("dose_dry")
    page = signed_in.post(URL, {"ticket": ticket, "answer": answer})
    assert page.status_code == 400
    assert ticket in page.content.decode()
    assert 'class="error"' in page.content.decode()
    assert not PracticeAnswer.objects.exists()


@pytest.mark.parametrize("ticket", ["", "guess", "a:b:c"])
def test_a_ticket_that_is_not_ours_leads_to_a_new_question(signed_in, ticket):
    assert signed_in.post(URL, {"ticket": ticket, "answer": "5"})["Location"] == URL


def test_the_same_page_twice_is_one_answer(signed_in, studio):
    ticket = ticket_for("dose_dry")
    for answer in ("4", "4", str(asked_by(ticket).question.right)):
        signed_in.post(URL, {"ticket": ticket, "answer": answer})
    assert not PracticeAnswer.objects.get().right


def test_a_reader_practises_and_nobody_sees_how(signed_in, studio):
    reader = Client()
    reader.force_login(MembershipFactory(studio=studio, role=Role.READER).user)
    reader.post(URL, {"ticket": ticket_for("dose_dry"), "answer": "4"})
    assert PracticeAnswer.objects.count() == 1
    assert not JournalEntry.objects.filter(content_type__model="practiceanswer").exists()
    assert "Nothing answered yet" in words_of(signed_in.get(URL))


def answered(client, how_many, wrong=0):
    """So many questions answered, the first of them wrong; the page of the last one."""
    for number in range(how_many):
        _, ticket = question(client)
        asked = asked_by(ticket["ticket"]).question
        right = asked.right if isinstance(asked, ChoiceQuestion) else f"{asked.right:.3f}"
        choices = (
            [c for c in asked.choices if c != right]
            if isinstance(asked, ChoiceQuestion)
            else ["0.001"]
        )
        answer = choices[0] if number < wrong else right
        page = client.post(URL, {**ticket, "answer": answer})
    return page


def test_a_round_ends_after_eight_and_says_how_it_went(signed_in, clay, blue):
    assert "Round 1: " not in words_of(answered(signed_in, IN_A_ROUND - 1, wrong=2))
    last = words_of(answered(signed_in, 1))
    assert f"Round 1: {IN_A_ROUND - 2} of {IN_A_ROUND} right" in last
    assert last.count("not right") == 2
    assert "Start another round" in last
    following = signed_in.get(URL).context["round"]
    assert (following.number, following.answers) == (2, [])


def test_a_round_left_in_the_middle_goes_on(signed_in, studio, user, clay, blue):
    answered(signed_in, 3, wrong=1)
    assert [answer.right for answer in signed_in.get(URL).context["round"].answers] == [
        False,
        True,
        True,
    ]
    page = answered(signed_in, IN_A_ROUND)
    assert page.context["round"].number == 2
    assert len(the_round(studio, user, just_answered=False).answers) == 3
