"""The figures a clay is judged by, and how an interval is held against one of them."""

from dataclasses import dataclass

from claycore.judging.vitrification import Limit
from claycore.measure.uncertainty import Estimate
from claycore.testing.absorption import OVER, WITHIN, against_limit
from claycore.testing.field_notes import ENOUGH_GREASY_PCT

PASSES = "passes"
FAILS = "fails"
NOT_DECIDED = "not_decided"
NOT_MEASURED = "not_measured"


@dataclass(frozen=True)
class Limits:
    """The figures a studio judges by; the defaults are common practice.

    ``saturation_most`` is what ASTM C62 asks of brick that stands severe weathering, from memory.
    """

    absorption: Limit
    drying_least_pct: float = 4.0
    drying_most_pct: float = 7.0
    total_most_pct: float = 15.0
    greasy_least_pct: float = ENOUGH_GREASY_PCT
    as_dug_least_pct: float = 70.0
    saturation_most: float = 0.78


def at_most(estimate: Estimate | None, most: float) -> str:
    """PASSES only if the whole interval does, FAILS only if none of it does."""
    if estimate is None:
        return NOT_MEASURED
    return {WITHIN: PASSES, OVER: FAILS}.get(against_limit(estimate, most), NOT_DECIDED)


def at_least(estimate: Estimate | None, least: float) -> str:
    """PASSES only if the whole interval does, FAILS only if none of it does."""
    if estimate is None:
        return NOT_MEASURED
    return at_most(Estimate(-estimate.value, estimate.u95), -least)
