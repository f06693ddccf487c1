"""How a piece of a trial is drawn: its halves in their colours, a filled corner for each step."""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.colour.notation import Lab
from claycore.surface.factor_trials.scales import SCALES
from umberpot.surface.factor_trials.reading import Piece, in_words
from umberpot.ui.components.tile_looks import DARK_BELOW_LIGHTNESS

WIDTH, HEIGHT, CORNER, ROUND = 64.0, 56.0, 17.0, 7.0

_CORNERS = ((0.0, 0.0, 1, 1), (WIDTH, 0.0, -1, 1), (WIDTH, HEIGHT, -1, -1), (0.0, HEIGHT, 1, -1))
"""Each corner and the way into the piece, clockwise from the top left."""


@dataclass(frozen=True)
class PieceLook:
    """What the drawing of a piece needs; ``corners`` are paths, the last small for half a step."""

    code: str
    says: str
    css: str
    left: str
    right: str
    corners: Sequence[str]


def look_of(piece: Piece, scale: str, name: str) -> PieceLook:
    """How a piece looks with its rating on a scale; ``name`` is its combination."""
    value = piece.value(scale)
    found = "broken or lost" if piece.row.lost else in_words(SCALES[scale], value)
    steps = 0.0 if value is None or SCALES[scale].is_measured else value
    halves = (piece.kept, piece.washed)
    return PieceLook(
        piece.row.code,
        f"{piece.row.code}, {name}: {found}",
        "factor-piece-lost" if piece.row.lost else "factor-piece-dark" if _is_dark(halves) else "",
        piece.kept.hex if piece.kept else "",
        piece.washed.hex if piece.washed else "",
        [_corner(at, steps - at) for at in range(4) if steps > at],
    )


def _is_dark(halves: Sequence[Lab | None]) -> bool:
    known = [half.lightness for half in halves if half]
    return len(known) == len(halves) and sum(known) / len(known) < DARK_BELOW_LIGHTNESS


def _corner(at: int, share: float) -> str:
    """The triangle in a corner, round as the slab is; smaller for less than a whole step."""
    x, y, right, down = _CORNERS[at]
    size = max(ROUND, CORNER * min(1.0, share))
    turn = 1 if right == down else 0
    arc = f"A{ROUND:g} {ROUND:g} 0 0 {turn} {x + right * ROUND:g} {y:g}"
    return f"M{x:g} {y + down * ROUND:g}{arc}H{x + right * size:g}L{x:g} {y + down * size:g}Z"
