"""Wax resist: wax where slip or glaze shall not hold. Source: common practice, from memory."""

from claycore.surface import advice
from claycore.surface.coats import Stack, Technique
from claycore.surface.steps import Step
from claycore.surface.techniques.entry import (
    FACE_PCT,
    TechniqueEntry,
    coats_with_waits,
    to_the_last_firing,
)

BESIDE_THE_WAX_PCT = 60.0
"""The share of a face that the slip beside the wax usually covers. Our choice."""

_WAX_FIRST = "Wax first where it shall not hold. Let the wax set; wipe beads of slip off it."


def _steps(stack: Stack) -> list[Step]:
    """The last coat goes over the wax."""
    return [*coats_with_waits(stack, last=_WAX_FIRST), *to_the_last_firing(stack)]


def _beside_the_wax(place: int, count: int) -> float:
    return BESIDE_THE_WAX_PCT if place == count - 1 else FACE_PCT


WAX_RESIST = TechniqueEntry(
    Technique.WAX_RESIST,
    "Wax resist",
    "Wax where the last slip or the glaze shall not hold; it burns off in the firing.",
    _steps,
    (
        advice.holds,
        advice.light_under_colour,
        advice.foot_bare,
        advice.fit(advice.OF_A_COAT),
        advice.thin_clear(advice.body_and_coats),
        advice.once_fired,
    ),
    covers=_beside_the_wax,
    cautions=("wax",),
)
