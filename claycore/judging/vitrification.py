"""Is it dense enough? Absorption held against a limit, with the reason in words.

Vitrified means fired hard and dense enough for the purpose, not "0 %". The limits are in
:mod:`claycore.judging.limits`. Published classes to show beside them: ISO 13006 / EN 14411 (tiles).
"""

import math
from dataclasses import dataclass
from enum import StrEnum

from claycore.judging.limits import WARES, Limits
from claycore.measure.formatting import plain, with_u95
from claycore.measure.uncertainty import Estimate
from claycore.testing import absorption
from claycore.testing.absorption import AgainstLimit

_TILE_CLASSES = ((0.5, "at most 0.5 %"), (3, "0.5–3 %"), (6, "3–6 %"), (10, "6–10 %"))
_ABOVE_ALL_CLASSES = "over 10 %"

TILE_CLASSES = (*(text for _, text in _TILE_CLASSES), _ABOVE_ALL_CLASSES)
"""The classes of ceramic tiles in words. Source: ISO 13006 / EN 14411, groups by absorption."""


def tile_class(found: Estimate, cone: str | None = None) -> str:
    """The published class of ceramic tiles an absorption falls in, as a sentence.

    A figure on the edge belongs to the lower class; where its ± reaches into another class, it is
    not decided. In percent; ``cone`` is what it was fired to, None if that is not known. Source:
    ISO 13006 / EN 14411, groups by water absorption.
    """
    at = f" after cone {cone}" if cone else ""
    low, high = _class_of(max(found.low, 0.0)), _class_of(found.high)
    if low == high:
        return f"Among ceramic tiles (ISO 13006) its class{at} is {low}."
    return (
        f"Among ceramic tiles (ISO 13006) its class{at} is inconclusive: its ± reaches from"
        f" {low} to {high}."
    )


def _class_of(absorption_pct: float) -> str:
    for high, text in _TILE_CLASSES:
        if absorption_pct <= high or math.isclose(absorption_pct, high, rel_tol=1e-9):
            return text
    return _ABOVE_ALL_CLASSES


@dataclass(frozen=True)
class AbsorptionVerdict:
    """``outcome`` as in :mod:`claycore.testing.absorption`, the reason, what would decide it."""

    outcome: AgainstLimit
    reason: str
    would_decide: str = ""


MOST_PIECES = 12
"""More pieces than this are not asked for: it lies on the limit. Our choice."""


def what_would_decide(estimate: Estimate, limit_pct: float, scale_step_g: float) -> str:
    """What to do about an absorption that straddles a limit, in a sentence.

    Where the pieces leave it open, more of them; where the scale does, a heavier piece or a finer
    scale. Source: JCGM 100:2008, 4.2.3: the standard error falls with the root of the number.
    """
    on_the_limit = "The result is on the limit. Fire one cone hotter and test again."
    apart = abs(estimate.value - limit_pct)
    instruments = estimate.instruments_u95
    if instruments is not None and instruments < apart:
        pieces = math.ceil(estimate.count * (estimate.u95 / apart) ** 2)
        if pieces > MOST_PIECES:
            return on_the_limit
        return f"To decide, test about {max(pieces, estimate.count + 1)} pieces in total."
    mass_g = absorption.mass_that_would_decide(estimate.value, limit_pct, scale_step_g)
    if mass_g is None or mass_g > 5000:
        return on_the_limit
    return f"To decide, test a piece of {plain(mass_g * 1.05, 0)} g or more, or use a finer scale."


class PoresHidden(StrEnum):
    """Why a figure may be too low to pass: what keeps water out of the pores."""

    GLAZE = "glaze"
    METHOD = "method"


_HIDES = {
    PoresHidden.GLAZE: (
        "of a glazed piece: the glaze keeps the water out.",
        "Soak a bare piece, or a broken edge.",
    ),
    PoresHidden.METHOD: (
        "by a soak that reads low: it can rule out, and establishes nothing.",
        "Boil and soak the same pieces.",
    ),
}


def what_hides_pores(glazed: bool, reads_low: bool) -> str:
    """What may have kept water out of the pores; '' where nothing did. Source: common practice."""
    if glazed:
        return PoresHidden.GLAZE
    return PoresHidden.METHOD if reads_low else ""


def _hidden(within: str, hides: str) -> AbsorptionVerdict:
    """Within a limit, but so measured that it does not count."""
    how, would_decide = _HIDES[PoresHidden(hides)]
    return AbsorptionVerdict(AgainstLimit.NOT_DECIDED, f"{within}, but {how}", would_decide)


def against_figure(
    estimate: Estimate, limit_pct: float, scale_step_g: float, hides: str = ""
) -> AbsorptionVerdict:
    """One absorption held against a bare figure, in percent, without a ware or a cone.

    ``hides`` is what :func:`what_hides_pores` says of how it was measured: then it may be over and
    is never within. Source: arithmetic on the interval.
    """
    outcome = absorption.against_limit(estimate, limit_pct)
    measured = f"{with_u95(estimate.value, estimate.u95)} %"
    if outcome == AgainstLimit.WITHIN and hides:
        return _hidden(f"{measured} is within {plain(limit_pct)} %", hides)
    if outcome == AgainstLimit.NOT_DECIDED:
        return AbsorptionVerdict(
            outcome,
            f"{measured} could be either side of {plain(limit_pct)} %: too close to call.",
            what_would_decide(estimate, limit_pct, scale_step_g),
        )
    stands = "within" if outcome == AgainstLimit.WITHIN else "over"
    return AbsorptionVerdict(outcome, f"{measured} is {stands} {plain(limit_pct)} %.")


def verdict(
    estimate: Estimate,
    asked: Limits,
    cone: str | None,
    scale_step_g: float,
    hides: str = "",
) -> AbsorptionVerdict:
    """The verdict on one absorption, as a sentence a potter could argue with.

    ``hides`` is what :func:`what_hides_pores` says of how it was measured: then it may be over a
    limit and is never within.

    ``cone`` is the cone it was fired to, None if that is not known. Limit and absorption in
    percent. Within a range quoted for ware as found is not yet dense enough. Source: the limits
    are common practice.
    """
    against, dense = asked.absorption, asked.dense
    outcome = absorption.against_limit(estimate, against.high_pct)
    measured = f"{with_u95(estimate.value, estimate.u95)} %"
    is_dense = absorption.against_limit(estimate, dense.high_pct) == AgainstLimit.WITHIN
    if outcome == AgainstLimit.WITHIN and not against.approves and not is_dense:
        return AbsorptionVerdict(
            AgainstLimit.NOT_DECIDED,
            f"{measured} lies in the range commonly quoted for {WARES[against.ware]}"
            f" ({against.text}): such ware is found, which does not make it dense enough.",
            f"Hold it against the strict limit, {dense.words}.",
        )
    high = f"{plain(against.high_pct)} % for {WARES[against.ware]}"
    at_cone = f" at cone {cone}" if cone else ""
    enough = "dense enough" if against.ware == "earthenware" else "vitrified"
    if outcome == absorption.AgainstLimit.WITHIN and hides:
        return _hidden(f"{measured} is within {high}", hides)
    if outcome == absorption.AgainstLimit.WITHIN:
        return AbsorptionVerdict(
            outcome, f"{measured} is within {high}: {enough} for that use{at_cone}."
        )
    if outcome == absorption.AgainstLimit.OVER:
        return AbsorptionVerdict(outcome, f"{measured} is over {high}: not {enough}{at_cone}.")
    return AbsorptionVerdict(
        outcome,
        f"{measured} could be either side of {high}: too close to call{at_cone}.",
        what_would_decide(estimate, against.high_pct, scale_step_g),
    )
