"""What an addition did to clays in the studio's own blends, and what it may do to the next.

A flux lowers absorption by more than its share, so the mean of the parts is no guess for it: only
blends that were made and fired tell. Source: common practice; the straight line through the blends
that were tried is our choice, good for choosing which to make.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from statistics import fmean

from claycore.judging.adjustment_suggestions import BlendGuess
from claycore.measure.uncertainty import Estimate
from claycore.testing.results import AtCone

LEAST_BLENDS = 2
"""With fewer blends nothing is drawn from them. Our choice."""


@dataclass(frozen=True)
class TriedBlend:
    """A blend of a clay with so many percent of an addition, both fired to one cone."""

    added_pct: float
    plain: AtCone
    blend: AtCone


def guess_from_blends(
    plain: AtCone, added_pct: float, tried: Sequence[TriedBlend]
) -> BlendGuess | None:
    """What so many percent of an addition may do to a clay, by blends with it at the same cone.

    Each blend tells by how much one percent moved its clay; their mean moves this one, and the ±
    reaches to the blends that differ most from it. None with fewer than two blends. Source: see the
    module.
    """
    if len(tried) < LEAST_BLENDS:
        return None
    return BlendGuess(
        _moved(plain, added_pct, tried, lambda at: at.total),
        _moved(plain, added_pct, tried, lambda at: at.absorption),
    )


def _moved(
    plain: AtCone,
    added_pct: float,
    tried: Sequence[TriedBlend],
    figure: Callable[[AtCone], Estimate | None],
) -> Estimate | None:
    start = figure(plain)
    each = [
        (after.value - before.value) / one.added_pct
        for one in tried
        if (before := figure(one.plain)) and (after := figure(one.blend))
    ]
    if start is None or len(each) < LEAST_BLENDS:
        return None
    slope = fmean(each)
    apart = max(abs(one - slope) for one in each)
    value = max(0.0, start.value + slope * added_pct)
    return Estimate(value, start.u95 + apart * added_pct, len(each))
