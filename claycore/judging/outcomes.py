"""What holding a clay against a rule comes to, and how an interval is held against a figure."""

from enum import StrEnum

from claycore.measure.uncertainty import Estimate
from claycore.testing.absorption import AgainstLimit, against_limit


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
    Outcome.NOT_DECIDED: "inconclusive",
    Outcome.NOT_MEASURED: "not tested",
}


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
