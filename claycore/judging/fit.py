"""May two clays be inlaid or slipped on each other?

A slip that shrinks more than its body may craze and flake, one that shrinks less may peel off;
within about 1–2 % is comfortable. Source: common practice, from memory.
"""

from dataclasses import dataclass
from enum import StrEnum

from claycore.measure.formatting import plain, with_u95
from claycore.measure.uncertainty import Estimate, combined

COMFORTABLE_PCT = 1.0
MOST_PCT = 2.0


class FitOutcome(StrEnum):
    """Whether one clay can lie on another as it shrinks."""

    COMFORTABLE = "comfortable"
    RISKY = "risky"
    APART = "apart"
    NOT_DECIDED = "not_decided"
    NOT_MEASURED = "not_measured"


@dataclass(frozen=True)
class ShrinkageFit:
    """One shrinkage of two clays: the guest's less the ground's, in points, and what it means."""

    what: str
    difference: Estimate | None
    outcome: FitOutcome
    sentence: str


def fit(what: str, guest: Estimate | None, ground: Estimate | None) -> ShrinkageFit:
    """The guest (slip or inlay) on its ground (body), for one shrinkage in percent.

    Source: common practice, from memory.
    """
    if guest is None or ground is None:
        return ShrinkageFit(
            what,
            None,
            FitOutcome.NOT_MEASURED,
            f"The {what} shrinkage of one clay is not known.",
        )
    difference = Estimate(
        guest.value - ground.value, combined(guest.u95, ground.u95), min(guest.count, ground.count)
    )
    least, most = _apart(difference)
    points = f"{with_u95(abs(difference.value), difference.u95)} points"
    if most <= COMFORTABLE_PCT:
        return ShrinkageFit(
            what, difference, FitOutcome.COMFORTABLE, f"{points} apart: comfortable."
        )
    tells = _tells(difference)
    if least > MOST_PCT:
        return ShrinkageFit(
            what, difference, FitOutcome.APART, f"{points} apart, over {plain(MOST_PCT)}: {tells}."
        )
    if most <= MOST_PCT:
        return ShrinkageFit(
            what, difference, FitOutcome.RISKY, f"{points} apart, usable with care: {tells}."
        )
    return ShrinkageFit(
        what,
        difference,
        FitOutcome.NOT_DECIDED,
        f"{points} apart, inconclusive against {plain(MOST_PCT)} (test more bars): {tells}.",
    )


def _tells(difference: Estimate) -> str:
    """Which of the two shrinks more, where that is certain, and what comes of it."""
    if abs(difference.value) <= difference.u95:
        return "which of the two shrinks more is too close to call"
    if difference.value > 0:
        return "the inlay or slip shrinks more and may craze and flake"
    return "the inlay or slip shrinks less and may peel off"


def _apart(difference: Estimate) -> tuple[float, float]:
    """The least and the most that the two may lie apart."""
    most = abs(difference.value) + difference.u95
    return max(0.0, abs(difference.value) - difference.u95), most


def worst(fits: list[ShrinkageFit]) -> FitOutcome:
    """What several fits come to together.

    Source: our choice: the worst of the parts is the whole.
    """
    order = (
        FitOutcome.COMFORTABLE,
        FitOutcome.RISKY,
        FitOutcome.NOT_DECIDED,
        FitOutcome.NOT_MEASURED,
        FitOutcome.APART,
    )
    return max((one.outcome for one in fits), key=order.index)
