"""Colours laid touching, with marks in the joints for how far neighbours lie apart."""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise

from claycore.colour.difference import PLAINLY_DIFFERENT, SAME, SAME_UNLESS_TOUCHING, ciede2000
from claycore.colour.notation import Lab


class SwatchKind(StrEnum):
    """Where a colour comes from, by the class that draws it: a prediction never looks measured."""

    MEASURED = "swatch-measured"
    PREDICTED = "swatch-predicted"
    WANTED = "swatch-wanted"
    MISSING = "swatch-missing"


_KIND_SAYS = {
    SwatchKind.MEASURED: "fired colour",
    SwatchKind.PREDICTED: "predicted colour",
    SwatchKind.WANTED: "colour as given",
    SwatchKind.MISSING: "no colour noted",
}


@dataclass(frozen=True)
class Swatch:
    """One colour of a row: what stands over it and under it, and where it leads, if anywhere.

    ``picture`` is where a picture of it is, shown in place of the flat colour.
    """

    over: str
    colour: Lab | None
    kind: SwatchKind = SwatchKind.MEASURED
    under: str = ""
    href: str = ""
    picture: str = ""

    @property
    def css(self) -> SwatchKind:
        return self.kind if self.colour else SwatchKind.MISSING

    @property
    def fill(self) -> str:
        return self.colour.hex if self.colour else ""

    @property
    def summary(self) -> str:
        """The swatch in words, for who cannot see it."""
        colour = f" {self.fill}" if self.colour else ""
        return ", ".join(part for part in (self.over, self.under, _KIND_SAYS[self.css]) if part) + (
            colour
        )


@dataclass(frozen=True)
class Joint:
    """Between two neighbours: how far apart they lie, None where a colour is missing."""

    delta_e: float | None
    reading: str = ""

    @property
    def tick(self) -> int:
        """How long the mark in the joint is: 0 for the same to 3 for plainly different."""
        if self.delta_e is None:
            return 0
        bounds = (SAME, SAME_UNLESS_TOUCHING, PLAINLY_DIFFERENT)
        return sum(self.delta_e >= bound for bound in bounds)

    @property
    def figure(self) -> str:
        return "–" if self.delta_e is None else f"ΔE {self.delta_e:.1f}"


@dataclass(frozen=True)
class WallRow:
    """Touching swatches, and the joints between them: one fewer."""

    swatches: Sequence[Swatch]
    joints: Sequence[Joint]
    summary: str

    @property
    def few(self) -> bool:
        """Whether they may be drawn large."""
        return len(self.swatches) <= MOST_LARGE


MOST_LARGE = 6


def joints_of(colours: Sequence[Lab | None]) -> list[Joint]:
    """The joints between neighbours, by their difference alone."""
    return [
        Joint(ciede2000(left, right) if left and right else None)
        for left, right in pairwise(colours)
    ]


def touching(swatches: Sequence[Swatch], summary: str) -> WallRow:
    """A row of swatches, with the difference of neighbours in its joints."""
    return WallRow(swatches, joints_of([swatch.colour for swatch in swatches]), summary)
