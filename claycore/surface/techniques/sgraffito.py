"""Sgraffito: lines scratched through the coats down to the body. Source: common practice."""

from claycore.surface import advice
from claycore.surface.coats import CoatStack, Technique
from claycore.surface.steps import FIRM, LEATHER_HARD, SCRATCH, SurfaceStep
from claycore.surface.techniques.entry import (
    TechniqueEntry,
    coats_with_waits,
    to_the_last_firing,
)


def _steps(stack: CoatStack) -> list[SurfaceStep]:
    """What has stiffened to leather-hard after its last coat is firm enough as it is."""
    coated = coats_with_waits(stack)
    firm = [] if coated[-1:] == [LEATHER_HARD] else [FIRM]
    return [*coated, *firm, SCRATCH, *to_the_last_firing(stack)]


TECHNIQUE = TechniqueEntry(
    Technique.SGRAFFITO,
    "Sgraffito",
    "Lines scratched through the coats, so that the body shows in them.",
    _steps,
    (
        advice.holds,
        advice.light_under_colour,
        advice.thin_enough,
        advice.foot_bare,
        advice.fit(advice.OF_A_COAT),
        advice.thin_clear(advice.with_the_body),
        advice.once_fired,
    ),
    cautions=("scratching",),
)
