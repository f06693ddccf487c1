"""Boards on which slips are laid wet into wet, and moved. Source: common practice, from memory."""

from claycore.surface import advice
from claycore.surface.coats import Application, CoatStack, Onto, Technique
from claycore.surface.steps import (
    CUT,
    DRY_SLOWLY,
    FORMER,
    LEATHER_HARD,
    SLAB,
    SurfaceStep,
    coat,
    wet_into_wet,
)
from claycore.surface.techniques.entry import FACE_PCT, Lies, TechniqueEntry, from_raw

TRAILED_PCT = 25.0
"""The share of the face that a trailed slip usually covers. Our choice."""


def wet_board(code: Technique, title: str, gloss: str, moved: SurfaceStep) -> TechniqueEntry:
    """The entry of a technique whose slips are ``moved`` while all of them are wet.

    The base is poured and the others go into it at once: nothing is waited for between. Only then
    a slab stiffens, is cut and laid over a former; a leather-hard dish has its shape. Source:
    common practice.
    """

    def steps(stack: CoatStack) -> list[SurfaceStep]:
        names = [one.name for one in stack.coats for _ in range(one.coats)]
        base = [coat(name, 1) for name in names[:1]]
        trailed = [wet_into_wet(name) for name in names[1:]]
        run = [*base, *trailed, moved]
        in_a_dish = any(one.onto is Onto.LEATHER_HARD for one in stack.coats[:1])
        shaped = [LEATHER_HARD, *run] if in_a_dish else [SLAB, *run, LEATHER_HARD, CUT, FORMER]
        return [*shaped, *from_raw(stack, DRY_SLOWLY)]

    return TechniqueEntry(
        code,
        title,
        gloss,
        steps,
        (
            advice.holds,
            advice.wet_into_wet,
            advice.fit(advice.OF_A_COAT),
            advice.thin_clear(advice.every_coat),
            advice.once_fired,
        ),
        onto=Onto.SOFT_SLAB,
        application=Application.POUR,
        covers=lambda place, _count: FACE_PCT if place == 0 else TRAILED_PCT,
        lies=Lies.IN_THE_BASE,
        dips=False,
        each_shows=True,
    )
