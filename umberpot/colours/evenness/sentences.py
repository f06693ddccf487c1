"""What specks and streaks go with, in words."""

from claycore.colour.evenness import (
    GRAINS,
    POURINGS,
    Comparison,
    EvennessComparison,
    EvennessFactor,
    EvennessFigure,
    Grain,
    Level,
)
from claycore.measure.formatting import counted

SAVED = "Noted how the tiles were made."
NOT_PHOTOGRAPHED = "No tile of this trial is marked on a photograph yet."
TANGLED = (
    "Grain size and pouring changed together, so which of them did it cannot be told. Make tiles"
    " where only one of them changes."
)
NOTHING_TO_COMPARE = (
    "Note how tiles were made that differ in one thing: specks and streaks are then compared."
)

_FACTORS = {EvennessFactor.GRAIN: "Grain size", EvennessFactor.POURING: "Pouring"}
_FIGURES = {EvennessFigure.SPECKS: "specks", EvennessFigure.STREAKS: "streaks"}


def what_it_goes_with(found: EvennessComparison) -> list[str]:
    """What is seen at each grain size and way of pouring, and how sure that is."""
    if not found.comparisons:
        return [NOTHING_TO_COMPARE]
    said = [_of(one) for one in found.comparisons]
    return [*said, TANGLED] if found.tangled else said


def _of(one: Comparison) -> str:
    levels = ", ".join(_level(one.figure, level) for level in one.levels)
    sure = "clear" if one.is_sure else "a hint, no more: too few tiles, or too much alike"
    return f"{_FACTORS[one.factor]} and {_FIGURES[one.figure]}: {levels}. That is {sure}."


def _level(figure: EvennessFigure, level: Level) -> str:
    made = GRAINS[level.level] if isinstance(level.level, Grain) else POURINGS[level.level]
    tiles = counted(level.count, "tile")
    if figure is EvennessFigure.SPECKS:
        return f"{made}, specks on {level.mean:.1f} % ({tiles})"
    return f"{made}, lightness varying by {level.mean:.1f} ({tiles})"
