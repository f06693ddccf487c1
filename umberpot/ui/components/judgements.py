"""Cautions and verdicts.

Registered as builtin tags, so a template may use them without loading anything.
"""

from typing import Any

from django import template

from claycore.safety import cautions

register = template.Library()


@register.inclusion_tag("ui/components/caution.html")
def caution(code: str) -> dict[str, Any]:
    """A caution at its step, by its code in claycore."""
    return {"caution": cautions.CAUTIONS[code]}


@register.inclusion_tag("ui/components/verdict.html")
def verdict(outcome: str, reason: str, would_decide: str = "", title: str = "") -> dict[str, Any]:
    """An outcome as a shape and words, with its reason; ``title`` replaces the usual words."""
    return {"outcome": outcome, "reason": reason, "would_decide": would_decide, "title": title}
