"""What joggled and feathered boards share: slips laid wet into wet on a slab. Source: common
practice, from memory."""

from claycore.surface.coats import Stack
from claycore.surface.steps import (
    CUT,
    DRY_SLOWLY,
    FORMER,
    LEATHER_HARD,
    SLAB,
    Step,
    coat,
    wet_into_wet,
)
from claycore.surface.techniques.entry import FACE_PCT, from_raw

TRAILED_PCT = 25.0
"""The share of the face that a trailed slip usually covers. Our choice."""


def steps_with(stack: Stack, moved: Step) -> list[Step]:
    """The base poured, the others into it at once, then ``moved``; nothing is waited for between.

    Source: common practice: only afterwards it stiffens, is cut and laid over a former.
    """
    names = [one.name for one in stack.coats for _ in range(one.coats)]
    base = [coat(name, 1) for name in names[:1]]
    trailed = [wet_into_wet(name) for name in names[1:]]
    board = [SLAB, *base, *trailed, moved, LEATHER_HARD, CUT, FORMER]
    return [*board, *from_raw(stack, DRY_SLOWLY)]


def base_and_trails(place: int, _count: int) -> float:
    """The base covers all, each trailed slip its share, percent. Source: our choice."""
    return FACE_PCT if place == 0 else TRAILED_PCT
