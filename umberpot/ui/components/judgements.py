"""Cautions, verdicts and outcomes.

Registered as builtin tags, so a template may use them without loading anything.
"""

from collections.abc import Sequence
from enum import StrEnum
from typing import Any

from django import template

from claycore.judging.claims import ClaimOutcome
from claycore.judging.fit import FitOutcome
from claycore.judging.outcomes import Outcome
from claycore.measure.notices import Notice
from claycore.safety import cautions
from claycore.testing.absorption import AgainstLimit

register = template.Library()


class OutcomeMark(StrEnum):
    """The shape that says an outcome: never a colour alone."""

    TICK = "tick"
    HOLLOW_TICK = "hollow_tick"
    CROSS = "cross"
    DASH = "dash"
    EMPTY = "empty"


MARKS: dict[str | bool | None, OutcomeMark] = {
    True: OutcomeMark.TICK,
    False: OutcomeMark.CROSS,
    None: OutcomeMark.EMPTY,
    AgainstLimit.WITHIN: OutcomeMark.TICK,
    AgainstLimit.OVER: OutcomeMark.CROSS,
    AgainstLimit.NOT_DECIDED: OutcomeMark.DASH,
    Outcome.PASSES: OutcomeMark.TICK,
    Outcome.FAILS: OutcomeMark.CROSS,
    Outcome.NOT_DECIDED: OutcomeMark.DASH,
    Outcome.NOT_MEASURED: OutcomeMark.EMPTY,
    ClaimOutcome.HOLDS: OutcomeMark.TICK,
    ClaimOutcome.DOES_NOT_HOLD: OutcomeMark.CROSS,
    ClaimOutcome.NOT_DECIDED: OutcomeMark.DASH,
    FitOutcome.COMFORTABLE: OutcomeMark.TICK,
    FitOutcome.RISKY: OutcomeMark.HOLLOW_TICK,
    FitOutcome.APART: OutcomeMark.CROSS,
    FitOutcome.NOT_DECIDED: OutcomeMark.DASH,
    FitOutcome.NOT_MEASURED: OutcomeMark.EMPTY,
}
"""The mark of every outcome there is; ``tests/web/ui`` walks them."""

VERDICT_TITLES = {
    OutcomeMark.TICK: "Within the limit",
    OutcomeMark.CROSS: "Over the limit",
    OutcomeMark.DASH: "Inconclusive",
}


@register.inclusion_tag("ui/components/caution.html")
def caution(code: str) -> dict[str, Any]:
    """A caution at its step, by its code in claycore."""
    return {"caution": cautions.CAUTIONS[code]}


@register.inclusion_tag("ui/components/warnings.html")
def notices(warnings: Sequence[Notice]) -> dict[str, Any]:
    """What deserves a look about an answer; nothing where nothing does."""
    return {"warnings": warnings}


@register.inclusion_tag("ui/components/verdict.html")
def verdict(
    outcome: str | bool, reason: str, would_decide: str = "", title: str = ""
) -> dict[str, Any]:
    """An outcome as a shape and words, with its reason; ``title`` replaces the usual words."""
    mark = MARKS[outcome]
    return {
        "mark": mark,
        "reason": reason,
        "would_decide": would_decide,
        "title": title or VERDICT_TITLES[mark],
    }


@register.inclusion_tag("ui/components/outcome.html")
def outcome_mark(outcome: str | bool | None) -> dict[str, Any]:
    """An outcome as a small shape, beside its words."""
    return {"mark": MARKS[outcome]}
