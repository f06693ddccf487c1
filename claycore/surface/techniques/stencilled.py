"""Stencilled: slip beside a paper or cut stencil. Source: common practice, from memory."""

from claycore.surface import advice
from claycore.surface.coats import Stack, Technique
from claycore.surface.steps import Step
from claycore.surface.techniques.entry import (
    FACE_PCT,
    TechniqueEntry,
    coats_with_waits,
    to_the_last_firing,
)

BESIDE_THE_STENCIL_PCT = 50.0
"""The share of a face that the slip beside a stencil usually covers. Our choice."""

_STENCIL = "Press the damp stencil down at its edges first. Lift it while the slip is damp."


def _steps(stack: Stack) -> list[Step]:
    """The last coat goes on beside the stencil."""
    return [*coats_with_waits(stack, last=_STENCIL), *to_the_last_firing(stack)]


def _beside_the_stencil(place: int, count: int) -> float:
    return BESIDE_THE_STENCIL_PCT if place == count - 1 else FACE_PCT


STENCILLED = TechniqueEntry(
    Technique.STENCILLED,
    "Stencilled",
    "Slip brushed, dabbed or sprayed beside a stencil, which is lifted while it is damp.",
    _steps,
    (
        advice.holds,
        advice.light_under_colour,
        advice.foot_bare,
        advice.fit(advice.OF_A_COAT),
        advice.thin_clear(advice.body_and_coats),
        advice.once_fired,
    ),
    covers=_beside_the_stencil,
)
