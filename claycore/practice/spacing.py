"""What to ask next: what went wrong comes back soon, what went right ever later.

Source: after Leitner, So lernt man lernen, 1972 (from memory): five boxes, a right answer moves a
skill one box up, a wrong one back to the first.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

BOXES = (2, 9, 20, 45, 90)
"""After how many other questions a skill of each box comes up again. Our choice."""

QUESTIONS_A_SKILL = 2
"""After so many questions for each skill that was met, a new one is due whatever else is."""


@dataclass(frozen=True)
class SkillScore:
    """How a skill stands: its box, from 0, and how many questions ago it was asked."""

    box: int
    ago: int

    @property
    def overdue(self) -> int:
        """How many questions past its time it is; below 0 it is not time yet."""
        return self.ago - BOXES[self.box]


def standings(answers: Sequence[tuple[str, bool]]) -> dict[str, SkillScore]:
    """How each skill that was asked stands, from all answers in order: (skill, right).

    Source: see the module.
    """
    boxes: dict[str, int] = {}
    last: dict[str, int] = {}
    for place, (skill, right) in enumerate(answers):
        boxes[skill] = min(boxes.get(skill, 0) + 1, len(BOXES) - 1) if right else 0
        last[skill] = place
    return {skill: SkillScore(box, len(answers) - last[skill]) for skill, box in boxes.items()}


def next_skill(skills: Sequence[str], found: Mapping[str, SkillScore], asked: int) -> str:
    """What to ask next: the skill most overdue, else a new one in order, else the least early.

    ``asked`` is how many questions there were so far: who gets one wrong again and again still
    meets a new skill at times. Raises ValueError without skills. Source: see the module.
    """
    new = [skill for skill in skills if skill not in found]
    if new and asked >= QUESTIONS_A_SKILL * max(1, len(found)):
        return new[0]
    due = {skill: found[skill].overdue for skill in skills if skill in found}
    late = max(due, key=lambda skill: due[skill], default="")
    if late and due[late] >= 0:
        return late
    if new:
        return new[0]
    if not late:
        raise ValueError("no skills")
    return late
