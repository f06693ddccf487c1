"""Inlay, or mishima: lines cut in and filled level. Source: common practice, from memory."""

from dataclasses import replace

from claycore.surface import advice
from claycore.surface.coats import CoatStack, Technique
from claycore.surface.steps import (
    CUT_LINES,
    DRY_SLOWLY,
    FIRM,
    LEATHER_HARD,
    SCRAPE,
    SHINE,
    SurfaceStep,
    fill,
)
from claycore.surface.techniques.entry import Lies, TechniqueEntry, from_raw

LINES_PCT = 10.0
"""The share of a face that lines usually take. Our choice."""

_FIRM_TO_SCRAPE = replace(FIRM, title="Until firm enough to scrape")


def _steps(stack: CoatStack) -> list[SurfaceStep]:
    """Filled as often as it has coats: it sinks as it dries."""
    filled: list[SurfaceStep] = []
    for one in stack.coats:
        for _ in range(one.coats):
            filled += [*([SHINE] if filled else []), fill(one.name)]
    cut = [LEATHER_HARD, CUT_LINES, *filled, _FIRM_TO_SCRAPE, SCRAPE]
    return [*cut, *from_raw(stack, DRY_SLOWLY)]


def _lines(_place: int, _count: int) -> float:
    return LINES_PCT


TECHNIQUE = TechniqueEntry(
    Technique.INLAY,
    "Inlay",
    "Lines cut or pressed into leather-hard clay, filled with slip or soft clay, scraped level.",
    _steps,
    (
        advice.holds,
        advice.fit(advice.OF_AN_INLAY),
        advice.thin_clear(advice.body_and_coats),
        advice.once_fired,
    ),
    covers=_lines,
    lies=Lies.IN_THE_BODY,
    each_shows=True,
    dips=False,
    cautions=("scratching",),
)
