"""What to ask somebody next, and keeping what they answered."""

import secrets
import uuid
from collections import Counter
from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import User
from django.core import signing
from django.db.models import QuerySet

from claycore.practice.question import Bench, Clay, MarkedAnswer, Question
from claycore.practice.skills import SKILLS, Skill, question
from claycore.practice.spacing import next_skill, standings
from umberpot.library.models import PracticeAnswer
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio

SALT = "umberpot.practice"
_TICKETS = uuid.UUID("5b0d9a52-5f0e-4f0b-9d0a-6c1d6f3f2a11")
MOST_ANSWERS = 400
"""The latest answers of a person that decide what comes next."""

MOST_OF_A_KIND = 8
IN_A_ROUND = 8
"""Five to ten minutes. Our choice."""

USUAL_WATER_PCT = 21.0
"""For a clay whose water nobody measured, and said in the question. Common practice: 18 to 25 %."""


@dataclass(frozen=True)
class Asked:
    """A question as it stands on a page: what to show, and what to send back to have it marked."""

    skill: Skill
    question: Question
    ticket: str


@dataclass(frozen=True)
class SkillStats:
    """A skill with how often it was answered, how often rightly, and the mistake made most."""

    skill: Skill
    asked: int
    right: int
    mistake: str


@dataclass(frozen=True)
class Answered:
    """One answer of a round."""

    skill: Skill
    right: bool
    mistake: str


@dataclass(frozen=True)
class Round:
    """So many questions in a row: the answers so far, the first one first."""

    number: int
    answers: list[Answered]

    @property
    def places(self) -> list[Answered | None]:
        """One for each question of the round, None where it is not answered yet."""
        return [*self.answers, *[None] * (IN_A_ROUND - len(self.answers))]

    @property
    def right(self) -> int:
        return sum(answer.right for answer in self.answers)

    @property
    def is_done(self) -> bool:
        return len(self.answers) == IN_A_ROUND


def bench_of(studio: Studio) -> Bench:
    """What questions are made of: the shelf as it is; a clay and a stain where it is empty."""
    shelf = Material.objects.of(studio).on_shelf().order_by("pk")
    clays = [Clay(m.name, m.water_pct or USUAL_WATER_PCT) for m in shelf.clays()[:MOST_OF_A_KIND]]
    colourants = shelf.filter(kind__in=Material.COLOURANTS).values_list("name", flat=True)
    return Bench(
        clays or [Clay("a throwing clay", USUAL_WATER_PCT)],
        list(colourants[:MOST_OF_A_KIND]) or ["stain"],
        studio.scale_step_g,
    )


def ask(studio: Studio, person: User) -> Asked:
    """The question that is most worth asking this person now."""
    rows = _answers(studio, person).reverse().values_list("skill", "right")
    answers = list(rows[:MOST_ANSWERS])[::-1]
    code = next_skill(list(SKILLS), standings(answers), len(answers))
    bench = bench_of(studio)
    kept = {
        "skill": code,
        "seed": secrets.randbelow(2**31),
        "step": bench.scale_step_g,
        "clays": [(c.name, c.water_pct) for c in bench.clays],
        "colourants": list(bench.colourants),
    }
    return asked_by(signing.dumps(kept, salt=SALT, compress=True))


def asked_by(ticket: str) -> Asked:
    """The question of a ticket, made again. Raises BadSignature for one that is not ours."""
    kept: dict[str, Any] = signing.loads(ticket, salt=SALT, max_age=24 * 60 * 60)
    bench = Bench([Clay(*clay) for clay in kept["clays"]], kept["colourants"], kept["step"])
    code = kept["skill"]
    return Asked(SKILLS[code], question(code, kept["seed"], bench), ticket)


def keep(studio: Studio, asked: Asked, marked: MarkedAnswer, by: User) -> None:
    """Keeps the first answer to a question; one sent again, with the working seen, is not kept."""
    PracticeAnswer.objects.get_or_create(
        studio=studio,
        request_key=uuid.uuid5(_TICKETS, asked.ticket),
        defaults={
            "skill": asked.skill.code,
            "right": marked.right,
            "made_by": by,
            "mistake": marked.mistake[:240],
        },
    )


def the_round(studio: Studio, person: User, *, just_answered: bool) -> Round:
    """The round that is going on. A full one is over with the next question.

    Rounds are what was answered, so many at a time: one that was left in the middle goes on.
    """
    rows = _answers(studio, person)
    count = rows.count()
    before = (count - 1 if just_answered else count) // IN_A_ROUND
    told = rows.values_list("skill", "right", "mistake")[before * IN_A_ROUND :][:IN_A_ROUND]
    answers = [Answered(SKILLS[code], right, mistake) for code, right, mistake in told]
    return Round(before + 1, answers)


def _answers(studio: Studio, person: User) -> QuerySet[PracticeAnswer]:
    """What somebody answered, in order; skills that are no longer asked for are left out."""
    mine = PracticeAnswer.objects.of(studio).filter(made_by=person, skill__in=SKILLS)
    return mine.order_by("made_at", "pk")


def known(studio: Studio, person: User) -> list[SkillStats]:
    """How each skill went so far, in the order of the skills; those not asked yet are left out."""
    rows = _answers(studio, person)
    by_skill: dict[str, list[tuple[bool, str]]] = {}
    for code, right, mistake in rows.values_list("skill", "right", "mistake"):
        by_skill.setdefault(code, []).append((right, mistake))
    found = []
    for code, skill in SKILLS.items():
        answers = by_skill.get(code, [])
        mistakes = Counter(mistake for _, mistake in answers if mistake)
        most = mistakes.most_common(1)
        rightly = sum(one for one, _ in answers)
        found.append(SkillStats(skill, len(answers), rightly, most[0][0] if most else ""))
    return [one for one in found if one.asked]
