"""What equal pieces say together: their mean, and how far it may be trusted.

Equal pieces differ by more than the instruments explain. One set of two or three says little of how
much, so a set borrows from all the others of the studio. Source: Smyth 2004 (Statistical
Applications in Genetics and Molecular Biology 3, article 3) for the moderated variance; JCGM
100:2008 (GUM), G.4.1 (Welch and Satterthwaite) for the degrees of freedom of a variance made of
two. Why both: decision 14.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from claycore.measure.uncertainty import COVERAGE, Estimate, combined

USUAL_DEGREES = 4
"""What the usual spread is worth beside a record, in degrees of freedom. Our choice: few."""

MOST_WEIGHT = 10
"""The record never weighs more than this against a set's own spread, in degrees of freedom, so that
a set that truly scatters still says so. Our choice."""

MOST_DEGREES = 40
"""The record is never surer than this many degrees of freedom, however long: clays differ in how
evenly they dry and fire. Our choice, by the simulation in tests/core/measure."""


@dataclass(frozen=True)
class UsualSpread:
    """What equal pieces usually differ by in one quantity, before a studio's own record tells.

    ``sd`` is a standard deviation, in the quantity's unit, of pieces whose figure is near nought.
    Where the spread grows with the figure ``x``, it is about constant in ``o · ln(1 + x/o)``, and
    ``grows_from`` is that ``o``; None where it does not grow.
    """

    sd: float
    grows_from: float | None = None

    def on_scale(self, value: float) -> float:
        """The figure on the scale on which the spread is about constant."""
        if self.grows_from is None:
            return value
        return self.grows_from * math.log(self.slope(value))

    def slope(self, value: float) -> float:
        """How far the figure moves as the scale moves by one. A figure under nought is noise."""
        if self.grows_from is None:
            return 1.0
        return 1 + max(value, -self.grows_from / 2) / self.grows_from


@dataclass(frozen=True)
class Record:
    """How sets of equal pieces were seen to differ: pieces, sets, and their squares.

    ``squares`` is the sum of the squared deviations of each piece from the mean of its set, on
    the scale of the quantity's UsualSpread. Pieces are no whole number where a part of a record
    counts.
    """

    pieces: float = 0
    sets: float = 0
    squares: float = 0.0

    @property
    def degrees(self) -> float:
        return self.pieces - self.sets

    def share(self, of_it: float) -> "Record":
        """A part of it, from 0 to 1: as much spread, less surely known."""
        return Record(self.pieces * of_it, self.sets * of_it, self.squares * of_it)

    def __add__(self, other: "Record") -> "Record":
        return Record(
            self.pieces + other.pieces, self.sets + other.sets, self.squares + other.squares
        )

    def __sub__(self, other: "Record") -> "Record":
        """The record without a part of it. What rounding leaves under nought is nought."""
        return Record(
            self.pieces - other.pieces,
            self.sets - other.sets,
            max(self.squares - other.squares, 0.0),
        )


NO_RECORD = Record()


def pooled(records: Sequence[Record]) -> Record:
    """One record of what several sources were seen to differ by, none of which outweighs the rest.

    A source (a clay, with all its days) of more degrees of freedom than all others together, or
    than the usual spread is worth where those are few, counts for no more than that: 24 bars of one
    clay that were copied, or read off a coarse ruler, must not teach what every clay does. Source:
    our choice.
    """
    every = math.fsum(record.degrees for record in records)
    counted = NO_RECORD
    for record in records:
        most = max(every - record.degrees, float(USUAL_DEGREES))
        counted += record.share(min(1.0, most / record.degrees)) if record.degrees else record
    return counted


@dataclass(frozen=True)
class Spread:
    """What is known of how far equal pieces lie apart: the usual spread and the studio's record."""

    usual: UsualSpread
    record: Record = NO_RECORD

    @property
    def degrees(self) -> float:
        """Degrees of freedom of its variance."""
        return min(USUAL_DEGREES + self.record.degrees, MOST_DEGREES)

    @property
    def variance(self) -> float:
        """On the scale of the usual spread."""
        squares = USUAL_DEGREES * self.usual.sd**2 + self.record.squares
        return squares / (USUAL_DEGREES + self.record.degrees)

    def of_pieces(self, value: float) -> float:
        """About how far one piece lies from the mean of its like, u95, where that is ``value``."""
        return COVERAGE * math.sqrt(self.variance) * self.usual.slope(value)


OUT_OF_LINE = 3 * math.sqrt(2)
"""A set of more than so many times the spread of all calmer ones holds a piece that is not like its
twins. For two pieces that is each three standard deviations from their mean. Our choice."""


def in_line(
    records: Sequence[Record], usual: UsualSpread, elsewhere: Record = NO_RECORD
) -> list[bool]:
    """Which of the sets' records scatter as the others do, in their order.

    A mislabelled piece is no scatter: counted as such it would make every other difference look
    small. ``elsewhere`` is what is known of such sets already, on the scale of ``usual``. Source:
    our choice; that the calm ones are asked first, so that no wild set hides another, is the
    forward search of Hadi 1992 (from memory).
    """
    found = [True] * len(records)
    known = elsewhere
    by_calm = [place for place, record in enumerate(records) if record.degrees > 0]
    for place in sorted(by_calm, key=lambda one: records[one].squares / records[one].degrees):
        record = records[place]
        spread = math.sqrt(Spread(usual, known).variance)
        found[place] = math.sqrt(record.squares / record.degrees) <= OUT_OF_LINE * spread
        if found[place]:
            known += record
    return found


@dataclass(frozen=True)
class EqualPieces:
    """A set of equal pieces: their mean, the instruments' own u95 of it, and their squares."""

    mean: float
    instruments_u95: float
    pieces: int
    squares: float

    @property
    def record(self) -> Record:
        """What the set adds to a record; one piece alone adds nothing."""
        return Record(self.pieces, 1, self.squares) if self.pieces > 1 else NO_RECORD

    def estimate(self, spread: Spread) -> Estimate:
        """The mean with its u95, by what else is known of such pieces. ``spread`` is without them.

        The set's own variance and the known one are averaged by their degrees of freedom. The u95
        is Student's t times the standard error, brought back from the spread's scale, and never
        less than the instruments' own. Source: Smyth 2004; JCGM 100:2008, G.4.1.
        """
        # Two bars that happen to agree say little of how bars differ, so the set's own squares are
        # averaged with what is known of such pieces, each by its degrees of freedom. What is known
        # counts for no more than MOST_WEIGHT of them: a wild set must be able to say that it is.
        own = self.pieces - 1
        weight = min(spread.degrees, MOST_WEIGHT)
        known = weight * spread.variance
        variance = (known + self.squares) / (weight + own)
        # How sure that average is: Welch and Satterthwaite, each part by its share and by its own
        # degrees. With them t is wide for a first pair of bars and nearly 2 in a studio of years.
        doubt = known**2 / spread.degrees + (self.squares**2 / own if own else 0.0)
        degrees = (known + self.squares) ** 2 / doubt
        error = students_t(degrees) * math.sqrt(variance / self.pieces)
        # The scatter of pieces holds the noise of scale and ruler already: the instruments' own ±
        # is a floor under it, and is never added a second time.
        return Estimate(
            self.mean,
            max(self.instruments_u95, error * spread.usual.slope(self.mean)),
            self.pieces,
            self.instruments_u95,
        )


def equal_pieces(estimates: Sequence[Estimate], usual: UsualSpread) -> EqualPieces:
    """A set of at least one piece. Of each piece's ± only what its instruments leave open counts.

    In the pieces' unit; its squares on the scale of ``usual``, and never less than the instruments'
    own rounding makes likely: pieces that read the same on a coarse ruler do not agree to nought.
    Source: JCGM 100:2008, 4.2.3; the floor is our choice.
    """
    count = len(estimates)
    instruments = [p.u95 if p.instruments_u95 is None else p.instruments_u95 for p in estimates]
    on_scale = [usual.on_scale(piece.value) for piece in estimates]
    middle = math.fsum(on_scale) / count
    mean = math.fsum(piece.value for piece in estimates) / count
    rounding = combined(*instruments) / math.sqrt(count) / COVERAGE / usual.slope(mean)
    seen = math.fsum((figure - middle) ** 2 for figure in on_scale)
    return EqualPieces(
        mean=mean,
        instruments_u95=combined(*instruments) / count,
        pieces=count,
        squares=max(seen, (count - 1) * rounding**2),
    )


def students_t(degrees: float) -> float:
    """Student's t that 2.5 % lie above, by degrees of freedom. Source: any text on statistics."""
    # SciPy takes a while to import, so only who needs it does.
    from scipy.special import stdtrit

    return float(stdtrit(degrees, 0.975))
