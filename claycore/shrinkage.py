"""Linear and volume shrinkage from a mark's length wet, bone dry and fired.

Drying and total shrinkage are on the plastic length, firing shrinkage on the dry length; drying and
firing compound. Source: ASTM C326.
"""

from dataclasses import dataclass

from claycore import bounds
from claycore.errors import Inconsistent
from claycore.uncertainty import COVERAGE, Estimate, combined, of_step

DEFAULT_RULER_STEP_MM = 0.5


@dataclass(frozen=True)
class Shrinkage:
    """Shrinkages in percent, each None where its lengths are missing."""

    drying: Estimate | None
    firing: Estimate | None
    total: Estimate | None
    volume_total: Estimate | None


def linear(before: float, after: float, step: float) -> Estimate:
    """``100 · (before − after) / before``; both lengths and the ruler's step in one unit."""
    pct = 100 * (before - after) / before
    u = of_step(step)
    u_pct = combined(100 * after / before**2 * u, 100 / before * u)
    return Estimate(pct, COVERAGE * u_pct)


def volume(total: Estimate) -> Estimate:
    """``100 · (1 − (1 − S)³)``, for a piece that shrinks alike every way."""
    left = 1 - total.value / 100
    return Estimate(100 * (1 - left**3), 3 * left**2 * total.u95)


def shrinkage(wet: float | None, dry: float | None, fired: float | None, step: float) -> Shrinkage:
    """All shrinkages that two or three lengths give. Lengths and step in one unit.

    Raises OutOfBounds for a length that is not positive, Inconsistent for fewer than two lengths.
    """
    lengths = {"wet": wet, "dry": dry, "fired": fired}
    for field, length in lengths.items():
        if length is not None:
            bounds.LENGTH.check(field, length)
    bounds.STEP.check("step", step)
    missing = [field for field, length in lengths.items() if length is None]
    if len(missing) > 1:
        raise Inconsistent(
            missing[0], None, "Give at least two of the lengths wet, bone dry and fired."
        )
    total = linear(wet, fired, step) if wet and fired else None
    return Shrinkage(
        drying=linear(wet, dry, step) if wet and dry else None,
        firing=linear(dry, fired, step) if dry and fired else None,
        total=total,
        volume_total=volume(total) if total else None,
    )


def reading_of_drying(pct: float) -> str:
    """What a drying shrinkage says of a clay. Source: common practice."""
    if pct < 4:
        return "under 4 %: probably not plastic enough to work"
    if pct < 5.5:
        return "about 5 %: like a grogged or raku body"
    if pct <= 7:
        return "6–7 %: like a plastic throwing body"
    return "over 7 %: hard to dry without cracking"


MUCH_TOTAL_PCT = 15.0
"""Above this, mend with fire clay or grog, or leave it. Source: common practice."""
