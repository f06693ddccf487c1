"""The figures of the trade that pages tell in passing, each from the rule that uses it.

A template writes ``{% usual "water of plastic clay" %}`` and never the figure itself, so that a
changed rule changes the sentence. Registered as builtin tags.
"""

import re
from collections.abc import Mapping

from django import template

from claycore.firing import cones, heat_work, kiln_model, schedules, witness
from claycore.firing.loading import shelves
from claycore.judging import adjustment_suggestions, fit
from claycore.judging.limits import ABSORPTION_LIMITS, School
from claycore.judging.vitrification import TILE_CLASSES
from claycore.materials import moisture, slip
from claycore.measure.formatting import plain
from claycore.mixing import cost, series
from claycore.surface import amounts
from claycore.testing import shrinkage
from claycore.testing.drying import BETWEEN_WEIGHINGS_MIN
from claycore.testing.forgotten import FORGOTTEN_AFTER
from claycore.testing.stages import WEEK, in_hours

register = template.Library()

NO_BREAK = "\u00a0"


def _with_unit(unit: str, *figures: float) -> str:
    return f"{'–'.join(plain(figure) for figure in figures)}{NO_BREAK}{unit}"


_STONEWARE = ABSORPTION_LIMITS["stoneware", School.STRICT]

TRADE_FIGURES: Mapping[str, str] = {
    "water of plastic clay": _with_unit("%", *moisture.USUAL_WATER_PCT),
    "loss in mixing": _with_unit("%", series.USUAL_LOSS_PCT),
    "smallest mix": _with_unit("g", series.COMFORTABLE_BATCH_G),
    "wet coat": _with_unit("mm", *cost.USUAL_COAT_MM),
    "wet coat taken": _with_unit("mm", cost.COAT_MM),
    "gravity of a dipped coat": plain(cost.COAT_GRAVITY),
    "density of dry clay": plain(slip.CLAY_SOLID_DENSITY),
    "loss of slip": _with_unit("%", amounts.USUAL_LOSS_PCT),
    "shrinkage fit": _with_unit("%", fit.COMFORTABLE_PCT, fit.MOST_PCT),
    "stoneware limit": _with_unit("%", _STONEWARE.high_pct),
    "classes of tiles": ", ".join(TILE_CLASSES).replace(" %", f"{NO_BREAK}%"),
    "ruler": _with_unit("mm", shrinkage.DEFAULT_RULER_STEP_MM),
    "most added to a clay": _with_unit("%", adjustment_suggestions.MOST_ADDED_PCT),
    "between dry weighings": in_hours(BETWEEN_WEIGHINGS_MIN).replace(" ", NO_BREAK),
    "forgotten after": f"{plain(FORGOTTEN_AFTER / WEEK)}{NO_BREAK}weeks",
    "firing rate": f"{_with_unit('°C', cones.USUAL_RATE)} per hour",
    "firing rate in °F": f"{_with_unit('°F', cones.USUAL_RATE * 1.8)} per hour",
    "last stretch": _with_unit("°C", cones.LAST_STRETCH_C),
    "start of a firing": _with_unit("°C", schedules.START_C),
    "cones given back within": _with_unit("°C", heat_work.GIVES_BACK_WITHIN_C),
    "half-bent cone": _with_unit("°C", witness.HALF_DOWN_C[0]),
    "clearance in the kiln": _with_unit("mm", shelves.CLEARANCE_MM),
    "less than a kiln": _with_unit("mm", 2 * shelves.AIR_MM),
    "heat of the rating": _with_unit("°C", kiln_model.LOSS_AT_C),
}
"""What pages say in passing, by what it is. Each is its rule's own constant."""


def with_trade_figures(text: str) -> str:
    """A sentence with the figures that it names in braces: "Usually {wet coat}."."""
    return re.sub(r"\{([^}]+)\}", lambda found: TRADE_FIGURES[found[1]], text)


@register.simple_tag
def usual(what: str) -> str:
    """A figure of the trade in words: ``{% usual "loss in mixing" %}`` is "5 %"."""
    return TRADE_FIGURES[what]
