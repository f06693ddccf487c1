"""Which tiles to fire next, of one colourant or of several, in the order to fire them.

As :mod:`claycore.colour.next_tiles`, but as many as are asked for, each with what it makes of the
error, and always in CIEDE2000. Where a colour is wanted the colourants compete: one is to be mixed.

Source: expected error after an experiment, by simulation (preposterior analysis, Raiffa and
Schlaifer 1961). What is asked, and how errors are weighed, is our own.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import cache, cached_property
from typing import Any

import numpy as np
from numpy.typing import NDArray

from claycore.colour.difference import ciede2000_of
from claycore.colour.equal_tiles import Noise
from claycore.colour.next_tiles import (
    Goal,
    Question,
    asked_strengths,
    choices,
    enough_of,
    is_looked_at,
)
from claycore.colour.notation import Lab
from claycore.colour.palette import FiredTile, learn
from claycore.colour.simulated_studios import STUDIOS, SimulatedStudios
from claycore.measure.errors import OutOfBounds

MOST_NAMES = 4
"""So many colourants compete for a wanted colour: those that come nearest. Our choice."""


@dataclass(frozen=True)
class TileToFire:
    """A tile: its colourant, percent on dry clay, and the error before any tile and after it.

    Errors are root mean squares, CIEDE2000. To know a colourant: of its colour at every strength.
    For what is enough: of its colour from what is taken for enough now up to the most. For a
    colour: by how much what would be mixed misses the nearest that any colourant reaches.
    """

    name: str
    pct: float
    before: float
    after: float


@dataclass(frozen=True)
class TilesInOrder:
    """The tiles to fire, first ones first, and the error before any, CIEDE2000.

    ``nearest`` is the colourant predicted nearest to a wanted colour and how near it comes, None
    where no colour is wanted.
    """

    before: float
    tiles: tuple[TileToFire, ...]
    nearest: tuple[str, float] | None


def tiles_in_order(
    clay: Lab,
    tiles: Sequence[FiredTile],
    noise: Noise,
    question: Question,
    count: int,
    name: str = "",
) -> TilesInOrder:
    """At most ``count`` tiles to fire next; fewer where no further one lessens the error.

    ``tiles`` hold one colourant each, of ``clay``; ``name`` is the one that is asked about, and of
    no account where a colour is wanted. Strengths in percent on dry clay. The same tiles always
    give the same answer. Raises OutOfBounds naming ``tile`` where none is of what is asked about.
    Source: as at the head of this file.
    """
    near = _nearest_first(clay, tiles, question)
    names = [one for one, _ in near[:MOST_NAMES]] if question.want else [name]
    own = {one: [tile for tile in tiles if tile.colourants == (one,)] for one in names}
    if not own or not all(own.values()):
        raise OutOfBounds("tile", name, "Fire one tile of this colourant first.")
    grids = asked_strengths(question.most_pct), choices(question.most_pct)
    asked = [
        _AskedColourant(SimulatedStudios(clay, own[one], noise, *grids), question, place)
        for place, one in enumerate(names)
    ]
    fired: list[_Fired] = [()] * len(names)
    before = _error(asked, fired)
    found: list[TileToFire] = []
    while len(found) < count:
        # A curve alone never settles what is enough: the strongest is looked at first of all.
        at_the_end = (
            question.goal is Goal.ENOUGH
            and not found
            and not is_looked_at(own[name], question.most_pct)
        )
        error, place, pct = min(_tried(asked, fired, at_the_end))
        if not at_the_end and error >= (found[-1].after if found else before):
            break
        fired[place] = (*fired[place], pct)
        found.append(TileToFire(names[place], pct, before, error))
    return TilesInOrder(before, tuple(found), near[0] if near else None)


def _nearest_first(
    clay: Lab, tiles: Sequence[FiredTile], question: Question
) -> list[tuple[str, float]]:
    """Colourants by how near they are predicted to come to a wanted colour, CIEDE2000."""
    if question.want is None:
        return []
    palette = learn(clay, tiles)
    strengths = asked_strengths(question.most_pct)
    near = {}
    for name, one in palette.colourants.items():
        labs = palette.labs(one.adds(strengths)) + one.beside(strengths)
        near[name] = float(ciede2000_of(question.want.values, labs).min())
    return sorted(near.items(), key=lambda pair: pair[1])


_Fired = tuple[float, ...]
"""Strengths that were fired beside the tiles there are, percent on dry clay."""


class _AskedColourant:
    """A colourant in simulated studios, and what each of them would do after more tiles of it.

    ``place`` is its place among the colourants asked about: each is drawn in an order of its own,
    as what one stain does says nothing of another.
    """

    def __init__(self, studios: SimulatedStudios, question: Question, place: int) -> None:
        self.studios, self._question = studios, question
        self._order = np.random.default_rng(place).permutation(STUDIOS)
        self.after = cache(self._after)

    def _after(self, fired: _Fired) -> tuple[NDArray[Any], NDArray[Any]]:
        """What is expected and what comes, CIEDE2000 of each studio, once these were fired.

        Where no colour is wanted, what comes is how far colours lie off at what is asked about.
        """
        studios, learned = self.studios, self.studios.learned(fired)
        if self._question.want is None:
            off = ciede2000_of(learned, studios.truths)[:, self._first :]
            return off, off
        hoped = ciede2000_of(self._question.want.values, learned)
        mixed = hoped.argmin(axis=1)
        comes = ciede2000_of(self._question.want.values, _at(studios.truths, mixed))
        return hoped.min(axis=1)[self._order], comes[self._order]

    @cached_property
    def _first(self) -> int:
        """The place of the weakest strength that matters: what most take for enough, if asked."""
        if self._question.goal is not Goal.ENOUGH:
            return 0
        return int(np.median(enough_of(self.studios, self.studios.learned(()))))

    @property
    def is_for_a_colour(self) -> bool:
        return self._question.want is not None

    @cached_property
    def reaches(self) -> NDArray[Any]:
        """The nearest that it comes to the wanted colour in each studio, CIEDE2000."""
        assert self._question.want is not None
        off = ciede2000_of(self._question.want.values, self.studios.truths)
        nearest: NDArray[Any] = off.min(axis=1)[self._order]
        return nearest


def _at(of_studios: NDArray[Any], places: NDArray[Any]) -> NDArray[Any]:
    """What each studio has at one place: (studios, places, …) to (studios, …)."""
    found: NDArray[Any] = of_studios[np.arange(len(of_studios)), places]
    return found


def _error(asked: Sequence[_AskedColourant], fired: Sequence[_Fired]) -> float:
    """The error that is expected after these were fired too, CIEDE2000.

    Where colourants compete, each studio mixes the one from which it expects most.
    """
    told = [one.after(strengths) for one, strengths in zip(asked, fired, strict=True)]
    off = told[0][1]
    if asked[0].is_for_a_colour:
        taken = np.argmin([hoped for hoped, _ in told], axis=0)
        comes = _at(np.array([comes for _, comes in told]).T, taken)
        off = comes - np.min([one.reaches for one in asked], axis=0)
    return float(np.sqrt(np.square(off).mean()))


def _tried(
    asked: Sequence[_AskedColourant], fired: Sequence[_Fired], at_the_end: bool
) -> Iterator[tuple[float, int, float]]:
    """Every tile that may be fired next: the error after it, its colourant's place, strength."""
    for place, one in enumerate(asked):
        strengths = one.studios.choices.tolist()
        for pct in strengths[-1:] if at_the_end else strengths:
            with_it = list(fired)
            with_it[place] = (*fired[place], pct)
            yield _error(asked, with_it), place, pct
