"""Agate: slabs of coloured clay stacked, cut or thrown. Source: common practice."""

from claycore.surface import advice
from claycore.surface.coats import Application, CoatStack, Onto, Technique
from claycore.surface.steps import DRY_SLOWLY, PRESS, SurfaceStep, laid
from claycore.surface.techniques.entry import TechniqueEntry, from_raw


def _steps(stack: CoatStack) -> list[SurfaceStep]:
    slabs = [laid(one.name) for one in stack.coats for _ in range(one.coats)]
    return [*slabs, PRESS, *from_raw(stack, DRY_SLOWLY)]


TECHNIQUE = TechniqueEntry(
    Technique.AGATE,
    "Agate",
    "Clays of several colours stacked, wedged a little, and cut or thrown.",
    _steps,
    (
        advice.fit(advice.OF_A_JOINT),
        advice.thin_clear(advice.every_coat),
        advice.once_fired,
    ),
    onto=Onto.SOFT_SLAB,
    application=Application.LAY,
    is_slabs=True,
    dips=False,
)
