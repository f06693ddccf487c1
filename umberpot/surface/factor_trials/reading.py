"""What the pieces of a trial of factors came to, for its page, its file and its expectation."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from django.db.models import Prefetch

from claycore.colour.difference import ciede2000
from claycore.colour.notation import Lab
from claycore.measure.formatting import plain
from claycore.surface.factor_trials.design import CONTROL, Cell
from claycore.surface.factor_trials.effects import Effects, Pair, Result, effects_of
from claycore.surface.factor_trials.raters import Agreement, agreed, agreement
from claycore.surface.factor_trials.scales import COLOUR_LOST, SCALES, Scale
from claycore.surface.factor_trials.sentences import Said, all_of
from umberpot.surface.models import FactorPiece, FactorTrial, PieceColour, Rating

Ratings = Mapping[tuple[str, str], int]
"""The steps of one piece, by scale and rater."""


@dataclass(frozen=True)
class Piece:
    """A piece with all that was found on it."""

    row: FactorPiece
    ratings: Ratings
    kept_colour: PieceColour | None
    washed_colour: PieceColour | None

    @property
    def kept(self) -> Lab | None:
        """The colour of the half that was not washed."""
        return self.kept_colour.lab if self.kept_colour else None

    @property
    def washed(self) -> Lab | None:
        """The colour of the half that was washed."""
        return self.washed_colour.lab if self.washed_colour else None

    @property
    def lost_delta_e(self) -> float | None:
        """How far washing took its colour, CIEDE2000; None without both colours."""
        return ciede2000(self.kept, self.washed) if self.kept and self.washed else None

    def value(self, scale: str) -> float | None:
        """Its rating on a scale, all raters together, or its figure; None where there is none."""
        if self.row.lost:
            return None
        if scale == COLOUR_LOST:
            return self.lost_delta_e
        own = {(rater, 0): step for (code, rater), step in self.ratings.items() if code == scale}
        return agreed(own)[0] if own else None


def pieces_of(trial: FactorTrial) -> list[Piece]:
    """Every piece of a trial by slab and place, in three queries."""
    current = {
        name: Prefetch(name, model.objects.filter(superseded_at=None))
        for name, model in (("ratings", Rating), ("colours", PieceColour))
    }
    found = []
    for row in trial.pieces.prefetch_related(*current.values()):
        colours = {one.washed: one for one in row.colours.all()}
        ratings = {(one.scale, one.rater): one.step for one in row.ratings.all()}
        found.append(Piece(row, ratings, colours.get(False), colours.get(True)))
    return found


def effects_on(trial: FactorTrial, pieces: Sequence[Piece], scale: str) -> Effects:
    """What the pieces show on a scale."""
    results = [
        Result(piece.row.slab, piece.row.cell, value)
        for piece in pieces
        if (value := piece.value(scale)) is not None
    ]
    return effects_of(trial.design, results, measured=SCALES[scale].is_measured)


@dataclass(frozen=True)
class Compared:
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
    pairs: Sequence[Compared]


@dataclass(frozen=True)
class OnScale:
    """A trial on one of its scales."""

    code: str
    scale: Scale
    said: Sequence[Said]
    tables: Sequence[FactorTable]
    rated: int
    raters: Sequence[str]
    agreement: Agreement[str]


def on_scale(trial: FactorTrial, pieces: Sequence[Piece], code: str) -> OnScale:
    """Everything that is said of a trial on one scale."""
    scale, design = SCALES[code], trial.design
    effects = effects_on(trial, pieces, code)
    by_rater = {
        (rater, piece.row.code): step
        for piece in pieces
        for (of, rater), step in piece.ratings.items()
        if of == code and not piece.row.lost
    }
    tables = [
        FactorTable(
            design.factors[main.factor].name,
            [
                LevelRow(name, in_words(scale, value))
                for name, value in zip(
                    design.factors[main.factor].levels, main.typical, strict=True
                )
            ],
            [_compared(design.factors[main.factor].levels, pair) for pair in main.pairs],
        )
        for main in effects.mains
    ]
    return OnScale(
        code,
        scale,
        all_of(design, effects, scale),
        tables,
        effects.results,
        sorted({rater for rater, _ in by_rater}),
        agreement(by_rater),
    )


def _compared(levels: Sequence[str], pair: Pair) -> Compared:
    """Two levels, the one that was worse more often first."""
    found = pair if pair.first_worse >= pair.second_worse else pair.turned
    share = f"{100 * found.share[0]:.0f} to {100 * found.share[1]:.0f} %" if found.share else ""
    more = found.difference
    return Compared(
        levels[found.first],
        levels[found.second],
        f"{found.first_worse} of {found.count}",
        f"{plain(more.value, 1)} ± {plain(more.u95, 1)} ΔE" if more else share,
    )


def in_words(scale: Scale, value: float | None) -> str:
    """A rating or figure as one says it; between two steps it has no word."""
    if value is None:
        return "not rated"
    if scale.is_measured:
        return f"{value:.1f} {scale.unit}"
    return f"{value:.0f}, {scale.steps[int(value)]}" if value == int(value) else f"{value:g}"


@dataclass(frozen=True)
class Slab:
    """A slab and what stands at each of its places."""

    number: int
    places: Sequence[tuple[str, str]]


def slabs_of(trial: FactorTrial, pieces: Sequence[Piece]) -> list[Slab]:
    """The map of each slab: the code of each place and its combination in words."""
    design = trial.design
    return [
        Slab(
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
class Cellful:
    """The pieces of one combination, all slabs."""

    name: str
    pieces: Sequence[Piece]


@dataclass(frozen=True)
class Grid:
    """The grid of two factors, at one level of the third where there is one."""

    title: str
    columns: Sequence[str]
    rows: Sequence[tuple[str, Sequence[Cellful]]]


def grids_of(trial: FactorTrial, pieces: Sequence[Piece]) -> tuple[list[Grid], list[Piece]]:
    """The grids of a trial, the first factor down and the second across; and its control."""
    design = trial.design
    of_cell: dict[Cell, list[Piece]] = {}
    for piece in pieces:
        of_cell.setdefault(piece.row.cell, []).append(piece)
    down, across, *third = design.factors
    grids = [
        Grid(
            f"{third[0].name}: {level}" if third else "",
            across.levels,
            [
                (
                    row,
                    [
                        Cellful(design.named((r, c, *at)), of_cell.get((r, c, *at), []))
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
    return grids, of_cell.get(CONTROL, [])
