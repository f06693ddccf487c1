"""What a measured or chosen number may be, said once for the core and for every form.

The far ends are not physics: they keep a slipped decimal point from overflowing the arithmetic.
"""

import math
from dataclasses import dataclass

from claycore.measure.errors import OutOfBounds
from claycore.measure.units import Measure


@dataclass(frozen=True)
class Bound:
    """An interval with a sentence that says it.

    ``low`` is itself allowed only if ``low_allowed``; likewise ``high``. ``measure`` is what it
    bounds where people write that in several units.
    """

    low: float
    high: float
    sentence: str
    low_allowed: bool = False
    high_allowed: bool = True
    measure: Measure | None = None

    def holds(self, value: float) -> bool:
        if not math.isfinite(value):
            return False
        above = value > self.low or (self.low_allowed and value == self.low)
        below = value < self.high or (self.high_allowed and value == self.high)
        return above and below

    def check(self, field: str, value: float) -> float:
        """Give ``value`` back, or raise :class:`OutOfBounds` naming ``field``."""
        if not self.holds(value):
            raise OutOfBounds(field, value, self.sentence)
        return value


SMALLEST = 1e-6

MASS = Bound(
    SMALLEST,
    1e7,
    "Weight must be more than 0 and at most 10 000 000.",
    low_allowed=True,
    measure=Measure.MASS,
)
VESSEL = Bound(
    0,
    1e7,
    "Weight must be 0 or more and at most 10 000 000.",
    low_allowed=True,
    measure=Measure.MASS,
)
VOLUME = Bound(
    SMALLEST,
    1e7,
    "Volume must be more than 0 and at most 10 000 000.",
    low_allowed=True,
    measure=Measure.VOLUME,
)
LENGTH = Bound(
    SMALLEST,
    1e5,
    "Length must be more than 0 and at most 100 000.",
    low_allowed=True,
    measure=Measure.LENGTH,
)
STEP = Bound(
    SMALLEST,
    100,
    "A step must be more than 0, and at most 100: it is the smallest change the instrument shows.",
    low_allowed=True,
)
PERCENTAGE = Bound(0, 10_000, "Percentage must be 0 or more and at most 10 000.", low_allowed=True)
WATER = Bound(
    0,
    100,
    "Water must be between 0 and 100 %: the grams of water in 100 g of wet clay.",
    high_allowed=False,
)
SOLIDS = Bound(
    0,
    100,
    "Solids must be between 0 and 100 %: the grams of dry clay in 100 g of slip.",
    high_allowed=False,
)
SOLID_DENSITY = Bound(
    1, 20, "Density of dry clay must be more than 1 and at most 20. Clay is about 2.6."
)
SPECIFIC_GRAVITY = Bound(
    1, 20, "Specific gravity must be more than 1 (water) and less than the density of the dry clay."
)
LIMIT = Bound(0, 100, "Limit must be from 0 to 100 %.", low_allowed=True)
RESULT = Bound(-100, 1000, "Enter a number from −100 to 1000.", low_allowed=True)
SHRINKAGE = Bound(-100, 100, "A shrinkage must be between −100 and 100 %.", high_allowed=False)
SAG = Bound(0, 1e4, "A sag must be 0 or more.", low_allowed=True, measure=Measure.LENGTH)
SHARE = Bound(0, 100, "A share must be from 0 to 100 %.", low_allowed=True)
