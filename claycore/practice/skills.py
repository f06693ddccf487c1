"""What is practised: each skill makes questions from a studio's own clays, stains and scale.

A question depends on the bench and on the dice alone, so that it can be asked again for marking.
Source: common practice, and the standards named at each formula elsewhere in the core.
"""

from collections.abc import Callable
from dataclasses import dataclass
from enum import StrEnum

from claycore.practice import heat, judgement, measuring, sums
from claycore.practice.dice import Dice
from claycore.practice.question import Bench, Question


class SkillKind(StrEnum):
    """What a skill is about. A round draws from all of them."""

    SUMS = "sums"
    SHRINKAGE = "shrinkage"
    ABSORPTION = "absorption"
    CONES = "cones"
    VERDICTS = "verdicts"
    CAUTIONS = "cautions"


@dataclass(frozen=True)
class Skill:
    """One thing to practise: its code, its kind, what it is called, what makes its questions."""

    code: str
    kind: SkillKind
    title: str
    make: Callable[[Dice, Bench], Question]


SKILLS = {
    skill.code: skill
    for skill in (
        Skill("dose_dry", SkillKind.SUMS, "A dose for dry clay", sums.dose_dry),
        Skill("compound", SkillKind.SHRINKAGE, "Shrinkage that compounds", measuring.compounded),
        Skill("cone_order", SkillKind.CONES, "The order of cones", heat.order_of_cones),
        Skill("absorption", SkillKind.ABSORPTION, "Absorption", measuring.absorbed),
        Skill("caution", SkillKind.CAUTIONS, "What can hurt", judgement.caution),
        Skill("verdict", SkillKind.VERDICTS, "Within, over, or inconclusive", judgement.verdict),
        Skill("dose_wet", SkillKind.SUMS, "A dose for plastic clay", sums.dose_wet),
        Skill("size", SkillKind.SHRINKAGE, "How large to make it", measuring.size),
        Skill("rates", SkillKind.CONES, "Cones and rates", heat.rates),
        Skill("dose_slip", SkillKind.SUMS, "A dose for slip", sums.dose_slip),
        Skill("sure_of", SkillKind.ABSORPTION, "How sure an absorption is", measuring.sure_of),
        Skill("range", SkillKind.VERDICTS, "Reading a firing range", heat.firing_range),
        Skill("raise", SkillKind.SUMS, "Raising a mix", sums.raise_strength),
        Skill("lower", SkillKind.SUMS, "Lowering a mix", sums.lower_strength),
        Skill("share", SkillKind.SUMS, "On dry clay, and of the total", sums.share),
    )
}
"""Everything that is practised, from the easiest, every kind before one comes a second time."""


def question(code: str, seed: int, bench: Bench) -> Question:
    """The question of a skill for a seed: the same whenever it is asked again.

    Raises KeyError for a skill that is none. Source: our choice.
    """
    return SKILLS[code].make(Dice(seed), bench)
