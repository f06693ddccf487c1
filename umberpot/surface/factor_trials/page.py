"""A factor trial as its page shows it: tables by level, slabs, the grid of its pieces."""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.measure.formatting import plain
from claycore.surface.factor_trials.design import Cell, Factor, control_number, is_control
from claycore.surface.factor_trials.effects import LevelPair, MainEffect
from claycore.surface.factor_trials.raters import Agreement, agreement
from claycore.surface.factor_trials.scales import SCALES, RatingScale
from claycore.surface.factor_trials.sentences import Said, all_of
from umberpot.surface.factor_trials.reading import ReadPiece, effects_on, in_words
from umberpot.surface.models import FactorTrial


@dataclass(frozen=True)
class ComparedLevels:
    """Two levels of a factor as a row of its table, the worse one first."""

    worse: str
    better: str
    count: str
    share: str


@dataclass(frozen=True)
class LevelRow:
    """A level and what is typical of its pieces, in the scale's words."""

    name: str
    typical: str


@dataclass(frozen=True)
class FactorTable:
    """A factor's levels, and each two of them compared."""

    name: str
    levels: Sequence[LevelRow]
    pairs: Sequence[ComparedLevels]


@dataclass(frozen=True)
class OnScale:
    """A trial on one of its scales."""

    code: str
    scale: RatingScale
    said: Sequence[Said]
    tables: Sequence[FactorTable]
    rated: int
    raters: Sequence[str]
    agreement: Agreement[str]


def on_scale(trial: FactorTrial, pieces: Sequence[ReadPiece], code: str) -> OnScale:
    """Everything that is said of a trial on one scale."""
    scale, design = SCALES[code], trial.design
    effects = effects_on(trial, pieces, code)
    by_rater = {
        (rater, piece.row.code): step
        for piece in pieces
        for (of, rater), step in piece.ratings.items()
        if of == code and not piece.row.lost
    }
    tables = [_table(design.factors[main.factor], main, scale) for main in effects.mains]
    return OnScale(
        code,
        scale,
        all_of(design, effects, scale),
        tables,
        effects.results,
        sorted({rater for rater, _ in by_rater}),
        agreement(by_rater),
    )


def _table(factor: Factor, main: MainEffect, scale: RatingScale) -> FactorTable:
    rows = zip(factor.levels, main.typical, strict=True)
    return FactorTable(
        factor.name,
        [LevelRow(name, in_words(scale, value)) for name, value in rows],
        [_compared(factor.levels, pair) for pair in main.pairs],
    )


def _compared(levels: Sequence[str], pair: LevelPair) -> ComparedLevels:
    """Two levels, the one that was worse more often first."""
    found = pair if pair.first_worse >= pair.second_worse else pair.turned
    share = f"{100 * found.share[0]:.0f} to {100 * found.share[1]:.0f} %" if found.share else ""
    more = found.difference
    return ComparedLevels(
        levels[found.first],
        levels[found.second],
        f"{found.first_worse} of {found.count}",
        f"{plain(more.value, 1)} ± {plain(more.u95, 1)} ΔE" if more else share,
    )


@dataclass(frozen=True)
class SlabOfPieces:
    """A slab and what stands at each of its places."""

    number: int
    places: Sequence[tuple[str, str]]


def slabs_of(trial: FactorTrial, pieces: Sequence[ReadPiece]) -> list[SlabOfPieces]:
    """The map of each slab: the code of each place and its combination in words."""
    design = trial.design
    return [
        SlabOfPieces(
            number,
            [
                (one.row.code, design.named(one.row.cell))
                for one in pieces
                if one.row.slab == number
            ],
        )
        for number in range(1, trial.slabs + 1)
    ]


@dataclass(frozen=True)
class FactorCell:
    """The pieces of one combination, all slabs."""

    name: str
    pieces: Sequence[ReadPiece]


@dataclass(frozen=True)
class FactorGrid:
    """The grid of two factors, at one level of the third where there is one."""

    title: str
    columns: Sequence[str]
    rows: Sequence[tuple[str, Sequence[FactorCell]]]


def controls_of(trial: FactorTrial, pieces: Sequence[ReadPiece]) -> list[FactorCell]:
    """The pieces of each control of a trial."""
    beside = [piece for piece in pieces if is_control(piece.row.cell)]
    return [
        FactorCell(name, [one for one in beside if control_number(one.row.cell) == number])
        for number, name in enumerate(trial.controls)
    ]


def grids_of(trial: FactorTrial, pieces: Sequence[ReadPiece]) -> list[FactorGrid]:
    """The grids of a trial, the first factor down and the second across."""
    design = trial.design
    of_cell: dict[Cell, list[ReadPiece]] = {}
    for piece in pieces:
        of_cell.setdefault(piece.row.cell, []).append(piece)
    down, across, *third = design.factors
    return [
        FactorGrid(
            f"{third[0].name}: {level}" if third else "",
            across.levels,
            [
                (
                    row,
                    [
                        FactorCell(design.named((r, c, *at)), of_cell.get((r, c, *at), []))
                        for c in range(len(across.levels))
                    ],
                )
                for r, row in enumerate(down.levels)
            ],
        )
        for at, level in (
            [((n,), name) for n, name in enumerate(third[0].levels)] if third else [((), "")]
        )
    ]
