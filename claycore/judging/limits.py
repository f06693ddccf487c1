"""The figures a clay is judged by, and how an interval is held against one of them."""

from dataclasses import dataclass
from enum import StrEnum

from claycore.judging.vitrification import Limit
from claycore.measure.uncertainty import Estimate
from claycore.testing.absorption import AgainstLimit, against_limit
from claycore.testing.field_notes import ENOUGH_GREASY_PCT


class Outcome(StrEnum):
    """What holding a clay against one rule comes to."""

    PASSES = "passes"
    FAILS = "fails"
    NOT_DECIDED = "not_decided"
    NOT_MEASURED = "not_measured"

    @property
    def words(self) -> str:
        """What it is called on a page and on paper."""
        return _WORDS[self]


_WORDS = {
    Outcome.PASSES: "passes",
    Outcome.FAILS: "fails",
    Outcome.NOT_DECIDED: "not decided",
    Outcome.NOT_MEASURED: "not tried",
}


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


def at_most(estimate: Estimate | None, most: float) -> Outcome:
    """PASSES only if the whole interval does, FAILS only if none of it does.

    Both in one unit. Source: our choice: an interval that straddles a limit decides nothing.
    """
    if estimate is None:
        return Outcome.NOT_MEASURED
    return {AgainstLimit.WITHIN: Outcome.PASSES, AgainstLimit.OVER: Outcome.FAILS}.get(
        against_limit(estimate, most), Outcome.NOT_DECIDED
    )


def at_least(estimate: Estimate | None, least: float) -> Outcome:
    """PASSES only if the whole interval does, FAILS only if none of it does.

    Both in one unit. Source: our choice: an interval that straddles a limit decides nothing.
    """
    if estimate is None:
        return Outcome.NOT_MEASURED
    return at_most(Estimate(-estimate.value, estimate.u95), -least)
