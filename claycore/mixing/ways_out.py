"""A mix that came out otherwise than wanted: what it is, and the ways to what was wanted.

Source: common practice; the grams are mass balance on dry clay.
"""

from dataclasses import dataclass
from enum import StrEnum

from claycore.materials.clay_in_hand import ClayCondition
from claycore.mixing.weighing import is_as_wanted


class WayOutKind(StrEnum):
    """A way out of a mix of the wrong strength."""

    ADD_CLAY = "add_clay"
    ADD_COLOURANT = "add_colourant"
    KEEP = "keep"
    BLEND = "blend"


@dataclass(frozen=True)
class WayOut:
    """One way out: what to put on the scale, grams there and dry, and the strength it ends at.

    ``add_g`` is 0 where nothing is added.
    """

    way: WayOutKind
    add_g: float
    add_dry_g: float
    pct: float


def ways_out(
    clay_dry_g: float, colourant_g: float, wanted_pct: float, clay: ClayCondition
) -> list[WayOut]:
    """The ways out of a mix of so much dry clay and colourant, the surest first.

    A mix that is too strong takes clay, one that is too weak colourant; either may stay what it is
    or be blended. None where it is near enough. Percent on dry clay; ``clay`` is how the clay lies
    that would be added. Source: mass balance; what is near enough is common practice.
    """
    pct = 100 * colourant_g / clay_dry_g
    if wanted_pct <= 0 or is_as_wanted(pct, wanted_pct):
        return []
    if pct > wanted_pct:
        dry_g = 100 * colourant_g / wanted_pct - clay_dry_g
        first = WayOut(WayOutKind.ADD_CLAY, clay.as_weighed_g(dry_g), dry_g, wanted_pct)
    else:
        lacking_g = clay_dry_g * wanted_pct / 100 - colourant_g
        first = WayOut(WayOutKind.ADD_COLOURANT, lacking_g, lacking_g, wanted_pct)
    return [
        first,
        WayOut(WayOutKind.KEEP, 0.0, 0.0, pct),
        WayOut(WayOutKind.BLEND, 0.0, 0.0, wanted_pct),
    ]
