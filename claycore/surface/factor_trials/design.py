"""The grid of a factor trial: every level with every other, controls, on several slabs.

Each slab carries every combination once, in places drawn by lot, so that a slab that fired hotter
or was scrubbed harder weighs on all of them alike (a randomised complete block). Source: Fisher,
The Design of Experiments, 1935, chapters 2 and 4 (from memory).
"""

import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from claycore.measure.bounds import Bound
from claycore.measure.errors import Inconsistent, OutOfBounds

LEVELS = Bound(2, 5, "A factor needs 2 to 5 levels: what it is tried at.", low_allowed=True)
FACTORS = Bound(2, 3, "A trial compares 2 or 3 factors.", low_allowed=True)
SLABS = Bound(1, 12, "Enter from 1 to 12 slabs.", low_allowed=True)
MOST_PIECES = 240
CONTROLS = Bound(0, 3, "A trial has from 0 to 3 controls.", low_allowed=True)

SIGNIFICANT = 0.05
"""An effect is decided below this probability of chance, all effects of a trial together."""

Cell = tuple[int, ...]
"""The level of each factor at one place, by its number; of a control its own number alone."""


def is_control(cell: Cell) -> bool:
    """Whether a control stands at a place. Source: a trial has two factors at least."""
    return len(cell) < FACTORS.low


def control_number(cell: Cell) -> int:
    """Which control stands there, from 0. Source: see Cell."""
    return cell[0]


@dataclass(frozen=True)
class Factor:
    """What is varied, and the levels it is tried at. Raises OutOfBounds or Inconsistent."""

    name: str
    levels: tuple[str, ...]

    def __post_init__(self) -> None:
        LEVELS.check("levels", len(self.levels))
        same = {level.casefold() for level in self.levels}
        if len(same) < len(self.levels):
            raise Inconsistent("levels", self.levels, "A level is entered twice. Remove one.")


@dataclass(frozen=True)
class Design:
    """Two or three factors, how many slabs carry the whole grid, and what the controls are.

    Raises OutOfBounds naming ``factors``, ``slabs``, ``controls`` or ``pieces``, and Inconsistent
    for two factors or two controls of one name.
    """

    factors: tuple[Factor, ...]
    slabs: int
    controls: tuple[str, ...] = ()

    def __post_init__(self) -> None:
        FACTORS.check("factors", len(self.factors))
        SLABS.check("slabs", self.slabs)
        if len({factor.name.casefold() for factor in self.factors}) < len(self.factors):
            raise Inconsistent("factors", self.factors, "Two factors have the same name.")
        CONTROLS.check("controls", len(self.controls))
        if len({control.casefold() for control in self.controls}) < len(self.controls):
            raise Inconsistent("controls", self.controls, "A control is entered twice. Remove one.")
        if self.pieces > MOST_PIECES:
            said = f"That is {self.pieces} pieces; a trial has at most {MOST_PIECES}."
            raise OutOfBounds("pieces", self.pieces, said)

    @property
    def grid(self) -> list[Cell]:
        """Every combination of levels, the last factor changing fastest."""
        return list(itertools.product(*(range(len(factor.levels)) for factor in self.factors)))

    @property
    def places(self) -> int:
        """How many places a slab has."""
        return len(self.grid) + len(self.controls)

    @property
    def pieces(self) -> int:
        """How many places there are in all."""
        return self.slabs * self.places

    def named(self, cell: Cell) -> str:
        """A combination in words."""
        if is_control(cell):
            return self.controls[control_number(cell)]
        levels = [factor.levels[at] for factor, at in zip(self.factors, cell, strict=True)]
        return ", ".join(levels)

    def lay_out(self, seed: int) -> list[list[Cell]]:
        """What stands at each place of each slab, drawn by lot; the same for the same seed."""
        lot = np.random.default_rng(seed)
        slab = [*self.grid, *((number,) for number in range(len(self.controls)))]
        return [[slab[at] for at in lot.permutation(len(slab))] for _ in range(self.slabs)]

    @property
    def questions(self) -> int:
        """How many effects the trial is asked about at once: each raises the odds of chance."""
        factors = len(self.factors)
        pairs = factors * (factors - 1) // 2 if self.slabs > 1 else 0
        return factors + pairs + len(self.controls)

    def smallest_p(self, factor: int) -> float:
        """The least probability of chance that even the clearest result of a factor can have.

        From 0 to 1, for all questions together. A result is as clear when the levels change names,
        so ``k!`` of the ``(k!)^s`` ways to deal k levels out to s groups of like pieces are as
        extreme. Source: by counting.
        """
        levels = len(self.factors[factor].levels)
        groups = self.slabs * len(self.grid) // levels
        ways: int = math.factorial(levels) ** max(0, groups - 1)
        return min(1.0, self.questions / ways)

    @property
    def can_decide(self) -> bool:
        """Whether a clear effect of every factor would be told from chance."""
        return all(self.smallest_p(at) <= SIGNIFICANT for at in range(len(self.factors)))


def slabs_to_decide(factors: Sequence[Factor], controls: Sequence[str]) -> int | None:
    """The fewest slabs that tell a clear effect of every factor from chance; None for over 12.

    Raises what Design does. Source: as of Design.smallest_p.
    """
    for slabs in range(1, int(SLABS.high) + 1):
        if Design(tuple(factors), slabs, tuple(controls)).can_decide:
            return slabs
    return None
