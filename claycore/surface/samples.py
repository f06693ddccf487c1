"""The test tiles that show what a stack of slips will fire to, before the piece is made.

Source: common practice, from memory: one coat beside two, with and without the white under it; of
what stays visible beside each other, each by itself.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum

from claycore.measure.formatting import counted
from claycore.surface.coats import LIGHT_COAT, Coat, CoatStack
from claycore.surface.techniques import TECHNIQUES
from claycore.surface.techniques.entry import Lies


class SampleKind(StrEnum):
    """What a test tile of a stack is there to show."""

    AS_PLANNED = "as_planned"
    OTHER_COUNT = "other_count"
    WITHOUT_LIGHT = "without_light"
    EACH = "each"


@dataclass(frozen=True)
class Sample:
    """One test tile: its code among those of the stack, its words, and its coats, lowest first."""

    kind: SampleKind
    code: str
    title: str
    coats: tuple[Coat, ...]

    @property
    def is_usual(self) -> bool:
        """Whether it shows the plan itself; the others are there to compare."""
        return self.kind in (SampleKind.AS_PLANNED, SampleKind.EACH)


def samples_of(stack: CoatStack) -> list[Sample]:
    """The test tiles worth firing of a stack: those of the plan first, then what compares with it.

    None of slabs, whose clays have tiles of their own, and of a stack without coats. Source: as at
    the head of this file.
    """
    entry = TECHNIQUES[stack.technique]
    if entry.is_slabs or not stack.coats:
        return []
    if entry.each_shows:
        return [_each(stack, place, entry.lies) for place in range(len(stack.coats))]
    planned = Sample(
        SampleKind.AS_PLANNED, SampleKind.AS_PLANNED, "As planned", _whole(stack.coats)
    )
    return [planned, *_compared(stack)]


def coats_to(coats: Sequence[Coat], place: int, lies: Lies) -> tuple[Coat, ...]:
    """The coats that what one sees at a place consists of, the lowest first, over all of a tile.

    Source: as the technique lies: on what is below, in the base alone, or in the body.
    """
    if lies is Lies.IN_THE_BODY:
        return _whole(coats[place : place + 1])
    if lies is Lies.IN_THE_BASE:
        return _whole([*coats[: min(place, 1)], coats[place]])
    return _whole(coats[: place + 1])


def recipe_of(coats: Sequence[Coat]) -> str:
    """Everything that makes two stacks of coats one, as text: names, how often, how, how thick.

    Source: by definition.
    """
    return "; ".join(
        f"{one.name}, {one.kind}, {one.coats} x {one.thickness_mm:g} mm, {one.application}"
        for one in coats
    )


def words_of(coats: Sequence[Coat]) -> str:
    """Coats from the top in words: '1 coat of Blue over 2 coats of White'.

    Source: by definition.
    """
    return " over ".join(f"{counted(one.coats, 'coat')} of {one.name}" for one in reversed(coats))


def _whole(coats: Sequence[Coat]) -> tuple[Coat, ...]:
    """The coats as a tile has them: all over it."""
    return tuple(replace(one, covers_pct=None) for one in coats)


def _each(stack: CoatStack, place: int, lies: Lies) -> Sample:
    coats = coats_to(stack.coats, place, lies)
    return Sample(SampleKind.EACH, f"{SampleKind.EACH}-{place}", words_of(coats), coats)


def _compared(stack: CoatStack) -> Iterator[Sample]:
    *below, top = _whole(stack.coats)
    other = 1 if top.coats > 1 else top.coats + 1
    title = f"With {counted(other, 'coat')} of {top.name}"
    coats = (*below, replace(top, coats=other))
    yield Sample(SampleKind.OTHER_COUNT, SampleKind.OTHER_COUNT, title, coats)
    light = [one for one in below if one.lightness is not None and one.lightness >= LIGHT_COAT]
    if light:
        names = " and ".join(dict.fromkeys(one.name for one in light))
        rest = tuple(one for one in (*below, top) if one not in light)
        yield Sample(
            SampleKind.WITHOUT_LIGHT, SampleKind.WITHOUT_LIGHT, f"Without {names} under it", rest
        )
