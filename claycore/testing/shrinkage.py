"""Linear and volume shrinkage from a mark's length wet, bone dry and fired.

Drying and total shrinkage are on the plastic length, firing shrinkage on the dry length; drying and
firing compound. Source: ASTM C326.
"""

from dataclasses import dataclass
from enum import StrEnum

from claycore.measure import bounds
from claycore.measure.errors import Inconsistent
from claycore.measure.uncertainty import Estimate, Measured, percent_decrease

DEFAULT_RULER_STEP_MM = 0.5


@dataclass(frozen=True)
class Shrinkage:
    """Shrinkages in percent, each None where its lengths are missing."""

    drying: Estimate | None
    firing: Estimate | None
    total: Estimate | None
    volume_total: Estimate | None


def volume(total: Estimate) -> Estimate:
    """``100 · (1 − (1 − S)³)``, for a piece that shrinks alike every way. Source: geometry."""
    left = 1 - total.value / 100
    return Estimate(100 * (1 - left**3), 3 * left**2 * total.u95)


def shrinkage(wet: float | None, dry: float | None, fired: float | None, step: float) -> Shrinkage:
    """All shrinkages that two or three lengths give. Lengths and step in one unit.

    Raises OutOfBounds for a length that is not positive, Inconsistent for fewer than two lengths.
    Source: ASTM C326.
    """
    lengths = {"wet": wet, "dry": dry, "fired": fired}
    for field, length in lengths.items():
        if length is not None:
            bounds.LENGTH.check(field, length)
    bounds.STEP.check("step", step)
    missing = [field for field, length in lengths.items() if length is None]
    if len(missing) > 1:
        raise Inconsistent(
            missing[0], None, "Enter at least two of the lengths: wet, bone dry, fired."
        )
    return of_lengths(
        *(Measured(length, step) if length is not None else None for length in lengths.values())
    )


def of_lengths(wet: Measured | None, dry: Measured | None, fired: Measured | None) -> Shrinkage:
    """What the lengths that there are give; all None with fewer than two. Source: ASTM C326."""
    total = percent_decrease(wet, fired) if wet and fired else None
    return Shrinkage(
        drying=percent_decrease(wet, dry) if wet and dry else None,
        firing=percent_decrease(dry, fired) if dry and fired else None,
        total=total,
        volume_total=volume(total) if total else None,
    )


def size_to_make(want: float, total: Estimate) -> Estimate:
    """How large to make what should end at ``want``: ``want / (1 − total)``. In want's unit.

    Raises OutOfBounds for a size that is not positive or a shrinkage of 100 % or more. Source:
    arithmetic on the total shrinkage.
    """
    bounds.LENGTH.check("size", want)
    bounds.SHRINKAGE.check("total", total.value)
    left = 1 - total.value / 100
    return Estimate(want / left, want / left**2 * total.u95 / 100)


class DryingBand(StrEnum):
    """How far clays dry, and what kinds of body dry so far."""

    SHORT = "short"
    OPEN = "open"
    PLASTIC = "plastic"
    WILD = "wild"


_BANDS = ((4.0, DryingBand.SHORT), (6.0, DryingBand.OPEN), (7.0, DryingBand.PLASTIC))
"""Drying shrinkages under these, percent; a figure on the edge of 6 or 7 is of the band under it.
Source: common practice."""

_BAND_WORDS = {
    DryingBand.SHORT: "under 4 %: a short body of little plasticity",
    DryingBand.OPEN: "4–6 %: as grogged, sculpture and raku bodies dry",
    DryingBand.PLASTIC: "6–7 %: as plastic throwing bodies dry",
    DryingBand.WILD: "over 7 %: cracks easily as it dries",
}


def drying_band(pct: float) -> DryingBand:
    """The band of a drying shrinkage in percent. Source: common practice."""
    if pct < _BANDS[0][0]:
        return DryingBand.SHORT
    return next((band for most, band in _BANDS[1:] if pct <= most), DryingBand.WILD)


def reading_of_drying(pct: float) -> str:
    """What a drying shrinkage, in percent, says of a clay. Source: common practice."""
    return _BAND_WORDS[drying_band(pct)]


MUCH_TOTAL_PCT = 15.0
"""Above this, adjust with fire clay or grog, or leave it. Source: common practice."""
