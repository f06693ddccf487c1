"""What a figure is worth.

Source: JCGM 100:2008 (GUM): 4.3.7 for the rectangular distribution of a display, 5.1.2 for
combining independent readings. Quoted as u95: about 95 %. Repeated ones:
:mod:`claycore.measure.replicates`.
"""

import math
from dataclasses import dataclass

COVERAGE = 2.0


def rectangular_std(step: float) -> float:
    """Standard uncertainty of one reading of a display with this step: ``d / √12``.

    In the step's unit. Source: JCGM 100:2008, 4.3.7.
    """
    return step / math.sqrt(12)


def combined(*parts: float) -> float:
    """Independent standard uncertainties in quadrature.

    All in one unit. Source: JCGM 100:2008, 5.1.2.
    """
    return math.hypot(*parts)


@dataclass(frozen=True)
class Measured:
    """One reading of an instrument, and the step of its display; both in the same unit."""

    value: float
    step: float

    @property
    def u(self) -> float:
        """Its standard uncertainty."""
        return rectangular_std(self.step)


@dataclass(frozen=True)
class Estimate:
    """A value with its expanded uncertainty (about 95 %), from ``count`` pieces.

    ``instruments_u95`` is what the instruments alone would leave open; None where that is all.
    """

    value: float
    u95: float
    count: int = 1
    instruments_u95: float | None = None

    @property
    def low(self) -> float:
        return self.value - self.u95

    @property
    def high(self) -> float:
        return self.value + self.u95


def propagated(value: float, *terms: float) -> Estimate:
    """A result of one piece; each term is a sensitivity times its standard uncertainty.

    All in the result's unit. Source: JCGM 100:2008, 5.1.2.
    """
    return Estimate(value, COVERAGE * combined(*terms))


def percent_decrease(before: Measured, after: Measured) -> Estimate:
    """By how much a figure fell, percent of what it was: ``100 · (before − after) / before``.

    Source: JCGM 100:2008, 5.1.2.
    """
    ratio = after.value / before.value
    return propagated(
        100 * (1 - ratio), 100 * ratio / before.value * before.u, 100 / before.value * after.u
    )
