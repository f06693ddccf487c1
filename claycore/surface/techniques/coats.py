"""Plain coats, one on the other. Source: common practice, from memory."""

from claycore.surface import advice
from claycore.surface.coats import CoatStack, Technique
from claycore.surface.steps import SurfaceStep
from claycore.surface.techniques.entry import (
    TechniqueEntry,
    coats_with_waits,
    to_the_last_firing,
)


def _steps(stack: CoatStack) -> list[SurfaceStep]:
    return [*coats_with_waits(stack), *to_the_last_firing(stack)]


TECHNIQUE = TechniqueEntry(
    Technique.COATS,
    "Plain coats",
    "Coats of slip or underglaze, one on the other.",
    _steps,
    (
        advice.holds,
        advice.light_under_colour,
        advice.foot_bare,
        advice.fit(advice.OF_A_COAT),
        advice.thin_clear(advice.top_coat),
        advice.once_fired,
    ),
)
