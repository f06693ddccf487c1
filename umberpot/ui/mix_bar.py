"""The mix bar: a mix as lengths that are its dry masses."""

from dataclasses import dataclass
from enum import StrEnum

from claycore.materials.batch import Batch


class SegmentKind(StrEnum):
    """What a length of a mix bar is: plain clay, clay of an earlier mix, a colourant."""

    CLAY = "clay"
    TAKEN = "taken"
    COLOURANT = "colourant"


@dataclass(frozen=True)
class BarSegment:
    """One length of a mix bar: a name, its grams, its percent of the bar, and what it is.

    ``kind`` is CLAY, TAKEN (coloured clay of an earlier mix) or COLOURANT.
    """

    name: str
    grams: float
    share_pct: float
    kind: SegmentKind


def segments_of(
    clay_name: str, clay_g: float, colourants: list[tuple[str, float]]
) -> list[BarSegment]:
    """The mix bar's lengths: dry masses, the clay first."""
    total = clay_g + sum(grams for _, grams in colourants)
    rows = [BarSegment(clay_name, clay_g, 100 * clay_g / total, SegmentKind.CLAY)]
    return rows + [
        BarSegment(name, g, 100 * g / total, SegmentKind.COLOURANT)
        for name, g in colourants
        if g > 0
    ]


def segments_of_batch(clay_name: str, batch: Batch) -> list[BarSegment]:
    """The mix bar of a batch that was only calculated."""
    return segments_of(clay_name, batch.clay_g, list(batch.colourants_g.items()))
