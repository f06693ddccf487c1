"""How a piece of a trial is drawn: its halves in their colours, and the step it was rated."""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.colour.notation import Lab
from claycore.measure.formatting import plain
from claycore.surface.factor_trials.scales import SCALES
from umberpot.surface.factor_trials.reading import ReadPiece, in_words
from umberpot.ui.components.tile_looks import DARK_BELOW_LIGHTNESS


@dataclass(frozen=True)
class PieceLook:
    """What the drawing of a piece needs; ``step`` is '' where it was not rated."""

    code: str
    summary: str
    css: str
    left: str
    right: str
    step: str


def step_of(piece: ReadPiece, scale: str) -> str:
    """What a piece was rated on a scale, as it stands in its drawing; '' where it was not."""
    value = piece.value(scale)
    return "" if piece.row.lost or value is None else plain(value, 1)


def look_of(piece: ReadPiece, scale: str, name: str) -> PieceLook:
    """How a piece looks with its rating on a scale; ``name`` is its combination."""
    value = piece.value(scale)
    found = "broken or lost" if piece.row.lost else in_words(SCALES[scale], value)
    halves = (piece.kept, piece.washed)
    return PieceLook(
        piece.row.code,
        f"{piece.row.code}, {name}: {found}",
        "factor-piece-lost" if piece.row.lost else "factor-piece-dark" if _is_dark(halves) else "",
        piece.kept.hex if piece.kept else "",
        piece.washed.hex if piece.washed else "",
        step_of(piece, scale),
    )


def _is_dark(halves: Sequence[Lab | None]) -> bool:
    known = [half.lightness for half in halves if half]
    return len(known) == len(halves) and sum(known) / len(known) < DARK_BELOW_LIGHTNESS
