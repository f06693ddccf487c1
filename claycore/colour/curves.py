"""How what a colourant adds rises with its percentage: in proportion, ever slower, or to an end.

Source: proportion is Kubelka and Munk's own mixing; that stains level off, and some stop getting
stronger, is common practice. The shapes are our choice.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import ArrayLike, NDArray


@dataclass(frozen=True)
class StrengthCurve:
    """Rises as the percentage to a ``power``; or to an end, at which ``ends_at`` % of it all act.

    Where it ends, half of the way is reached at 0.7 of that percentage, and nearly all at three
    times as much.
    """

    power: float = 1.0
    ends_at: float = math.inf

    @property
    def has_end(self) -> bool:
        return math.isfinite(self.ends_at)

    def of(self, pct: ArrayLike) -> NDArray[Any]:
        """As much as this percentage of dry clay acts, in percent of a colourant that never slows.

        Source: as at the head of this file.
        """
        at = np.asarray(pct, dtype=float)
        acts: NDArray[Any] = at**self.power
        if self.has_end:
            acts = self.ends_at * -np.expm1(-at / self.ends_at)
        return acts


def of_each(curves: Sequence[StrengthCurve], pct: NDArray[Any]) -> NDArray[Any]:
    """The same of several curves: strengths of shape (n), percent on dry clay; to (n, curves).

    Source: as at the head of this file.
    """
    power = np.array([curve.power for curve in curves])
    ends_at = np.array([curve.ends_at for curve in curves])
    at = pct[:, None]
    with np.errstate(invalid="ignore"):  # an end at infinity is no end
        ending = ends_at * -np.expm1(-at / ends_at)
    acts: NDArray[Any] = np.where(np.isinf(ends_at), at**power, ending)
    return acts


STRAIGHT = StrengthCurve()

CURVES: tuple[StrengthCurve, ...] = (
    STRAIGHT,
    *(StrengthCurve(power) for power in np.linspace(0.95, 0.5, 10).tolist()),
    *(StrengthCurve(ends_at=pct) for pct in (8.0, 5.0, 3.0, 2.0, 1.25, 0.75)),
)
"""The shapes that are tried, the straight one first."""
