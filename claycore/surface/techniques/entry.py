"""What a technique is: its entry says what is true of it, and everything else reads that.

Source: common practice; figures from memory.
"""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from itertools import count

from claycore.surface.advice import Rule
from claycore.surface.coats import Application, Coat, CoatStack, Onto, Technique
from claycore.surface.steps import (
    BISQUE,
    DRY,
    FIRING,
    GLAZE,
    GLAZE_FIRING,
    LEATHER_HARD,
    SHINE,
    SLAB,
    StepCode,
    SurfaceStep,
    coat,
)

FACE_PCT = 100.0
"""A coat that goes over all of the face."""


def covers_all(_place: int, _count: int) -> float:
    """The usual share of a coat that covers all, percent. Source: by definition."""
    return FACE_PCT


class Lies(StrEnum):
    """Where the coats of a technique lie, as a section through them shows it."""

    ON_EACH_OTHER = "on_each_other"
    IN_THE_BASE = "in_the_base"
    IN_THE_BODY = "in_the_body"


@dataclass(frozen=True)
class TechniqueEntry:
    """One technique.

    ``title`` names it and ``gloss`` says what it is. ``onto`` is what its coats usually go onto,
    and ``application`` how. ``steps`` gives all steps of a stack in order, ``rules`` speak of it,
    and ``covers`` is the usual share of the face of the coat at a place of so many, percent.
    ``cautions`` are the codes of those it needs besides dust and skin. ``is_slabs`` says that its
    layers are slabs of clay, which take no slip. ``lies`` says where its coats lie, and ``dips``
    whether pieces can be dipped for it; ``each_shows`` that every coat stays visible somewhere, not
    only the top one.
    """

    code: Technique
    title: str
    gloss: str
    steps: Callable[[CoatStack], list[SurfaceStep]]
    rules: tuple[Rule, ...]
    onto: Onto = Onto.LEATHER_HARD
    application: Application = Application.BRUSH
    covers: Callable[[int, int], float] = covers_all
    cautions: tuple[str, ...] = ()
    is_slabs: bool = False
    lies: Lies = Lies.ON_EACH_OTHER
    dips: bool = True
    each_shows: bool = False


def coats_with_waits(stack: CoatStack, last: str = "") -> list[SurfaceStep]:
    """Coats on the soft slab, the leather-hard piece and then bisque ware, in that order.

    Each goes on when the shine is off the one below; what goes onto the other side of the piece
    waits for nothing. ``last`` says what is done with the last coat. Source: common practice.
    """
    laid = [one for one in stack.coats for _ in range(one.coats)]
    soft, firm, late = ([one for one in laid if one.onto is onto] for onto in Onto)
    numbers = count(1)
    steps: list[SurfaceStep] = []
    # A slab is left to stiffen once what goes onto it soft is on it, and a piece only once.
    for group, before, after in (
        (soft, [SLAB], [LEATHER_HARD]),
        (firm, [] if soft else [LEATHER_HARD], []),
        (late, [DRY, BISQUE], []),
    ):
        if group:
            steps += [*before, *_in_turn(group, numbers), *after]
    if last and laid:
        place = max(n for n, step in enumerate(steps) if step.code is StepCode.COAT)
        steps[place] = replace(steps[place], do=last)
    return steps


def _in_turn(group: Sequence[Coat], numbers: Iterator[int]) -> Iterator[SurfaceStep]:
    """Coats one after the other, with the wait before each that goes onto a wet one."""
    wet: list[Coat] = []
    for one in group:
        if any(other.lies_on(one.side) for other in wet):
            yield SHINE
            wet = []
        wet.append(one)
        yield coat(one.name, next(numbers))


def to_the_last_firing(stack: CoatStack) -> list[SurfaceStep]:
    """From the decorated piece on, which was bisque fired for its last coats or is raw still.

    Source: common practice: coats on bisque ware need no second bisque.
    """
    if any(one.onto is Onto.BISQUE for one in stack.coats):
        return [*([GLAZE] if stack.is_glazed else []), GLAZE_FIRING]
    return from_raw(stack)


def from_raw(stack: CoatStack, drying: SurfaceStep = DRY) -> list[SurfaceStep]:
    """From the decorated raw piece on: dried, bisque fired, glazed and fired as it needs it.

    Source: common practice: slip on leather-hard, bisque, glaze, glaze firing; fired once where
    glaze goes onto the raw piece.
    """
    if stack.once_fired:
        return [drying, *([GLAZE, DRY] if stack.is_glazed else []), FIRING]
    return [drying, BISQUE, *([GLAZE, GLAZE_FIRING] if stack.is_glazed else [])]
