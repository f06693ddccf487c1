"""Coats of which the last goes beside something that keeps it off. Source: common practice."""

from claycore.surface import advice
from claycore.surface.coats import CoatStack, Technique
from claycore.surface.steps import SurfaceStep
from claycore.surface.techniques.entry import (
    FACE_PCT,
    TechniqueEntry,
    coats_with_waits,
    to_the_last_firing,
)


def resist(
    code: Technique,
    title: str,
    gloss: str,
    kept_off: str,
    beside_pct: float,
    cautions: tuple[str, ...] = (),
) -> TechniqueEntry:
    """The entry of a technique whose last coat goes beside what keeps it off.

    ``kept_off`` says what is done with the last coat, and ``beside_pct`` is the share of the face
    that it usually covers. Source: common practice.
    """

    def steps(stack: CoatStack) -> list[SurfaceStep]:
        return [*coats_with_waits(stack, last=kept_off), *to_the_last_firing(stack)]

    return TechniqueEntry(
        code,
        title,
        gloss,
        steps,
        (
            advice.holds,
            advice.light_under_colour,
            advice.foot_bare,
            advice.fit(advice.OF_A_COAT),
            advice.thin_clear(advice.body_and_coats),
            advice.once_fired,
        ),
        covers=lambda place, count: beside_pct if place == count - 1 else FACE_PCT,
        cautions=cautions,
        each_shows=True,
    )
