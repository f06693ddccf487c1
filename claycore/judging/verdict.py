"""Is a clay worth keeping, and for what? What the rules come to. Source: common practice."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum

from claycore.judging.evidence import Evidence
from claycore.judging.limits import Limits
from claycore.judging.outcomes import Outcome, at_most
from claycore.judging.purposes import PURPOSES, Purpose
from claycore.judging.rules import RULES, Rule, RuleFinding
from claycore.measure.formatting import listed, plain


class Overall(StrEnum):
    """What all the rules come to."""

    KEEP = "keep"
    MEND = "mend"
    AS_SLIP = "slip"
    LEAVE = "leave"
    NOT_DECIDED = "not_decided"


OVERALL = {
    Overall.KEEP: "Suitable as it is",
    Overall.MEND: "Usable once adjusted",
    Overall.AS_SLIP: "Use as slip or colourant",
    Overall.LEAVE: "Not suitable",
    Overall.NOT_DECIDED: "Not enough tested yet",
}

BEYOND_MENDING = 3
"""With so many failing rules that matter, most give up on a clay as a body. House judgement."""


@dataclass(frozen=True)
class CheckedRule:
    """A rule and what was found, judged for a purpose at a cone."""

    rule: Rule
    finding: RuleFinding
    purpose: str
    cone: str | None

    @property
    def code(self) -> str:
        return self.rule.code

    @property
    def title(self) -> str:
        """What the rule is called, with the cone where it is judged at one."""
        at = f" at cone {self.cone}" if self.rule.at_cone and self.cone else ""
        return f"{self.rule.title}{at}"

    @property
    def outcome(self) -> Outcome:
        return self.finding.outcome

    @property
    def matters(self) -> bool:
        """Whether the outcome counts for the purpose."""
        return self.purpose in self.rule.purposes

    @property
    def why(self) -> str:
        """Why it matters for the purpose."""
        return self.rule.why_for.get(self.purpose, self.rule.why)

    @property
    def fails(self) -> bool:
        return self.matters and self.outcome == Outcome.FAILS

    @property
    def is_open(self) -> bool:
        """Whether something that counts is not decided, or was to be tried and was not."""
        untried = self.outcome == Outcome.NOT_MEASURED and not self.rule.may_be_untried
        return self.matters and (untried or self.outcome == Outcome.NOT_DECIDED)

    @property
    def is_untested(self) -> bool:
        """Whether something that counts was not tried or looked at, and may be left so."""
        return self.matters and self.outcome == Outcome.NOT_MEASURED and not self.is_open


@dataclass(frozen=True)
class ClayVerdict:
    """What the lines come to, in a word of OVERALL and a sentence."""

    overall: Overall
    reason: str
    lines: tuple[CheckedRule, ...]

    @property
    def title(self) -> str:
        return OVERALL[self.overall]

    @property
    def in_short(self) -> str:
        """What fails, what is open and what nobody tested, of what counts."""
        parts = (
            ("fails on", [line for line in self.lines if line.fails]),
            ("open:", [line for line in self.lines if line.is_open]),
            ("not tested:", [line for line in self.lines if line.is_untested]),
        )
        told = [f"{word} {listed([li.rule.topic for li in some])}" for word, some in parts if some]
        return "; ".join(told)


def lines(evidence: Evidence, limits: Limits, purpose: str) -> tuple[CheckedRule, ...]:
    """Every rule that applies held against the evidence, in the order the work meets them.

    Source: common practice, rule by rule beside each.
    """
    return tuple(
        CheckedRule(rule, rule.find(evidence, limits), purpose, evidence.cone)
        for rule in RULES.values()
        if rule.applies(evidence)
    )


def verdict(evidence: Evidence, limits: Limits, purpose: str) -> ClayVerdict:
    """What all the rules come to for a purpose.

    Source: common practice; how the rules weigh is our choice.
    """
    found = lines(evidence, limits, purpose)
    return ClayVerdict(*_overall(evidence, limits, purpose, found), found)


def _overall(
    evidence: Evidence, limits: Limits, purpose: str, found: Sequence[CheckedRule]
) -> tuple[Overall, str]:
    """The verdict and its reason: the first of these that is so.

    The order is the argument. A slip need pass nothing. Then what no adjustment helps (lime that
    leaves it crumbling), then too much to adjust, then adjusted already past sense, then what can
    be adjusted. Only when nothing fails may an open question be the headline, and only when nothing
    is open may it say keep: no confident word over a point that failed or was not checked.
    """
    for_purpose = PURPOSES[purpose]
    failing = [line for line in found if line.fails]
    topics = listed([line.rule.topic for line in failing])
    still_open = listed([line.rule.topic for line in found if line.is_open])
    if purpose == Purpose.SLIP:
        return Overall.AS_SLIP, f"For slip or colourant {_SLIP_NEEDS}{_slip_warning(found)}"
    if _lime_broke_it(found):
        return Overall.LEAVE, "It contains lime and crumbles after firing."
    if _points(failing) >= BEYOND_MENDING:
        return (
            Overall.AS_SLIP,
            f"Too many checks fail for {for_purpose}: {topics}.{_slip_warning(found)}",
        )
    if failing and _is_mended_past_sense(evidence, limits):
        return (
            Overall.AS_SLIP,
            f"It still fails on {topics} with {plain(100 - (evidence.as_dug_pct or 0), 0)} % added."
            f" At this point most potters use it as slip or colourant.{_slip_warning(found)}",
        )
    if failing:
        why = _MATURES_BY_THE_STRICT if _is_mature_by_the_loose(failing, evidence, limits) else ""
        only = " only" if _points(failing) == 1 else ""
        return Overall.MEND, f"For {for_purpose} it fails{only} on {topics}.{why}"
    if not evidence.is_fired:
        return Overall.NOT_DECIDED, f"Fire the first bars to learn its {still_open}."
    if still_open:
        return Overall.NOT_DECIDED, f"Still to test: {still_open}."
    return (
        Overall.KEEP,
        f"The clay passes every check needed for {for_purpose}, as far as tested."
        f"{_untested(found)}",
    )


def _lime_broke_it(found: Sequence[CheckedRule]) -> bool:
    """Whether it crumbles and there is lime in it, seen or suspected: no adjustment helps that."""
    against = (Outcome.FAILS, Outcome.NOT_DECIDED)
    has_lime = any(line.code == "lime" and line.outcome in against for line in found)
    return has_lime and any(line.code == "holds_together" and line.fails for line in found)


def _points(failing: Sequence[CheckedRule]) -> int:
    """How many points fail: rules that say one thing together are one of them."""
    return len({line.rule.point or line.code for line in failing})


def _is_mended_past_sense(evidence: Evidence, limits: Limits) -> bool:
    left = evidence.as_dug_pct
    return left is not None and left < limits.as_dug_least_pct


_SLIP_NEEDS = "none of these checks is needed. Test the fired colour."


def _slip_warning(found: Sequence[CheckedRule]) -> str:
    """What a slip that shrinks much would do; '' for one that does not, or is not measured."""
    drying = next(line for line in found if line.code == "dries_sound")
    if drying.outcome != Outcome.FAILS:
        return ""
    return (
        f" As a slip it would crack or peel on a body that shrinks less: it shrinks"
        f" {drying.finding.measured} in drying. Try it thin, on a body that shrinks as much."
    )


def _untested(found: Sequence[CheckedRule]) -> str:
    """What counts and that nobody tried or looked at."""
    topics = [line.rule.topic for line in found if line.is_untested]
    return f" Not tested: {listed(topics)}." if topics else ""


def by_purpose(evidence: Evidence, limits: Limits) -> dict[str, ClayVerdict]:
    """The verdict for every purpose, in the order of PURPOSES.

    Source: common practice; how the rules weigh is our choice.
    """
    return {purpose: verdict(evidence, limits, purpose) for purpose in PURPOSES}


_OWN_WORDS = {
    Overall.KEEP: "Suitable for {0}{1}",
    Overall.MEND: "Not suitable for {0}{1} as it is",
    Overall.AS_SLIP: "Not suitable for {0}{1}: use it as slip or colourant",
    Overall.LEAVE: "Not suitable for {0}{1}",
    Overall.NOT_DECIDED: "Inconclusive for {0}{1}",
}


def headline(
    verdicts: Mapping[str, ClayVerdict], purpose: str, cone: str | None, label_fails: bool
) -> str:
    """What is said in large letters: the purpose, the cone, what else it is good for, its label.

    ``label_fails`` says that a claim of its label does not hold. Source: our choice: no confident
    word over a point that failed, or over bars that nobody looked at.
    """
    at = f" at cone {cone}" if cone else ""
    own = verdicts[purpose].overall
    if not cone and purpose != Purpose.SLIP:
        return "No bars fired yet"
    if purpose == Purpose.SLIP:
        said = OVERALL[Overall.AS_SLIP]
    else:
        said = _OWN_WORDS[own].format(PURPOSES[purpose], at)
        if own == Overall.KEEP and _nobody_looked(verdicts[purpose]):
            said += " if the fired bars are sound"
    others = [PURPOSES[p] for p, v in verdicts.items() if v.overall == Overall.KEEP]
    if own != Overall.KEEP and others:
        said += f"; for {listed(others[:2])}, yes"
    if not label_fails:
        return said
    return f"{said}, but not as labelled" if own == Overall.KEEP else f"{said}; not as labelled"


def _nobody_looked(verdict: ClayVerdict) -> bool:
    """Whether nobody said of a bar of this cone that it was cracked, or that it was not."""
    whole = next(line for line in verdict.lines if line.code == "fired_whole")
    return whole.outcome == Outcome.NOT_MEASURED


_MATURES_BY_THE_STRICT = (
    " Its absorption is within the loose limit, which describes ware as it is found; whether a clay"
    " matures is judged by the strict one, which approves it."
)


def _is_mature_by_the_loose(
    failing: Sequence[CheckedRule], evidence: Evidence, limits: Limits
) -> bool:
    """Whether maturing alone fails and absorption is within its limit: the two need a word."""
    absorbed = evidence.at.absorption if evidence.at else None
    is_within = at_most(absorbed, limits.absorption.high_pct) == Outcome.PASSES
    return is_within and [line.code for line in failing] == ["matures"]


_WOULD = {Outcome.PASSES: "pass", Outcome.FAILS: "fail"}


def by_another_school(one: ClayVerdict, other: ClayVerdict, school: str) -> str:
    """What the other school's verdict on the same evidence changes; '' where nothing.

    Source: both schools' limits are common practice.
    """
    before = {line.code: line.outcome for line in one.lines}
    changed = [line for line in other.lines if before.get(line.code) != line.outcome]
    if not changed:
        return ""
    parts = [f"{c.rule.topic} would {_WOULD.get(c.outcome, 'be undecided')}" for c in changed]
    overall = "" if one.overall == other.overall else f": {other.title.lower()}"
    return f"By the {school} limits {', '.join(parts)}{overall}."
