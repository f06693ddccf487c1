"""Several people's ratings of the same pieces: one piece stays one piece, however many rate it."""

import statistics
from collections import defaultdict
from collections.abc import Hashable, Mapping
from dataclasses import dataclass
from typing import Generic, TypeVar

Piece = TypeVar("Piece", bound=Hashable)


@dataclass(frozen=True)
class Agreement(Generic[Piece]):
    """How far raters agree: the pieces rated by two or more, those rated within one step, and
    the one they differ on most with how many steps; None where all agree."""

    rated_by_several: int
    within_a_step: int
    widest: Piece | None
    widest_steps: int


def agreed(ratings: Mapping[tuple[str, Piece], int]) -> dict[Piece, float]:
    """The rating of each piece, in steps: the median of its raters.

    ``ratings`` is by rater and piece. Source: the median keeps to the order of the steps.
    """
    of_piece = defaultdict(list)
    for (_, piece), step in ratings.items():
        of_piece[piece].append(step)
    return {piece: float(statistics.median(steps)) for piece, steps in of_piece.items()}


def agreement(ratings: Mapping[tuple[str, Piece], int]) -> Agreement[Piece]:
    """How far the raters agree, in steps. Source: by counting."""
    of_piece = defaultdict(list)
    for (_, piece), step in ratings.items():
        of_piece[piece].append(step)
    apart = {piece: max(steps) - min(steps) for piece, steps in of_piece.items() if len(steps) > 1}
    widest = max(apart, key=lambda piece: apart[piece], default=None)
    steps = apart[widest] if widest is not None else 0
    within = sum(one <= 1 for one in apart.values())
    return Agreement(len(apart), within, widest if steps else None, steps)
