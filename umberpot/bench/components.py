"""The pieces of pages that show what is timed.

Registered as builtin tags, so a template may use them without loading anything.
"""

from typing import Any

from django import template

from umberpot.bench.models import Timer
from umberpot.bench.services import WITH_THEIR_PLANS, left_behind
from umberpot.surface.models import SurfacePlan

register = template.Library()


@register.inclusion_tag("bench/components/timers_of_plan.html")
def timers_of_plan(plan: SurfacePlan) -> dict[str, Any]:
    """The timers that run for a plan, and whether they run by steps that it has no more."""
    running = Timer.objects.filter(plan=plan, ended_at=None).select_related(*WITH_THEIR_PLANS)
    timers = list(running.prefetch_related("plan__coats"))
    return {"timers": timers, "left_behind": left_behind(timers)}
