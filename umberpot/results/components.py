"""The pieces of pages that stand in Results.

Registered as builtin tags, so a template may use them without loading anything.
"""

from collections.abc import Sequence
from typing import Any

from django import template

from umberpot.clays.figures import spread_records
from umberpot.results.places import CALCULATORS, CALCULATORS_TABBED, TOOLS
from umberpot.results.trials.grids import LAYOUTS, GridShows, result_grids
from umberpot.results.trials.results import replicates, trial_results
from umberpot.tiles.models import Trial
from umberpot.tiles.progress import TileProgress
from umberpot.ui.tools import offered_tools, shown_tools

register = template.Library()


@register.inclusion_tag("ui/components/tools.html", takes_context=True)
def results_tools(context: dict[str, Any], here: str) -> dict[str, Any]:
    """The tools of Results; signed out, those that need no studio."""
    return offered_tools(context, "Results", TOOLS, CALCULATORS_TABBED, here)


@register.inclusion_tag("ui/components/tools.html", takes_context=True)
def colour_tools(context: dict[str, Any], here: str) -> dict[str, Any]:
    """The same on a colour calculator: signed in, the one tab stands for all three."""
    signed_in = context["user"].is_authenticated
    return results_tools(context, "results:colour-difference" if signed_in else here)


@register.inclusion_tag("results/trials/_tiles_in_place.html")
def tiles_in_place(trial: Trial, progresses: Sequence[TileProgress]) -> dict[str, Any]:
    """A trial's tiles as its grid where it is one, planned and unfired ones too; else its strip."""
    if trial.plan is None or trial.plan.kind not in LAYOUTS:
        return {"rows": progresses}
    records = spread_records(trial.studio)
    found = trial_results(trial, progresses, records)
    grids = result_grids(trial.plan, found, replicates(trial, found, records))
    return {"rows": progresses, "grids": grids, "shows": GridShows.COLOUR}


@register.inclusion_tag("ui/components/tools.html")
def results_calculators() -> dict[str, Any]:
    """Those of its tools that need no studio, each with what it is for."""
    return shown_tools("Results", CALCULATORS, "")
