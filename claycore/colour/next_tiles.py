"""Which tile of a colourant to fire next: the one after which most is known of what is asked.

In studios where the colourant does what its tiles allow, every strength that may be fired is fired,
the palette learns of it, and is asked again. The strength after which its answers come nearest to
the truth of their studio is fired next. How that does against even series: decision 34.

Source: expected error after an experiment, by simulation (preposterior analysis, Raiffa and
Schlaifer 1961). What is asked, and how errors are weighed, is our own.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import Any

import numpy as np
from numpy.typing import NDArray

from claycore.colour.difference import ciede2000_of
from claycore.colour.equal_tiles import Noise
from claycore.colour.notation import Lab
from claycore.colour.palette import FiredTile
from claycore.colour.simulated_studios import SimulatedStudios
from claycore.measure.errors import OutOfBounds

STRENGTHS = 40
"""At so many strengths, evenly up to the most, the palette is asked."""

CHOICES = 12
"""So many strengths may be fired next, evenly up to the most."""

MOST_TILES = 3
"""No more tiles than this are proposed at a time: then the next should see what came out."""

WORTH_A_TILE = 0.15
"""A tile that lessens the error by less than this share of what it was gains little. Our choice."""

WORTH_AT_LEAST, WORTH_OF_MOST = 0.2, 0.02
"""Less than this gains little too: CIEDE2000; of what is enough, as a share of the most. Our
choice."""

LOOKED_AT = 0.9
"""From this share of the strongest on, the end has been looked at. Our choice."""

_STEPS = ((2.0, 0.1), (5.0, 0.25), (12.0, 0.5), (np.inf, 1.0))
"""Up to which most strength the strengths to fire are told in which steps."""


class Goal(StrEnum):
    """What is to be known."""

    KNOW = "know"
    ENOUGH = "enough"
    COLOUR = "colour"


@dataclass(frozen=True)
class Question:
    """What is asked of a colourant, up to ``most_pct`` on dry clay; ``want`` for a colour."""

    goal: Goal
    most_pct: float
    want: Lab | None = None

    @property
    def least_gain(self) -> float:
        """What a tile has to lessen the error by at least, in its own unit."""
        return WORTH_OF_MOST * self.most_pct if self.goal is Goal.ENOUGH else WORTH_AT_LEAST


@dataclass(frozen=True)
class NextTile:
    """A strength to fire, percent on dry clay, and the error that is expected after it."""

    pct: float
    error: float


@dataclass(frozen=True)
class Proposal:
    """The strengths to fire next, best first, and what each makes of the error.

    Errors are root mean squares. To know a colourant: of its colour at every strength, CIEDE2000.
    For a colour: by how much what would be mixed misses the nearest that it reaches, CIEDE2000. For
    what is enough: percent on dry clay. The tile ``one_more`` would gain little beyond them; None
    where as many as may be are proposed.
    ``colour_error_now`` and ``colour_error_then`` are how far predicted colours of ``strengths``
    lie off before and after, CIEDE2000, whatever was asked.
    """

    now: float
    tiles: tuple[NextTile, ...]
    one_more: NextTile | None
    strengths: tuple[float, ...]
    colour_error_now: tuple[float, ...]
    colour_error_then: tuple[float, ...]

    @property
    def then(self) -> float:
        """The error that is expected after all of these tiles."""
        return self.tiles[-1].error if self.tiles else self.now


def next_tiles(clay: Lab, tiles: Sequence[FiredTile], noise: Noise, question: Question) -> Proposal:
    """Which strengths of a colourant to fire next, so that what is asked is known best.

    ``tiles`` hold that colourant alone; ``clay`` is the plain clay fired alike. Strengths in
    percent on dry clay, errors as :class:`Proposal` has them. The same tiles always give the same
    answer. Raises OutOfBounds naming ``tile`` where there is none. Source: as at the head of this
    file.
    """
    if not tiles:
        raise OutOfBounds("tile", "", "Fire one tile of this colourant first.")
    studios = SimulatedStudios(
        clay, tiles, noise, asked_strengths(question.most_pct), choices(question.most_pct)
    )
    now = _error(studios, question, [])
    found = _at_the_end(studios, question, tiles)
    one_more = None
    while len(found) < MOST_TILES:
        best = _best_after(studios, question, [one.pct for one in found])
        before = found[-1].error if found else now
        if before - best.error < max(WORTH_A_TILE * now, question.least_gain):
            one_more = best
            break
        found.append(best)
    chosen = [one.pct for one in found]
    return Proposal(
        now,
        tuple(found),
        one_more,
        tuple(studios.strengths.tolist()),
        _by_strength(studios, []),
        _by_strength(studios, chosen),
    )


def _at_the_end(
    studios: SimulatedStudios, question: Question, tiles: Sequence[FiredTile]
) -> list[NextTile]:
    """The strongest to consider, where it is asked what is enough and nobody looked there yet.

    A curve alone never settles that: a stain may come to its end beyond all that was fired.
    """
    if question.goal is not Goal.ENOUGH or is_looked_at(tiles, question.most_pct):
        return []
    most: float = studios.choices[-1].item()
    return [NextTile(most, _error(studios, question, [most]))]


def is_looked_at(tiles: Sequence[FiredTile], most_pct: float) -> bool:
    """Whether tiles were fired as strong as what is to be considered, or nearly. Source: ours."""
    return max(max(one.pcts.values()) for one in tiles) >= LOOKED_AT * most_pct


def asked_strengths(most_pct: float) -> NDArray[Any]:
    """The strengths at which colours are asked for, percent on dry clay. Source: our choice."""
    strengths: NDArray[Any] = most_pct * np.linspace(0, 1, STRENGTHS + 1)[1:]
    return strengths


def _best_after(studios: SimulatedStudios, question: Question, chosen: Sequence[float]) -> NextTile:
    """The strength to fire after those that are chosen already."""
    tried = [
        NextTile(pct, _error(studios, question, [*chosen, pct])) for pct in studios.choices.tolist()
    ]
    return min(tried, key=lambda one: one.error)


def _error(studios: SimulatedStudios, question: Question, fired: Sequence[float]) -> float:
    """The error that is expected after these were fired too."""
    off = off_by(studios, question, studios.learned(fired))
    return float(np.sqrt(np.square(off).mean()))


def _by_strength(studios: SimulatedStudios, fired: Sequence[float]) -> tuple[float, ...]:
    """The error of a predicted colour at each strength, CIEDE2000, after these too."""
    off = ciede2000_of(studios.learned(fired), studios.truths)
    return tuple(np.sqrt(np.square(off).mean(axis=0)).tolist())


def off_by(studios: SimulatedStudios, question: Question, predicted: NDArray[Any]) -> NDArray[Any]:
    """What each studio's answer is off by; for every strength where all of them are asked.

    ``predicted`` is of shape (studios, strengths, 3); in the units of :class:`Proposal`. Source: as
    at the head of this file.
    """
    match question.goal:
        case Goal.KNOW:
            return ciede2000_of(predicted, studios.truths)
        case Goal.ENOUGH:
            said, true = (enough_of(studios, labs) for labs in (predicted, studios.truths))
            off: NDArray[Any] = studios.strengths[said] - studios.strengths[true]
            return off
        case Goal.COLOUR:
            assert question.want is not None
            mixed = ciede2000_of(question.want.values, predicted).argmin(axis=1)
            comes_to = ciede2000_of(question.want.values, studios.truths)
            # What no strength of it reaches, no tile of it can tell.
            missed: NDArray[Any] = comes_to[np.arange(len(mixed)), mixed] - comes_to.min(axis=1)
            return missed


def enough_of(studios: SimulatedStudios, labs: NDArray[Any]) -> NDArray[Any]:
    """From which strength on nothing visible changes any more up to the most, for each studio.

    Gives places among the studios' strengths, of shape (studios). Source: by definition.
    """
    later = np.triu(ciede2000_of(labs[:, :, None], labs[:, None]))
    enough = later.max(axis=2) <= studios.noise.visible_from
    found: NDArray[Any] = enough.argmax(axis=1)
    return found


def told_as(most_pct: float) -> float:
    """In which steps strengths up to a most are told to a scale, percent on dry clay.

    Source: our choice.
    """
    return next(step for up_to, step in _STEPS if most_pct <= up_to)


def choices(most_pct: float) -> NDArray[Any]:
    """The strengths that may be fired, percent on dry clay: evenly up to the most, in such steps.

    Source: our choice.
    """
    step = min(told_as(most_pct), most_pct)
    even = most_pct * np.arange(1, CHOICES + 1) / CHOICES
    told: NDArray[Any] = np.unique(np.maximum(np.round(even / step), 1) * step)
    return told[told <= most_pct + 1e-9]
