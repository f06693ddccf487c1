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

from claycore.colour.difference import ciede2000, ciede2000_of
from claycore.colour.notation import Lab

_SURE = 0.95

_OF_THREE_AXES = 2.7955
"""The root of what a chi-square of three degrees of freedom exceeds in 5 of 100."""

_HALF = np.random.default_rng(20).normal(size=(600, 3))
_DRAWS = np.concatenate([_HALF, -_HALF])
"""The same every time, so that the same picture has the same ±."""

_FEW = _DRAWS[::10]


Causes = tuple[tuple[float, ...], ...]
"""What each cause does to L, a and b, of shape (3, causes)."""


@dataclass(frozen=True)
class Doubt:
    """How far a colour that was read in a picture may be off.

    ``shared`` is what each cause does to it; all colours of one ``picture`` have their causes in
    common. ``own`` is the variance of each beside that. A mean over several pictures has the causes
    of the others ``also``, by picture.
    """

    picture: str
    shared: Causes
    own: float
    also: tuple[tuple[str, Causes], ...] = ()

    @classmethod
    def from_written(cls, written: Any) -> "Doubt":
        """A doubt as ``written`` gives it. Raises ValueError for what is none."""
        try:
            picture, shared = _written_causes(written)
            also = tuple(_written_causes(other) for other in written.get("also", ()))
            own = float(written["own"])
        except (AttributeError, KeyError, TypeError, ValueError):
            raise ValueError("no doubt of a colour: three rows of causes are wanted") from None
        if not own >= 0:
            raise ValueError("no doubt of a colour: a variance is wanted")
        return cls(picture, shared, own, also)

    @property
    def written(self) -> dict[str, Any]:
        """As JSON has it."""
        written = {"picture": self.picture, "shared": self.shared, "own": self.own}
        also = [{"picture": picture, "shared": shared} for picture, shared in self.also]
        return {**written, "also": also} if also else written

    @property
    def by_picture(self) -> tuple[tuple[str, Causes], ...]:
        """The causes of each picture."""
        return ((self.picture, self.shared), *self.also)

    @property
    def is_mean(self) -> bool:
        """Whether it is that of a mean over several pictures."""
        return bool(self.also)

    def times(self, weight: float) -> "Doubt":
        """That of a colour which counts with a weight."""
        (picture, shared), *also = (
            (picture, tuple(tuple(weight * part for part in row) for row in causes))
            for picture, causes in self.by_picture
        )
        return Doubt(picture, shared, weight**2 * self.own, tuple(also))

    def and_(self, other: "Doubt") -> "Doubt":
        """That of a sum of two colours, of different pictures."""
        return Doubt(
            self.picture, self.shared, self.own + other.own, (*self.also, *other.by_picture)
        )


def _written_causes(written: Any) -> tuple[str, Causes]:
    """A picture and its causes, as JSON has them. Raises ValueError and the like for others."""
    shared = np.array(written["shared"], dtype=float)
    if shared.ndim != 2 or len(shared) != 3 or not shared.size or not np.isfinite(shared).all():
        raise ValueError
    return str(written["picture"]), tuple(map(tuple, shared.tolist()))


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
        for name, causes in doubt.by_picture:
            shared = np.array(causes)
            picture = name, shared.shape
            by_picture[picture] = by_picture[picture] + weight * shared
        own += weight**2 * doubt.own
    covariance = own * np.eye(3)
    for shared in by_picture.values():
        covariance = covariance + shared @ shared.T
    return covariance


@dataclass(frozen=True)
class Averaged:
    """The mean of two readings of one colour, and how far it may be off: CIEDE2000 at 95 %."""

    lab: Lab
    doubt: Doubt
    u95: float


def averaged(one: SeenColour, other: SeenColour) -> Averaged | None:
    """The mean of a colour that was read in two pictures, the surer one counting for more.

    None where one has no doubt, or where they lie further apart than the doubts of both allow: then
    one of the pictures is wrong, and a mean would hide it. Source: the mean weighted by inverse
    variance, any statistics text.
    """
    if one.doubt is None or other.doubt is None:
        return None
    weighed = [(1.0, one.doubt), (-1.0, other.doubt)]
    apart = _of_difference(weighed)
    assert apart is not None
    if ciede2000(one, other) > off_by_95(one, apart):
        return None
    variances = [_variance(seen.doubt) for seen in (one, other)]
    weight = variances[1] / sum(variances)
    doubt = one.doubt.times(weight).and_(other.doubt.times(1 - weight))
    mean = weight * np.array(one.values) + (1 - weight) * np.array(other.values)
    lab = Lab(*(float(value) for value in mean))
    covariance = _of_difference([(1.0, doubt)])
    assert covariance is not None
    return Averaged(lab, doubt, off_by_95(lab, covariance))


def _variance(doubt: Doubt | None) -> float:
    """The mean squared error of L, a and b together; never none at all."""
    covariance = _of_difference([(1.0, doubt)]) if doubt else None
    return max(1e-6, float(np.trace(covariance))) if covariance is not None else 1e-6
