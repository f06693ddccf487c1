"""Joggled slip: slips trailed into a wet base, and the board tilted. Source: common practice."""

from claycore.surface import advice
from claycore.surface.coats import Application, Onto, Stack, Technique
from claycore.surface.steps import TILT, Step
from claycore.surface.techniques.entry import Lies, TechniqueEntry
from claycore.surface.techniques.wet_boards import base_and_trails, steps_with


def _steps(stack: Stack) -> list[Step]:
    return steps_with(stack, TILT)


JOGGLED = TechniqueEntry(
    Technique.JOGGLED,
    "Marbled slip (joggled)",
    "Slips trailed into a wet base slip, and the board tilted until they run.",
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
