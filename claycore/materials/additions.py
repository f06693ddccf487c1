"""What is blended into a clay to change it, and what else it does.

Another addition is one entry of ADDITIONS: the shelf, line blends and their guesses follow. Source:
common practice.
"""

from dataclasses import dataclass
from enum import StrEnum


class AdditionCode(StrEnum):
    """The kinds of things that are blended into clays."""

    BALL_CLAY = "ball_clay"
    KAOLIN = "kaolin"
    FIRE_CLAY = "fire_clay"
    BENTONITE = "bentonite"
    GROG = "grog"
    SAND = "sand"
    FELDSPAR = "feldspar"
    FRIT = "frit"


@dataclass(frozen=True)
class ClayAddition:
    """One kind: its code, what it is called, what it does, and the shares to try, percent.

    ``has_grain`` says that its grain size matters; ``adjusts`` is the way of adjusting a clay, of
    claycore.judging.adjustments, that it is added for.
    """

    code: str
    title: str
    does: str
    steps_pct: tuple[float, ...]
    has_grain: bool = False
    adjusts: str = ""

    @property
    def way(self) -> str:
        """The code of the way of adjusting a clay that it is tried for."""
        return self.adjusts or self.code


ADDITIONS = {
    addition.code: addition
    for addition in (
        ClayAddition(
            AdditionCode.BALL_CLAY,
            "Ball clay",
            "more plastic; shrinks more, dries slower, fires a little more open",
            (10.0, 20.0, 30.0),
        ),
        ClayAddition(
            AdditionCode.KAOLIN,
            "Kaolin",
            "stands hotter and whiter; less plastic, fires more open",
            (10.0, 20.0, 30.0),
        ),
        ClayAddition(
            AdditionCode.FIRE_CLAY,
            "Fire clay",
            "shrinks less in the firing, stands hotter; absorbs more",
            (10.0, 20.0, 30.0),
        ),
        ClayAddition(
            AdditionCode.BENTONITE,
            "Bentonite",
            "much more plastic; shrinks more, dries slower, fires a little more open",
            (1.0, 2.0, 3.0),
        ),
        ClayAddition(
            AdditionCode.GROG,
            "Grog",
            "shrinks less, dries safer; rougher, more open, less plastic",
            (10.0, 20.0, 30.0),
            has_grain=True,
        ),
        ClayAddition(
            AdditionCode.SAND,
            "Sand",
            "shrinks less, dries safer; rougher, more open, less plastic",
            (5.0, 10.0, 20.0),
            has_grain=True,
            adjusts="grog",
        ),
        ClayAddition(
            AdditionCode.FELDSPAR,
            "Feldspar",
            "absorbs less; shrinks more in the firing, slumps and bloats earlier, less plastic",
            (5.0, 10.0, 15.0),
            adjusts="flux",
        ),
        ClayAddition(
            AdditionCode.FRIT,
            "Frit",
            "absorbs less at low cones; shrinks more, slumps and bloats earlier, less plastic",
            (3.0, 6.0, 10.0),
            adjusts="flux",
        ),
    )
}
"""Every kind, by its code. What each does, and how much is tried: common practice."""


def choices() -> list[tuple[str, str]]:
    """Every kind's code and title, as a form or a column offers them.

    Source: the entries of ADDITIONS.
    """
    return [(one.code, one.title) for one in ADDITIONS.values()]
