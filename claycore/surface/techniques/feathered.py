"""Feathered slip: parallel trails in a wet base, a point drawn across. Source: common practice."""

from claycore.surface import advice
from claycore.surface.coats import Application, Onto, Stack, Technique
from claycore.surface.steps import COMB, Step
from claycore.surface.techniques.entry import Lies, TechniqueEntry
from claycore.surface.techniques.wet_boards import base_and_trails, steps_with


def _steps(stack: Stack) -> list[Step]:
    return steps_with(stack, COMB)


FEATHERED = TechniqueEntry(
    Technique.FEATHERED,
    "Feathered",
    "Parallel lines trailed into a wet base slip, and a point drawn across them.",
    _steps,
    (
        advice.holds,
        advice.wet_into_wet,
        advice.fit(advice.OF_A_COAT),
        advice.thin_clear(advice.every_coat),
        advice.once_fired,
    ),
    onto=Onto.SOFT_SLAB,
    application=Application.POUR,
    covers=base_and_trails,
    lies=Lies.IN_THE_BASE,
    dips=False,
)
