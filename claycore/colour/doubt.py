"""How far colours that were read may be off, and how far the difference of two sets of them may.

What light and camera leave open moves all colours of a picture together. It is kept as so many
independent causes, with what each does to each colour: in the difference of two colours of one
picture what both share cancels; of two pictures it does not. Source: error propagation, any
statistics text; CIEDE2000 (ISO/CIE 11664-6) for distances.
"""

from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from claycore.colour.difference import ciede2000_of
from claycore.colour.notation import Lab

_SURE = 0.95

_OF_THREE_AXES = 2.7955
"""The root of what a chi-square of three degrees of freedom exceeds in 5 of 100."""

_HALF = np.random.default_rng(20).normal(size=(600, 3))
_DRAWS = np.concatenate([_HALF, -_HALF])
"""The same every time, so that the same picture has the same ±."""

_FEW = _DRAWS[::10]


@dataclass(frozen=True)
class Doubt:
    """How far a colour that was read in a picture may be off.

    ``shared`` is what each cause does to L, a and b, of shape (3, causes); all colours of one
    ``picture`` have their causes in common. ``own`` is the variance of each beside that.
    """

    picture: str
    shared: tuple[tuple[float, ...], ...]
    own: float

    @classmethod
    def from_written(cls, written: Any) -> "Doubt":
        """A doubt as ``written`` gives it. Raises ValueError for what is none."""
        try:
            shared = np.array(written["shared"], dtype=float)
            own, picture = float(written["own"]), str(written["picture"])
        except (KeyError, TypeError, ValueError):
            raise ValueError("no doubt of a colour") from None
        if shared.ndim != 2 or len(shared) != 3 or not shared.size or own < 0:
            raise ValueError("no doubt of a colour: three rows of causes are wanted")
        if not np.isfinite(shared).all():
            raise ValueError("no doubt of a colour: figures are wanted")
        return cls(picture, tuple(map(tuple, shared.tolist())), own)

    @property
    def written(self) -> dict[str, Any]:
        """As JSON has it."""
        return {"picture": self.picture, "shared": self.shared, "own": self.own}


@dataclass(frozen=True)
class SeenColour(Lab):
    """A colour that was read, with its doubt, where one is known."""

    doubt: Doubt | None = None


def doubt_of_its_own(u95: float) -> Doubt:
    """The doubt of a colour that shares nothing with others, off by so much CIEDE2000 at 95 %.

    Source: the chi-square distribution of three degrees of freedom, any statistics text.
    """
    return Doubt("", ((0.0,),) * 3, (u95 / _OF_THREE_AXES) ** 2)


def off_by_95(lab: Lab, covariance: NDArray[Any]) -> float:
    """How far a colour with this covariance of L, a and b lies from ``lab``: CIEDE2000 at 95 %.

    Source: as at the head of this file.
    """
    return float(np.quantile(_off(lab, covariance, _DRAWS), _SURE))


def _off(lab: Lab, covariance: NDArray[Any], draws: NDArray[Any]) -> NDArray[Any]:
    """CIEDE2000 from a colour to so many that it could as well be."""
    sizes, ways = np.linalg.eigh(covariance)
    off = draws * np.sqrt(np.maximum(sizes, 0.0)) @ ways.T
    return ciede2000_of(lab.values, np.array(lab.values) + off)


def difference_variance(one: Sequence[Lab], other: Sequence[Lab], about: Lab) -> float:
    """The mean squared CIEDE2000 by which reading them puts off the difference of two means.

    ``about`` is where they lie. Colours without a doubt add nothing. Of CIEDE2000, which has no
    unit. Source: as at the head of this file.
    """
    covariance = _of_difference([*_weighed(one, 1.0), *_weighed(other, -1.0)])
    if covariance is None:
        return 0.0
    return float(np.square(_off(about, covariance, _FEW)).mean())


def _weighed(colours: Sequence[Lab], sign: float) -> Iterable[tuple[float, Doubt]]:
    for one in colours:
        if isinstance(one, SeenColour) and one.doubt:
            yield sign / len(colours), one.doubt


def _of_difference(weighed: Sequence[tuple[float, Doubt]]) -> NDArray[Any] | None:
    """The covariance of a weighed sum of colours; None where none of them has a doubt."""
    if not weighed:
        return None
    by_picture: dict[object, NDArray[Any]] = defaultdict(lambda: np.zeros((3, 1)))
    own = 0.0
    for weight, doubt in weighed:
        shared = np.array(doubt.shared)
        picture = doubt.picture, shared.shape
        by_picture[picture] = by_picture[picture] + weight * shared
        own += weight**2 * doubt.own
    covariance = own * np.eye(3)
    for shared in by_picture.values():
        covariance = covariance + shared @ shared.T
    return covariance
