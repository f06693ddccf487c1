"""Percentages of colourant: on dry clay, as a share of the total, and on the clay as weighed.

Three conventions are alive. On dry clay, the clay is 100 % and colourant comes on top; as a share
of total, clay and colourants together are 100 %; on wet clay, 100 % is the clay as it was weighed,
with its water, so that the percentage repeats only while the water stays the same. Source: common
practice; the conversions are arithmetic.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

from claycore.measure import bounds
from claycore.measure.errors import Inconsistent, UnknownChoice


class Convention(StrEnum):
    """What a percentage is of."""

    ON_DRY_CLAY = "on_dry_clay"
    SHARE_OF_TOTAL = "share_of_total"
    ON_WET_CLAY = "on_wet_clay"


CONVENTION_WORDS: dict[str, str] = {
    Convention.ON_DRY_CLAY: "on dry clay",
    Convention.SHARE_OF_TOTAL: "of clay plus colourant",
    Convention.ON_WET_CLAY: "of the wet clay",
}
"""Every convention, as it is said after a percentage."""

MOST_ADDITIONS = 12


@dataclass(frozen=True)
class Addition:
    """A colourant and how much of it, in percent of whichever convention goes with it."""

    name: str
    pct: float


def share_of_total(on_dry_clay: Sequence[float]) -> list[float]:
    """Percentages on dry clay as shares of the total: ``s = 100 p / (100 + Σp)``.

    Source: arithmetic.
    """
    total = 100 + sum(on_dry_clay)
    return [100 * pct / total for pct in on_dry_clay]


def on_dry_clay(shares: Sequence[float], field: str = "add") -> list[float]:
    """Shares of the total as percentages on dry clay: ``p = 100 s / (100 − Σs)``.

    Raises Inconsistent when the shares leave no room for clay. Source: arithmetic.
    """
    clay_share = 100 - sum(shares)
    if clay_share <= 0:
        raise Inconsistent(
            field,
            shares,
            "Percentages of the total must add up to less than 100 %: the rest is clay.",
        )
    return [100 * share / clay_share for share in shares]


def as_on_dry_clay(
    additions: Sequence[Addition], convention: str, dry_fraction: float
) -> list[float]:
    """The additions' percentages on dry clay, whichever convention they were given in.

    ``dry_fraction`` is the dry part of the clay as weighed, 0 to 1. Raises UnknownChoice naming
    ``convention``, Inconsistent or OutOfBounds naming ``add``. Source: arithmetic.
    """
    if not additions:
        raise Inconsistent("add", additions, "Enter at least one colourant and its percentage.")
    if len(additions) > MOST_ADDITIONS:
        raise Inconsistent(
            "add", len(additions), f"At most {MOST_ADDITIONS} colourants can be dosed at once."
        )
    pcts = [bounds.PERCENTAGE.check("add", addition.pct) for addition in additions]
    if convention == Convention.SHARE_OF_TOTAL:
        return on_dry_clay(pcts)
    if convention == Convention.ON_WET_CLAY:
        return [pct / dry_fraction for pct in pcts]
    if convention == Convention.ON_DRY_CLAY:
        return pcts
    raise UnknownChoice(
        "convention", convention, f"The convention must be {' or '.join(Convention)}."
    )


def percent_on_dry_clay(colourant_g: float, dry_clay_g: float) -> float:
    """What a mass of colourant really is: ``p = 100 · m_colourant / m_dry_clay``.

    Source: by definition of the percentage.
    """
    return 100 * colourant_g / bounds.MASS.check("dry_clay_g", dry_clay_g)
