"""Where the way goes on to tiles of a colour: which to fire, their dose, their series."""

from collections.abc import Mapping, Sequence
from urllib.parse import urlencode

from django.urls import reverse

from claycore.colour.next_tiles import Goal
from claycore.measure.formatting import percentage, plain
from umberpot.colours.fired import Conditions
from umberpot.mixing.calculators.clay import STATE_WAS

TEST_TILES_G, TILE_DRY_G = 90, 30
"""Dry clay for a first test of a few tiles, and what a planned tile is begun with. Our choice."""

FIRST_PCT = 8
"""The strength that a campaign is begun with, percent on dry clay. Common practice."""


def which_next(goal: Goal, conditions: Conditions | None, **more: str) -> str:
    """Which tile to fire next under some conditions, for a goal; ``more`` as its form has it."""
    under = {"under": conditions.key} if conditions else {}
    return f"{reverse('results:next-tiles')}?{urlencode({'goal': goal.value, **under, **more})}"


def dose_of_a_test_tile(clay: str, pcts: Mapping[str, float]) -> str:
    """The dose of a few tiles with these percentages on dry clay."""
    # No state: the dose opens in that of the clay on the shelf, with the same dry clay.
    dose = [("clay", clay), (STATE_WAS, "dry"), ("mass", str(TEST_TILES_G)), ("unit", "g")]
    dose += [("add", f"{name}:{plain(pct, 2)}") for name, pct in pcts.items()]
    return f"{reverse('mixing:dose')}?{urlencode(dose)}"


def campaign_of(clay: str, colourants: Sequence[str]) -> str:
    """A campaign: these colourants in a clay, all at one strength first."""
    query = [("clay", clay), ("first_pct", str(FIRST_PCT)), ("tile_dry_g", str(TILE_DRY_G))]
    query += [("stain", name) for name in colourants]
    return f"{reverse('mixing:campaign')}?{urlencode(query)}"


def tiles_of_strengths(clay: str, colourant: str, pcts: Sequence[float]) -> str:
    """The dose of one strength, or the series of several, percent on dry clay."""
    if len(pcts) == 1:
        return dose_of_a_test_tile(clay, {colourant: pcts[0]})
    strengths = ", ".join(percentage(pct) for pct in sorted(pcts))
    query = {
        "clay": clay,
        "colourant": colourant,
        "pcts": strengths,
        "tile_dry_g": str(TILE_DRY_G),
    }
    return f"{reverse('mixing:series')}?{urlencode(query)}"
