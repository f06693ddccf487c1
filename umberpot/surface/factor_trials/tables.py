"""The pieces of a factor trial as a CSV file, one row a piece."""

from collections.abc import Sequence

from claycore.surface.factor_trials.design import is_control
from claycore.surface.factor_trials.scales import COLOUR_LOST
from umberpot.surface.factor_trials.reading import ReadPiece
from umberpot.surface.models import FactorTrial
from umberpot.ui import tables


def to_csv(trial: FactorTrial, pieces: Sequence[ReadPiece]) -> str:
    """Slab, place, levels, each rater's steps by scale, both colours and what was lost."""
    factors = [factor.name for factor in trial.design.factors]
    by_rater = sorted({pair for piece in pieces for pair in piece.ratings})
    columns = ["slab", "place", *map(_column, factors), "control", "lost"]
    columns += [f"{scale} ({rater})" for scale, rater in by_rater]
    columns += ["kept_hex", "washed_hex", COLOUR_LOST]
    rows = (_row(trial, piece, factors) for piece in pieces)
    return tables.to_csv(columns, rows, trial.studio.writes_tables, (COLOUR_LOST,))


def _column(factor: str) -> str:
    """A factor's column; it may be called as one of the others is."""
    return f"factor {factor}"


def _row(trial: FactorTrial, piece: ReadPiece, factors: Sequence[str]) -> dict[str, str]:
    cell, lost = piece.row.cell, piece.lost_delta_e
    design = trial.design
    levels = {}
    if not is_control(cell):
        named = zip(design.factors, cell, strict=True)
        levels = {factor.name: factor.levels[at] for factor, at in named}
    return {
        "slab": str(piece.row.slab),
        "place": str(piece.row.place),
        **{_column(name): levels.get(name, "") for name in factors},
        "control": design.named(cell) if is_control(cell) else "",
        "lost": "yes" if piece.row.lost else "",
        **{f"{scale} ({rater})": str(step) for (scale, rater), step in piece.ratings.items()},
        "kept_hex": piece.kept.hex if piece.kept else "",
        "washed_hex": piece.washed.hex if piece.washed else "",
        COLOUR_LOST: "" if lost is None else f"{lost:.2f}",
    }
