"""Which tiles of a colourant to fire next, as many as are asked for, in the order to fire them.

As :mod:`claycore.colour.next_tiles`, but each with what it makes of the error, and always in
CIEDE2000. Where a colour is wanted, the colourant that comes nearest is asked about: in made
studios, letting several compete in the simulation told no better tiles (decision 34).

Source: as of :mod:`claycore.colour.next_tiles`.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from claycore.colour.difference import ciede2000_of
from claycore.colour.equal_tiles import Noise
from claycore.colour.next_tiles import (
    Goal,
    Question,
    asked_strengths,
    choices,
    enough_of,
    is_looked_at,
    off_by,
)
from claycore.colour.notation import Lab
from claycore.colour.palette import FiredTile, Palette
from claycore.colour.simulated_studios import SimulatedStudios
from claycore.measure.errors import OutOfBounds


@dataclass(frozen=True)
class TileToFire:
    """A tile: percent on dry clay, and the error once it and those before it are fired."""

    pct: float
    error: float


@dataclass(frozen=True)
class TilesInOrder:
    """The tiles to fire, first ones first, and the error ``before`` any.

    Errors are root mean squares, CIEDE2000. To know a colourant: of its colour at every strength.
    For what is enough: of its colour from what is taken for enough now up to the most. For a
    colour: by how much what would be mixed misses the nearest that the colourant reaches.
    """

    before: float
    tiles: tuple[TileToFire, ...]


def tiles_in_order(
    clay: Lab, tiles: Sequence[FiredTile], noise: Noise, question: Question, count: int
) -> TilesInOrder:
    """At most ``count`` tiles to fire next; fewer where no further one lessens the error.

    ``tiles`` hold one colourant alone, in ``clay``. Strengths in percent on dry clay. The same
    tiles always give the same answer. Raises OutOfBounds naming ``tile`` where there is none.
    Source: as at the head of this file.
    """
    if not tiles:
        raise OutOfBounds("tile", "", "Fire one tile of this colourant first.")
    asked = _Asked(
        SimulatedStudios(
            clay, tiles, noise, asked_strengths(question.most_pct), choices(question.most_pct)
        ),
        question,
    )
    before = asked.error([])
    found: list[TileToFire] = []
    while len(found) < count:
        strengths = asked.studios.choices.tolist()
        # A curve alone never settles what is enough: the strongest is looked at first of all.
        is_open = question.goal is Goal.ENOUGH and not is_looked_at(tiles, question.most_pct)
        at_the_end = is_open and not found
        chosen = [one.pct for one in found]
        error, pct = min(
            (asked.error([*chosen, one]), one)
            for one in (strengths[-1:] if at_the_end else strengths)
        )
        if error >= (found[-1].error if found else before) and not at_the_end:
            break
        found.append(TileToFire(pct, error))
    return TilesInOrder(before, tuple(found))


class _Asked:
    """A question asked of simulated studios."""

    def __init__(self, studios: SimulatedStudios, question: Question) -> None:
        self.studios, self._question = studios, question
        self._first = 0
        if question.goal is Goal.ENOUGH:
            # What happens below the strength that most take for enough is of no account.
            self._first = int(np.median(enough_of(studios, studios.learned([]))))

    def error(self, fired: Sequence[float]) -> float:
        """The error that is expected after these strengths were fired too, CIEDE2000."""
        learned = self.studios.learned(fired)
        if self._question.goal is Goal.ENOUGH:
            off = ciede2000_of(learned, self.studios.truths)[:, self._first :]
        else:
            off = off_by(self.studios, self._question, learned)
        return float(np.sqrt(np.square(off).mean()))


@dataclass(frozen=True)
class NearestColourant:
    """A colourant, and how near it alone is predicted to come to a wanted colour, CIEDE2000."""

    name: str
    delta_e: float


def nearest_colourant(palette: Palette, want: Lab, most_pct: float) -> NearestColourant:
    """The colourant that is predicted to come nearest to a colour, up to a most, percent.

    Raises ValueError for a palette without colourants. Source: the palette's own predictions.
    """
    strengths = asked_strengths(most_pct)

    def comes_to(name: str) -> float:
        one = palette.colourants[name]
        labs = palette.labs(one.adds(strengths)) + one.beside(strengths)
        return float(ciede2000_of(want.values, labs).min())

    return min(
        (NearestColourant(name, comes_to(name)) for name in palette.colourants),
        key=lambda one: one.delta_e,
    )
