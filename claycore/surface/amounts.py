"""How much slip a surface takes, and what is in it.

Source: ``area × wet thickness × density``, common practice; Brongniart's formula for what is in it.
"""

from collections.abc import Mapping
from dataclasses import dataclass

from claycore.materials.slip import CLAY_SOLID_DENSITY, slip_by_volume
from claycore.measure import bounds
from claycore.measure.bounds import Bound
from claycore.mixing.cost import AREA, THICKNESS
from claycore.surface.coats import CoatStack
from claycore.surface.techniques import TECHNIQUES, covers_pct
from claycore.surface.techniques.entry import FACE_PCT

COATS = Bound(1, 12, "Enter from 1 to 12 coats.", low_allowed=True)
LOSS = Bound(
    0, 100, "Loss must be 0 % or more and less than 100 %.", low_allowed=True, high_allowed=False
)

COVERS = Bound(0, 100, "A slip covers more than 0 and at most 100 % of the face.")

USUAL_LOSS_PCT = 10.0
"""What stays in the bucket, on the brush and on the floor. Common practice, from memory."""


@dataclass(frozen=True)
class Coating:
    """Coats of one slip. Area in cm², the thickness of one wet coat in mm.

    ``covers_pct`` is the share of the area that they cover. ``specific_gravity`` is of the finished
    slip: its dry content is clay and additions together, ``pcts`` of additions on the dry clay.
    ``loss_pct`` is the share of what is made that does not stay on the ware.
    """

    area_cm2: float
    coats: int
    thickness_mm: float
    specific_gravity: float
    solid_density: float = CLAY_SOLID_DENSITY
    loss_pct: float = USUAL_LOSS_PCT
    pcts: Mapping[str, float] | None = None
    covers_pct: float = FACE_PCT


@dataclass(frozen=True)
class SlipAmount:
    """Slip to make: ml, and grams of it, of its dry clay, its water and each addition."""

    slip_ml: float
    slip_g: float
    dry_clay_g: float
    water_g: float
    additions_g: Mapping[str, float]


def slip_for(coating: Coating) -> SlipAmount:
    """The slip that coats take, with what is lost, and what is in it.

    Raises OutOfBounds naming the field that cannot be. Source: as at the head of this file.
    """
    AREA.check("area", coating.area_cm2)
    COATS.check("coats", coating.coats)
    THICKNESS.check("thickness", coating.thickness_mm)
    loss = LOSS.check("loss_pct", coating.loss_pct) / 100
    covers = COVERS.check("covers_pct", coating.covers_pct) / 100
    pcts = dict(coating.pcts or {})
    for pct in pcts.values():
        bounds.PERCENTAGE.check("add", pct)
    kept_ml = coating.area_cm2 * covers * coating.thickness_mm / 10 * coating.coats
    slip_ml = kept_ml / (1 - loss)
    slip = slip_by_volume(slip_ml, coating.specific_gravity, coating.solid_density)
    dry_clay_g = slip.dry_g / (1 + sum(pcts.values()) / 100)
    additions = {name: dry_clay_g * pct / 100 for name, pct in pcts.items()}
    return SlipAmount(slip_ml, slip.dry_g + slip.water_g, dry_clay_g, slip.water_g, additions)


@dataclass(frozen=True)
class CoatAmount:
    """The slip to make for one coat of a stack, ml, and the share of the face it covers."""

    coat: str
    slip_ml: float
    covers_pct: float


def slips_for(
    stack: CoatStack, area_cm2: float, loss_pct: float = USUAL_LOSS_PCT
) -> list[CoatAmount]:
    """The slip that each coat of a stack takes, the lowest first; slabs of clay take none.

    Raises OutOfBounds naming the field that cannot be. Source: as at the head of this file.
    """
    AREA.check("area", area_cm2)
    loss = LOSS.check("loss_pct", loss_pct) / 100
    if TECHNIQUES[stack.technique].is_slabs:
        return []
    found = []
    for place, coat in enumerate(stack.coats):
        THICKNESS.check("thickness", coat.thickness_mm)
        covers = COVERS.check("covers", covers_pct(stack, place))
        kept_ml = area_cm2 * covers / 100 * coat.thickness_mm / 10 * coat.coats
        found.append(CoatAmount(coat.name, kept_ml / (1 - loss), covers))
    return found
