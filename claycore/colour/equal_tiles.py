"""How far the colours of equal tiles lie apart, and what may be said of two colours for all that.

A tile's colour is taken to scatter about that of its like by the same amount in lightness, chroma
and hue, measured in CIEDE2000. Then the squared distance of two means, over its variance, follows
a noncentral chi-square of three degrees of freedom, whose centre is the true distance. Source:
Johnson, Kotz and Balakrishnan, Continuous Univariate Distributions 2, chapter 29; that colours
scatter alike all round is our simplification.
"""

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import combinations, compress
from statistics import fmean

from claycore.colour.difference import SAME_UNLESS_TOUCHING, ciede2000, ciede2000_of
from claycore.colour.doubt import difference_variance
from claycore.colour.notation import Lab
from claycore.measure.replicates import NO_RECORD, Record, Spread, UsualSpread, in_line

USUAL = UsualSpread(0.8)
"""How far a tile usually lies from the mean of its like, CIEDE2000, reading it included. From
memory; a studio's own replicates take its place as they come."""

_AXES = 3
_SURE = 0.95
_MOST_TILES_ASKED_FOR = 12


class Visible(StrEnum):
    """Whether two colours differ visibly, for all that equal tiles scatter."""

    SAME = "same"
    DIFFERENT = "different"
    NOT_DECIDED = "not_decided"


@dataclass(frozen=True)
class Noise:
    """Root mean square distance of a tile from the mean of its like, CIEDE2000, and its degrees.

    ``degrees`` of freedom say how surely that is known; infinite where it was given.
    """

    sd: float
    degrees: float = math.inf

    @property
    def of_two(self) -> float:
        """How far two equal tiles usually lie apart."""
        return self.sd * math.sqrt(2)

    @property
    def visible_from(self) -> float:
        """From which difference on two colours count as visibly different.

        Two that only tell apart when they touch are the same; and so are two that lie no further
        apart than this studio's equal tiles.
        """
        return max(SAME_UNLESS_TOUCHING, self.of_two)

    def of_axis(self, of: int, against: int) -> float:
        """Standard error of the difference of two means in one direction; widened for doubt."""
        spread = self.sd / math.sqrt(_AXES) * math.sqrt(1 / of + 1 / against)
        return spread * _t(_SURE, self.degrees) / _t(_SURE, math.inf)


@dataclass(frozen=True)
class ColourDifference:
    """How far two mean colours lie apart, ± about 95 %, and whether that is visible.

    ``would_decide`` is how many tiles of each would settle it at this distance; None where it is
    settled, or where no reasonable number would. ``reading_keeps_open`` is whether it is how the
    colours were read that leaves it open: one photograph of both would settle it.
    """

    delta_e: float
    u95: float
    visible: Visible
    would_decide: int | None
    reading_keeps_open: bool = False


def _t(probability: float, degrees: float) -> float:
    """A quantile of Student's t; of the normal distribution for infinite degrees."""
    # SciPy takes a while to import, so only who needs it does.
    from scipy.special import ndtri, stdtrit

    if math.isinf(degrees):
        return float(ndtri(probability))
    return float(stdtrit(_AXES * degrees, probability))


def mean_colour(tiles: Sequence[Lab]) -> Lab:
    """The mean of at least one colour in CIELAB.

    Source: arithmetic.
    """
    return Lab(*map(fmean, zip(*(tile.values for tile in tiles), strict=True)))


def record_of(tiles: Sequence[Lab]) -> Record:
    """What equal tiles add to the studio's record; one alone adds nothing.

    Squares are those of CIEDE2000. Source: pooled variance, any statistics text.
    """
    if len(tiles) < 2:
        return NO_RECORD
    mean = mean_colour(tiles)
    from_mean = ciede2000_of([tile.values for tile in tiles], mean.values)
    return Record(len(tiles), 1, float((from_mean**2).sum()))


def noise_of(sets: Iterable[Sequence[Lab]], elsewhere: Record = NO_RECORD) -> Noise:
    """The noise by which equal tiles are to be judged: from these sets and from all others.

    Without any replicates it is the usual one. Sets whose tiles do not agree are no noise. Source:
    Smyth 2004, moderated variance.
    """
    records = [record_of(tiles) for tiles in sets]
    agreeing = compress(records, in_line(records, USUAL, elsewhere))
    record = sum(agreeing, elsewhere)
    spread = Spread(USUAL, record)
    return Noise(math.sqrt(spread.variance), spread.degrees)


DISAGREE = 3.0
"""Equal tiles further from their mean than this many times the noise are named. Our choice."""


def disagree(tiles: Sequence[Lab], noise: Noise) -> bool:
    """Whether any of equal tiles lies further from their mean than noise would have it.

    Source: as DISAGREE.
    """
    if len(tiles) < 2:
        return False
    off = ciede2000_of([tile.values for tile in tiles], mean_colour(tiles).values)
    return bool(off.max() > DISAGREE * noise.sd)


@dataclass(frozen=True)
class Disagreement:
    """Equal tiles that do not agree: the place of the odd one, and how far it lies from the rest.

    ``odd`` is None where no single one is: then ``delta_e`` is between the two furthest apart.
    """

    odd: int | None
    delta_e: float


def disagreement(tiles: Sequence[Lab], noise: Noise) -> Disagreement | None:
    """How equal tiles disagree; None where they agree. The odd one is named, not its twins.

    Source: as DISAGREE; that two cannot tell which of them is wrong is arithmetic.
    """
    if not disagree(tiles, noise):
        return None
    without = [[*tiles[:place], *tiles[place + 1 :]] for place in range(len(tiles))]
    odd = [
        (ciede2000(tile, mean_colour(rest)), place)
        for place, (tile, rest) in enumerate(zip(tiles, without, strict=True))
        if len(rest) > 1 and not disagree(rest, noise)
    ]
    if odd:
        delta_e, place = max(odd)
        return Disagreement(place, delta_e)
    return Disagreement(None, max(ciede2000(one, other) for one, other in combinations(tiles, 2)))


def largest_same(noise: Noise, of: int, against: int, read: float = 0.0) -> float:
    """Up to which measured distance two means of so many tiles are surely not visibly different.

    CIEDE2000; the chance of calling visibly different colours the same is at most 5 %. ``read`` is
    the variance that reading them adds to their difference. Source: the noncentral chi-square, as
    at the head of this file.
    """
    return _quantile(1 - _SURE, noise, _axis(noise, of, against, read))


def least_different(noise: Noise, of: int, against: int, read: float = 0.0) -> float:
    """From which measured distance on two means of so many tiles surely differ visibly.

    CIEDE2000; the chance of calling equal colours different is at most 5 %. Source: as above.
    """
    return _quantile(_SURE, noise, _axis(noise, of, against, read))


def _axis(noise: Noise, of: int, against: int, read: float) -> float:
    """Standard error of a difference in one direction: what equal tiles scatter, and reading."""
    return math.hypot(noise.of_axis(of, against), math.sqrt(read / _AXES))


def _quantile(probability: float, noise: Noise, axis: float) -> float:
    """The measured distance that is reached with this chance where the true one is just visible."""
    if axis == 0:
        return noise.visible_from
    from scipy.special import chndtrix

    centre = (noise.visible_from / axis) ** 2
    return axis * math.sqrt(float(chndtrix(probability, _AXES, centre)))


def apart(one: Sequence[Lab], other: Sequence[Lab], noise: Noise) -> ColourDifference:
    """How far the means of two sets of equal tiles lie apart, and whether that is visible.

    Colours that were read off photographs bring the doubt of that: within one picture what light
    and camera do to both cancels. Source: CIEDE2000 (ISO/CIE 11664-6) and the noncentral
    chi-square, as at the head of this file.
    """
    mean = mean_colour(one)
    distance = ciede2000(mean, mean_colour(other))
    of, against = len(one), len(other)
    read = difference_variance(one, other, mean)
    visible = _visible(distance, noise, of, against, read)
    u95 = _axis(noise, of, against, read) * _t(0.975, noise.degrees)
    most = max(of, against)
    more = _would_decide(distance, noise, most, read, visible)
    is_open = visible is Visible.NOT_DECIDED and more is None
    together = is_open and _settles(distance, noise, most)
    return ColourDifference(distance, u95, visible, more, together)


def _visible(distance: float, noise: Noise, of: int, against: int, read: float) -> Visible:
    if distance <= largest_same(noise, of, against, read):
        return Visible.SAME
    if distance >= least_different(noise, of, against, read):
        return Visible.DIFFERENT
    return Visible.NOT_DECIDED


def _would_decide(
    distance: float, noise: Noise, tiles: int, read: float, visible: Visible
) -> int | None:
    """How many tiles of each would settle it, if all are read as these were."""
    if visible is not Visible.NOT_DECIDED:
        return None
    counts = range(tiles + 1, _MOST_TILES_ASKED_FOR + 1)
    return next((count for count in counts if _settles(distance, noise, count, read)), None)


def _settles(distance: float, noise: Noise, count: int, read: float = 0.0) -> bool:
    """Whether so many tiles of each would settle it, with what reading adds."""
    return _visible(distance, noise, count, count, read) is not Visible.NOT_DECIDED
