"""A bought body held against what its label says.

A supplier's wide range ("cone 6–10") usually means mature only at the top. Source: common practice.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

from claycore.firing import cones
from claycore.judging.firing_range import FiringRange
from claycore.measure.formatting import listed, plain, with_u95
from claycore.measure.uncertainty import Estimate
from claycore.testing.absorption import AgainstLimit, against_limit
from claycore.testing.results import ClayResults


class ClaimOutcome(StrEnum):
    """Whether what a supplier claims holds."""

    HOLDS = "holds"
    DOES_NOT_HOLD = "does_not_hold"
    NOT_DECIDED = "not_decided"


@dataclass(frozen=True)
class LabelClaim:
    """What the label says; None where it says nothing. Cones as written, figures in percent.

    ``absorption_cone`` is the cone its absorption is told of; None where it is told of all its
    cones.
    """

    cone_low: str | None = None
    cone_high: str | None = None
    total_pct: float | None = None
    absorption_pct: float | None = None
    absorption_cone: str | None = None

    @property
    def names_a_cone(self) -> bool:
        return bool(self.cone_low or self.cone_high or self.absorption_cone)

    @property
    def cones_words(self) -> str:
        if self.cone_low and self.cone_high and self.cone_low != self.cone_high:
            return f"cone {self.cone_low}–{self.cone_high}"
        return f"cone {self.cone_low or self.cone_high}"


@dataclass(frozen=True)
class CheckedClaim:
    """One claim held against what was measured, in a sentence."""

    outcome: ClaimOutcome
    sentence: str


def check_claim(
    claim: LabelClaim, found: ClayResults, ranges: FiringRange, limit_pct: float
) -> list[CheckedClaim]:
    """Every claim that the bars can say something about. ``limit_pct`` is of absorption.

    Source: common practice.
    """
    if not claim.names_a_cone:
        return _without_a_cone(claim)
    rows: list[CheckedClaim | None] = []
    if claim.cone_low or claim.cone_high:
        rows.append(_cones_held(claim, found, ranges, limit_pct))
    hottest = next((at for at in reversed(found.cones) if _claimed(claim, at.cone)), None)
    if hottest:
        rows.append(_figure_held("total shrinkage", claim.total_pct, hottest.total, hottest.cone))
    rows.append(_absorption_held(claim, found))
    return [row for row in rows if row]


def _without_a_cone(claim: LabelClaim) -> list[CheckedClaim]:
    """A figure without a cone can be held against nothing: any clay is dense enough somewhere."""
    figures = ((claim.total_pct, "total shrinkage"), (claim.absorption_pct, "absorption"))
    return [
        CheckedClaim(
            ClaimOutcome.NOT_DECIDED,
            f"Label claims {plain(pct)} % {what}, but names no cone: ask the supplier at which.",
        )
        for pct, what in figures
        if pct is not None
    ]


def any_fails(held: Sequence[CheckedClaim]) -> bool:
    """Whether any claim of a label does not hold. Source: arithmetic."""
    return any(one.outcome == ClaimOutcome.DOES_NOT_HOLD for one in held)


def _claimed(claim: LabelClaim, cone: str) -> bool:
    low, high = claim.cone_low or claim.cone_high, claim.cone_high or claim.cone_low
    if low is None or high is None:
        return True
    return cones.order(low) <= cones.order(cone) <= cones.order(high)


def _cones_held(
    claim: LabelClaim, found: ClayResults, ranges: FiringRange, limit_pct: float
) -> CheckedClaim:
    """Is it mature over all the cones it is sold for?

    A range is claimed from its coolest cone on, so that is where it is decided: dense enough there
    and the whole range stands. Only if it surely is not there is a narrower range offered, from the
    first tested cone that surely is. Bloating within the range comes before all of it.
    """
    tested = [at for at in found.cones if _claimed(claim, at.cone) and at.absorption]
    sold = f"Sold as {claim.cones_words}"
    if not tested:
        return CheckedClaim(
            ClaimOutcome.NOT_DECIDED, f"{sold}; no bar has been fired and soaked in that range yet."
        )
    bloated = ranges.bloats.cone
    if ranges.bloats.outcome == "sure" and bloated and _claimed(claim, bloated):
        return CheckedClaim(
            ClaimOutcome.DOES_NOT_HOLD,
            f"{sold}, but it bloated at cone {bloated}. Fire it cooler than cone {bloated}.",
        )
    outcomes = {at.cone: against_limit(_known(at.absorption), limit_pct) for at in tested}
    coolest = tested[0]
    took_up = f"at cone {coolest.cone} it absorbed {_figure(_known(coolest.absorption))} %"
    if outcomes[coolest.cone] == AgainstLimit.WITHIN:
        return CheckedClaim(ClaimOutcome.HOLDS, f"{sold}; {took_up}, within {plain(limit_pct)} %.")
    enough = next(
        (cone for cone, outcome in outcomes.items() if outcome == AgainstLimit.WITHIN), None
    )
    if outcomes[coolest.cone] != AgainstLimit.OVER:
        return CheckedClaim(
            ClaimOutcome.NOT_DECIDED,
            f"{sold}; {took_up}: inconclusive against the limit of {plain(limit_pct)} %.",
        )
    if enough is None:
        return CheckedClaim(
            ClaimOutcome.DOES_NOT_HOLD,
            f"{sold}, but {took_up}, and no tested cone in that range is certainly within"
            f" {plain(limit_pct)} %.",
        )
    top = claim.cone_high or enough
    treat = f"cone {enough}" if enough == top else f"cone {enough}–{top}"
    return CheckedClaim(
        ClaimOutcome.DOES_NOT_HOLD, f"{sold}, but {took_up}. Treat it as a {treat} body."
    )


def _known(estimate: Estimate | None) -> Estimate:
    if estimate is None:
        raise ValueError("asked of a cone at which nothing was soaked")
    return estimate


def _figure(estimate: Estimate) -> str:
    return with_u95(estimate.value, estimate.u95)


def _figure_held(
    what: str, claimed_pct: float | None, measured: Estimate | None, cone: str
) -> CheckedClaim | None:
    """A figure of the label, against which more and less than it are held alike."""
    if claimed_pct is None or measured is None:
        return None
    less = measured.high < claimed_pct - _half_last_place(claimed_pct)
    fails = less or _is_over(measured, claimed_pct)
    return CheckedClaim(
        ClaimOutcome.DOES_NOT_HOLD if fails else ClaimOutcome.HOLDS,
        f"Label claims {plain(claimed_pct)} % {what}; measured {_figure(measured)} % at cone"
        f" {cone}.",
    )


def _absorption_held(claim: LabelClaim, found: ClayResults) -> CheckedClaim | None:
    """At the cone it is told of, else at each tested one that the label names; less is no fault."""
    told_at, claimed_pct = claim.absorption_cone, claim.absorption_pct
    soaked = [
        (at.cone, at.absorption)
        for at in found.cones
        if at.absorption and (at.cone == told_at if told_at else _claimed(claim, at.cone))
    ]
    if claimed_pct is None or not soaked:
        return None
    over = [cone for cone, measured in soaked if _is_over(measured, claimed_pct)]
    measured = listed([f"{_figure(pct)} % at cone {cone}" for cone, pct in soaked])
    return CheckedClaim(
        ClaimOutcome.DOES_NOT_HOLD if over else ClaimOutcome.HOLDS,
        f"Label claims {plain(claimed_pct)} % absorption; measured {measured}.",
    )


def _is_over(measured: Estimate, claimed_pct: float) -> bool:
    return measured.low > claimed_pct + _half_last_place(claimed_pct)


def _half_last_place(figure: float) -> float:
    """How far a printed figure may have been rounded: 12 by 0.5, 12.5 by 0.05."""
    places = len(plain(figure).partition(".")[2])
    return 0.5 * 10.0**-places
