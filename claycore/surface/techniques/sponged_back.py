"""Sponge-back: layers from dark to light, wiped back. Source: common practice."""

from claycore.surface import advice
from claycore.surface.coats import CoatStack, Technique
from claycore.surface.steps import WIPE, SurfaceStep
from claycore.surface.techniques.entry import (
    TechniqueEntry,
    coats_with_waits,
    to_the_last_firing,
)


def _steps(stack: CoatStack) -> list[SurfaceStep]:
    return [*coats_with_waits(stack), WIPE, *to_the_last_firing(stack)]


TECHNIQUE = TechniqueEntry(
    Technique.SPONGED_BACK,
    "Sponge-back",
    "A dark ground and lighter layers over it, wiped back so that they show in reverse.",
    _steps,
    (
        advice.holds,
        advice.dark_to_light,
        advice.three_layers,
        advice.foot_bare,
        advice.fit(advice.OF_A_COAT),
        advice.thin_clear(advice.every_coat),
        advice.once_fired,
    ),
    cautions=("scratching", "rinse"),
    each_shows=True,
)
