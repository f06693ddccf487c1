"""From a test to real work: kilos of coloured clay, and coloured clay stretched with plain.

Source: common practice, and arithmetic.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from claycore.materials import moisture
from claycore.materials.clay_in_hand import ClayCondition, ClayInHand
from claycore.materials.composition import Addition, as_on_dry_clay
from claycore.measure import bounds
from claycore.measure.bounds import Bound
from claycore.measure.errors import Inconsistent
from claycore.mixing.dose import Dose, dose

PIECES = Bound(1, 100_000, "Enter 1 to 100 000 pieces.", low_allowed=True)
SHARE = Bound(
    0, 100, "Share must be more than 0 and at most 100 % of the piece.", high_allowed=True
)


@dataclass(frozen=True)
class ForTotal:
    """What ends as so much plastic clay: the dose, and the water that has to go, grams.

    ``dose.water_to_add_g`` is all the water that goes in; one of the two is 0.
    """

    dose: Dose
    water_to_lose_g: float


def for_plastic_total(
    total_g: float,
    water_pct: float,
    additions: Sequence[Addition],
    convention: str,
    lies: ClayCondition | None = None,
) -> ForTotal:
    """What ends as ``total_g`` of coloured plastic clay of ``water_pct`` water, wet basis.

    Of the total, ``total · (1 − W)`` is dry: clay and colourants together. The clay lies as
    ``lies`` says, dry clay and slip too; as wet as the finished clay where that is not said. Raises
    ClayError. Source: arithmetic, water on the wet basis.
    """
    bounds.MASS.check("mass", total_g)
    finished = moisture.plastic_clay(total_g, water_pct)
    lies = lies or finished.condition
    powder = sum(as_on_dry_clay(additions, convention, lies.dry_fraction)) / 100
    dry_clay_g = finished.dry_g / (1 + powder)
    clay = ClayInHand(lies.state, dry_clay_g, lies.as_weighed_g(dry_clay_g) - dry_clay_g)
    wanting_g = finished.water_g - clay.water_g
    dosed = replace(dose(clay, additions, convention), water_to_add_g=max(0.0, wanting_g))
    return ForTotal(dosed, max(0.0, -wanting_g))


@dataclass(frozen=True)
class ClayLayer:
    """A coloured clay in a marbled or inlaid piece, and its share of the piece's mass, percent."""

    name: str
    share_pct: float


@dataclass(frozen=True)
class LayerMass:
    """How much of one clay all pieces and each piece take, grams as wet as it is used."""

    name: str
    share_pct: float
    each_g: float
    all_g: float


@dataclass(frozen=True)
class LayerCosts:
    """What one piece costs as layered, and what it would cost of solid colour."""

    layered: float
    solid: float


def layer_costs(
    piece_g: float, layers: Sequence[ClayLayer], colour_per_kg: float, plain_per_kg: float
) -> LayerCosts:
    """Costs of a piece whose ``layers`` are coloured and whose rest is plain. Source: arithmetic.

    Masses in grams of plastic clay, prices per kg of it. Raises ClayError as ``stretched`` does.
    """
    coloured = len(layers)
    layered = math.fsum(
        row.each_g / 1000 * (colour_per_kg if index < coloured else plain_per_kg)
        for index, row in enumerate(stretched(1, piece_g, layers))
    )
    return LayerCosts(layered, piece_g / 1000 * colour_per_kg)


def stretched(pieces: float, piece_g: float, layers: Sequence[ClayLayer]) -> tuple[LayerMass, ...]:
    """The mass of each coloured clay for ``pieces`` of ``piece_g``, plain clay last.

    Raises ClayError at ``pieces``, ``piece`` or ``layer``. Grams and percent of a piece. Source:
    arithmetic.
    """
    PIECES.check("pieces", pieces)
    bounds.MASS.check("piece", piece_g)
    if not layers:
        raise Inconsistent("layer", layers, "Enter at least one coloured clay and its share.")
    total_pct = math.fsum(SHARE.check("layer", layer.share_pct) for layer in layers)
    if total_pct > 100 + 1e-9:
        raise Inconsistent(
            "layer",
            total_pct,
            "The shares add up to more than 100 % of the piece. Reduce one of them.",
        )
    rows = [*layers, ClayLayer("plain clay", max(0.0, 100 - total_pct))]
    return tuple(
        LayerMass(
            row.name,
            row.share_pct,
            piece_g * row.share_pct / 100,
            pieces * piece_g * row.share_pct / 100,
        )
        for row in rows
        if row.share_pct > 0
    )
