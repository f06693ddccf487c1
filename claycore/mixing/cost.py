"""What a mix costs: ``Σ mass × price per kg``, per kilo of finished plastic clay and per piece.

Source: common practice, and arithmetic. Money has no unit here: the studio's currency is meant.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from claycore.materials.slip import CLAY_SOLID_DENSITY, solids_pct
from claycore.measure import bounds
from claycore.measure.bounds import Bound
from claycore.measure.errors import OutOfBounds

PRICE = Bound(0, 1e6, "Price must be 0 or more and at most 1 000 000.", low_allowed=True)
AREA = Bound(0, 1e6, "Area must be more than 0 cm² and at most 1 000 000.")
THICKNESS = Bound(0, 100, "Coat thickness must be more than 0 mm and at most 100 mm.")

USUAL_COAT_MM = (0.5, 1.0)
"""A dipped coat is near this thick while wet. Common practice, from memory."""

COAT_MM = 0.75
"""What a dipped coat is taken to be where nobody says, in the middle of that."""

COAT_GRAVITY = 1.6
"""Slip for dipping is near this specific gravity. Common practice, from memory."""


@dataclass(frozen=True)
class Priced:
    """A material, how much of it, and its price per kg; None where nobody knows the price."""

    name: str
    grams: float
    price_per_kg: float | None

    @property
    def cost(self) -> float | None:
        return None if self.price_per_kg is None else self.grams / 1000 * self.price_per_kg


@dataclass(frozen=True)
class Cost:
    """What is known of a cost. ``unpriced`` names what has no price yet."""

    total: float
    unpriced: tuple[str, ...]

    def per(self, count: float) -> float:
        return self.total / count

    def per_kg(self, grams: float) -> float:
        """Of a kilo, where ``grams`` is what all of it makes."""
        return 1000 * self.total / grams


def cost_of(parts: Sequence[Priced]) -> Cost:
    """The sum of what has a price, and the names of what has none.

    Grams and prices per kg. Source: arithmetic.
    """
    total = math.fsum(part.cost for part in parts if part.cost is not None)
    return Cost(total, tuple(part.name for part in parts if part.cost is None and part.grams > 0))


def coat_g(area_cm2: float, thickness_mm: float, gravity: float) -> float:
    """Wet slip for one coat: ``area × wet thickness × density``. Raises ClayError.

    Source: arithmetic; a slip's density in g/ml is its specific gravity.
    """
    AREA.check("area_cm2", area_cm2)
    THICKNESS.check("coat_mm", thickness_mm)
    bounds.SPECIFIC_GRAVITY.check("coat_gravity", gravity)
    if gravity >= CLAY_SOLID_DENSITY:
        raise OutOfBounds("coat_gravity", gravity, bounds.SPECIFIC_GRAVITY.sentence)
    return area_cm2 * thickness_mm / 10 * gravity


@dataclass(frozen=True)
class WayToDark:
    """One way to a dark ground, what goes into one piece, and what that costs."""

    code: str
    title: str
    per_piece: float
    parts: tuple[Priced, ...]


def _ground(code: str, title: str, *parts: Priced) -> WayToDark:
    return WayToDark(code, title, cost_of(parts).total, parts)


@dataclass(frozen=True)
class DarkGround:
    """A piece that is to be dark, and the prices of the ways there.

    Clays are plastic clay, in grams and per kg; ``stain_pct`` is on dry clay; ``area_cm2`` is what
    black slip of ``coat_gravity`` would coat, ``coat_mm`` thick while wet.
    """

    piece_g: float
    water_pct: float
    stain_pct: float
    area_cm2: float
    coat_mm: float
    coat_gravity: float
    dark_clay_per_kg: float
    cheap_clay_per_kg: float
    stain_per_kg: float

    @property
    def coat_g(self) -> float:
        """Wet black slip on one piece. Raises ClayError."""
        return coat_g(self.area_cm2, self.coat_mm, self.coat_gravity)


def dark_grounds(asked: DarkGround) -> list[WayToDark]:
    """Dark clay bought, black stain in the body, black slip on a cheap body; cheapest first.

    Clays are priced as plastic clay. Slip clay is priced at the cheap body's price for its dry
    content. Raises ClayError. Grams and prices per kg. Source: arithmetic; the three ways are
    common practice.
    """
    bounds.MASS.check("piece", asked.piece_g)
    bounds.WATER.check("water_pct", asked.water_pct)
    dry_share = 1 - asked.water_pct / 100
    stained = asked.stain_pct / 100
    dry_g = asked.piece_g * dry_share
    stain_g = dry_g * stained / (1 + stained)
    body_g = asked.piece_g * (1 - stained / (1 + stained))
    coat_dry_g = asked.coat_g * solids_pct(asked.coat_gravity) / 100
    coat_stain_g = coat_dry_g * stained / (1 + stained)
    coat_clay_g = (coat_dry_g - coat_stain_g) / dry_share
    cheap, stain = asked.cheap_clay_per_kg, asked.stain_per_kg
    found = [
        _ground(
            "bought",
            "Bought dark clay",
            Priced("dark clay", asked.piece_g, asked.dark_clay_per_kg),
        ),
        _ground(
            "stained",
            "Black stain in the body",
            Priced("plain body", body_g, cheap),
            Priced("black stain", stain_g, stain),
        ),
        _ground(
            "slipped",
            "Black slip on the plain body",
            Priced("plain body", asked.piece_g, cheap),
            Priced("plain body in the slip", coat_clay_g, cheap),
            Priced("black stain", coat_stain_g, stain),
        ),
    ]
    return sorted(found, key=lambda ground: ground.per_piece)
