"""A series worked out backwards: what the powder on hand allows.

What a series takes grows with its tiles, whatever the strategy, so the largest tiles are found by
halving. Source: the plans themselves (series); bisection as in any numerical text.
"""

import math
from dataclasses import replace

from claycore.materials.clay_in_hand import ClayCondition
from claycore.measure.errors import Inconsistent
from claycore.measure.formatting import plain, to_step
from claycore.mixing import series
from claycore.mixing.series import MOST_TILES_EACH, WantedSeries

SMALLEST_TILE_G, LARGEST_TILE_G = 0.01, 1e5
"""No tile is smaller or larger than this, dry. Our choice."""

HALVINGS = 40

_MOST_STEPS_SMALLER = 1000
"""Rounding adds at most half a step a weighing, which so many smaller steps of a tile make up."""


def least_powder_g(wanted: WantedSeries) -> float:
    """The powder that the most sparing plan takes, whether the scale can weigh it or not.

    Grams. Raises ClayError. Source: the plans themselves.
    """
    return min(plan.colourant_g for plan in series.plans(wanted))


def _powder_of(wanted: WantedSeries) -> float:
    if not wanted.powder_g:
        raise Inconsistent(
            "powder_g", wanted.powder_g, "Enter the colourant on hand, in grams, above 0."
        )
    return wanted.powder_g


def _no_larger_than(wanted: WantedSeries, powder_g: float) -> float:
    """The tile that so much powder for one of each would make with no leftover and no rounding.

    No plan needs less powder than what is in its tiles and lost with them. Where one needs no more,
    which is the usual case, this is the answer and nothing is halved.
    """
    in_each = math.fsum(pct / (100 + pct) for pct in set(wanted.pcts)) / wanted.keeps
    least = powder_g * (1 - 1e-12) / in_each if in_each else LARGEST_TILE_G
    return max(SMALLEST_TILE_G, min(LARGEST_TILE_G, least))


def largest_tile_g(wanted: WantedSeries, tiles_each: int) -> float:
    """The largest tile, dry, of which ``tiles_each`` at every strength can be made of the powder.

    Grams; ``wanted.tiles_g`` counts for nothing. Raises Inconsistent at ``powder_g`` where there is
    none, or too little for the smallest mixes. Source: bisection over the plans.
    """
    powder_g = _powder_of(wanted)

    def takes(tile_g: float) -> float:
        return least_powder_g(replace(wanted, tiles_g=tile_g * tiles_each))

    low, high = SMALLEST_TILE_G, _no_larger_than(wanted, powder_g / tiles_each)
    if takes(low) > powder_g:
        raise Inconsistent(
            "powder_g",
            powder_g,
            f"Even the smallest mixes take {plain(takes(low))} g of colourant. Make them smaller,"
            " or leave out a strength.",
        )
    if takes(high) <= powder_g:
        return high
    for _ in range(HALVINGS):
        middle = (low + high) / 2
        if takes(middle) <= powder_g:
            low = middle
        else:
            high = middle
    return low


def rounded_down(tile_g: float, clay: ClayCondition, step_g: float) -> float:
    """A tile's dry grams, rounded down to what the scale can show of it as it is weighed.

    Grams. Raises Inconsistent at ``powder_g`` for a tile under one step. Source: arithmetic.
    """
    steps = math.floor(clay.as_weighed_g(tile_g) / step_g + 1e-9)
    if steps < 1:
        raise Inconsistent(
            "powder_g", tile_g, "The colourant does not reach for a tile that the scale can weigh."
        )
    return clay.dry_g(steps * step_g)


def largest_on_the_scale(wanted: WantedSeries, tiles_each: int, clay: ClayCondition) -> float:
    """The largest tile, dry, as the scale shows it, whose weighings come to no more than there is.

    What is weighed is rounded to the scale's step, and that may add up to a little more than the
    exact sum: then the tile is a step or a few smaller. Grams. Raises Inconsistent at ``powder_g``.
    Source: the plans themselves, with their recommendation.
    """
    powder_g, step_g = _powder_of(wanted), wanted.scale_step_g
    tile_g = rounded_down(largest_tile_g(wanted, tiles_each), clay, step_g)
    for _ in range(_MOST_STEPS_SMALLER):
        plans = series.plans(replace(wanted, tiles_g=tile_g * tiles_each))
        recommended, _reason = series.recommend(plans)
        weighed_g = math.fsum(
            float(to_step(batch.add_colourant_g, step_g))
            for batch in plans[recommended].batches
            if batch.add_colourant_g > 0
        )
        smaller_g = tile_g - clay.dry_g(step_g)
        if weighed_g <= powder_g * (1 + 1e-9) or smaller_g <= 0:
            break
        tile_g = smaller_g
    return tile_g


def most_tiles_each(wanted: WantedSeries, tile_dry_g: float) -> int:
    """How many tiles of this size the powder allows at each strength; 0 where not even one.

    Dry grams. Raises Inconsistent at ``powder_g`` where there is none. Source: the plans.
    """
    powder_g = _powder_of(wanted)
    low, high = 0, MOST_TILES_EACH + 1
    while high - low > 1:
        middle = (low + high) // 2
        enough = least_powder_g(replace(wanted, tiles_g=tile_dry_g * middle)) <= powder_g
        low, high = (middle, high) if enough else (low, middle)
    return low
