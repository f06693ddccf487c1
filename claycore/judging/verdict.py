"""Is a clay worth keeping, and for what? What the rules come to. Source: common practice."""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

from claycore.judging.limits import Limits
from claycore.judging.outcomes import Outcome
from claycore.judging.purposes import PURPOSES, Purpose
from claycore.judging.rules import RULES, Evidence, Finding, Rule
from claycore.measure.formatting import plain


class Overall(StrEnum):
    """What all the rules come to."""

    KEEP = "keep"
    MEND = "mend"
    AS_SLIP = "slip"
    LEAVE = "leave"
    NOT_DECIDED = "not_decided"


OVERALL = {
    Overall.KEEP: "Keep it",
    Overall.MEND: "Mend it",
    Overall.AS_SLIP: "Use it as slip or colourant",
    Overall.LEAVE: "Leave it",
    Overall.NOT_DECIDED: "Not decided yet",
}

BEYOND_MENDING = 3
"""With so many failing rules that matter, most give up on a clay as a body. House judgement."""


@dataclass(frozen=True)
class CheckedRule:
    """A rule and what was found, judged for a purpose at a cone."""

    rule: Rule
    finding: Finding
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


@dataclass(frozen=True)
class ClayVerdict:
    """What the lines come to, in a word of OVERALL and a sentence."""

    overall: Overall
    reason: str
    lines: tuple[CheckedRule, ...]

    @property
    def title(self) -> str:
        return OVERALL[self.overall]


def lines(evidence: Evidence, limits: Limits, purpose: str) -> tuple[CheckedRule, ...]:
    """Every rule held against the evidence, in the order the work meets them.

    Source: common practice, rule by rule beside each.
    """
    return tuple(
        CheckedRule(rule, rule.find(evidence, limits), purpose, evidence.cone)
        for rule in RULES.values()
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

    The order is the argument. A slip need pass nothing. Then what nothing mends (lime that leaves
    it crumbling), then too much to mend, then mended already past sense, then what can be mended.
    Only when nothing fails may an open question be the headline, and only when nothing is open may
    it say keep: no confident word over a point that failed or that nobody looked at.
    """
    for_purpose = PURPOSES[purpose]
    failing = [line for line in found if line.fails]
    topics = _listed([line.rule.topic for line in failing])
    still_open = _listed([line.rule.topic for line in found if line.is_open])
    if purpose == Purpose.SLIP:
        return (
            Overall.AS_SLIP,
            "As slip or colourant it need not pass any of these: test the fired colour.",
        )
    if {"lime", "holds_together"} <= {line.code for line in failing}:
        return Overall.LEAVE, "It fizzes with lime and does not hold together after the firing."
    if len(failing) >= BEYOND_MENDING:
        return Overall.AS_SLIP, f"Too much is against it for {for_purpose}: {topics}."
    if failing and evidence.as_dug_pct < limits.as_dug_least_pct:
        return (
            Overall.AS_SLIP,
            f"It still fails on {topics} with {plain(100 - evidence.as_dug_pct, 0)} % added;"
            " most give up there and use it as slip or colourant.",
        )
    if failing:
        return Overall.MEND, f"For {for_purpose} it fails on {topics}; the rest can stand."
    if still_open:
        return Overall.NOT_DECIDED, f"Still open: {still_open}."
    return (
        Overall.KEEP,
        f"Every rule that matters for {for_purpose} passes, as far as it was tested.",
    )


def _listed(names: Sequence[str]) -> str:
    if len(names) < 2:
        return "".join(names)
    return f"{', '.join(names[:-1])} and {names[-1]}"


_WOULD = {Outcome.PASSES: "pass", Outcome.FAILS: "fail"}


def by_another_school(one: ClayVerdict, other: ClayVerdict, school: str) -> str:
    """What the other school's verdict on the same evidence changes; '' where nothing.

    Source: both schools' limits are common practice.
    """
    changed = [b for a, b in zip(one.lines, other.lines, strict=True) if a.outcome != b.outcome]
    if not changed:
        return ""
    parts = [f"{c.rule.topic} would {_WOULD.get(c.outcome, 'be open')}" for c in changed]
    overall = "" if one.overall == other.overall else f": {other.title.lower()}"
    return f"By the {school} limits {', '.join(parts)}{overall}."
