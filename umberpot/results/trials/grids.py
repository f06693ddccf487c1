"""A grid's results as the grid: rows and columns with their additions, tiles touching both ways."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from enum import StrEnum

from django.http import QueryDict

from claycore.colour import difference
from claycore.measure.formatting import plain
from claycore.measure.uncertainty import Estimate
from claycore.mixing.pour_plan import Axis, Cell
from umberpot.mixing.calculators.grid import GridView
from umberpot.mixing.models import Plan
from umberpot.results.trials.results import TileResult
from umberpot.tiles.models import Tile, Trial


class GridShows(StrEnum):
    """What stands in the cells of a grid."""

    COLOUR = "colour"
    ABSORPTION = "absorption"
    SHRINKAGE = "shrinkage"


SHOWN_AS = {
    GridShows.COLOUR: "Fired colour",
    GridShows.ABSORPTION: "Absorption",
    GridShows.SHRINKAGE: "Total shrinkage",
}


@dataclass(frozen=True)
class Beside:
    """How far the colour of a cell lies from the next: the figure, and in words."""

    delta_e: float
    reading: str


@dataclass(frozen=True)
class GridCell:
    """One cell: what was to be in it, what came of it, and how it differs from its neighbours."""

    words: str
    results: list[TileResult]
    right: Beside | None = None
    below: Beside | None = None

    @property
    def first(self) -> TileResult | None:
        """The tile that is drawn; None of a cell that nothing was made of."""
        return self.results[0] if self.results else None

    @property
    def absorption(self) -> Estimate | None:
        return self.first.absorption if self.first else None

    @property
    def total(self) -> Estimate | None:
        return self.first.total if self.first else None


@dataclass(frozen=True)
class ResultGrid:
    """All tiles of a grid that were fired and glazed alike, in their places."""

    title: str
    x_name: str
    y_name: str
    columns: list[str]
    rows: list[tuple[str, list[GridCell]]]


def tiles_of_grid(trial: Trial) -> Iterable[Tile]:
    """The trial's tiles, and those made before that fill cells of its grid. At most two queries."""
    own = trial.tiles.kept().with_history()
    if not (trial.plan and trial.plan.have):
        return list(own)
    codes = trial.plan.have.values()
    before = Tile.objects.of(trial.studio).kept().filter(code__in=codes).with_history()
    return [*own, *before.exclude(trial=trial)]


def result_grids(plan: Plan | None, results: Sequence[TileResult]) -> list[ResultGrid]:
    """The grids of a plan, one for each cone and glazing; none of a plan that is no grid."""
    if plan is None or plan.kind != Plan.Kind.GRID:
        return []
    solved = GridView.read(QueryDict(plan.sum_query))
    if solved is None:
        return []
    axes = solved.inputs.grid.axes
    before = {code: _cell_of_key(key) for key, code in plan.have.items()}
    alike: dict[tuple[str, bool], dict[Cell, list[TileResult]]] = {}
    for result in results:
        tile, firing = result.progress.tile, result.progress.firing
        cell = before.get(tile.code) or _cell_of(tile, axes)
        if cell is not None:
            heat = f"cone {firing.heat}" if firing else "not fired"
            alike.setdefault((heat, tile.glazed), {}).setdefault(cell, []).append(result)
    return [_grid(axes, *same, cells) for same, cells in alike.items()]


def _cell_of_key(key: str) -> Cell:
    x, _, y = key.partition(",")
    return float(x), float(y or 0)


def _cell_of(tile: Tile, axes: Sequence[Axis]) -> Cell | None:
    """The cell that a tile's mix was planned for; None of a tile of no mix."""
    if tile.mix is None:
        return None
    wanted = [tile.mix.wanted_pcts.get(axis.name, 0.0) for axis in axes]
    return wanted[0], wanted[1] if len(wanted) > 1 else 0.0


def _grid(
    axes: Sequence[Axis], heat: str, glazed: bool, cells: dict[Cell, list[TileResult]]
) -> ResultGrid:
    columns = axes[0].pcts
    rows = axes[1].pcts if len(axes) > 1 else (0.0,)

    def at(row: int, column: int) -> list[TileResult]:
        if row >= len(rows) or column >= len(columns):
            return []
        return cells.get((columns[column], rows[row]), [])

    return ResultGrid(
        f"{heat[0].upper()}{heat[1:]}, {'glazed' if glazed else 'unglazed'}",
        axes[0].name,
        axes[1].name if len(axes) > 1 else "",
        [plain(pct, 3) for pct in columns],
        [
            (
                plain(row_pct, 3),
                [
                    GridCell(
                        _words(axes, (column_pct, row_pct)),
                        at(row, column),
                        _beside(at(row, column), at(row, column + 1)),
                        _beside(at(row, column), at(row + 1, column)),
                    )
                    for column, column_pct in enumerate(columns)
                ],
            )
            for row, row_pct in enumerate(rows)
        ],
    )


def _words(axes: Sequence[Axis], cell: Cell) -> str:
    parts = [f"{plain(cell[n], 3)} % {axis.name}" for n, axis in enumerate(axes) if cell[n] > 0]
    return " and ".join(parts) or "plain"


def _beside(one: Sequence[TileResult], other: Sequence[TileResult]) -> Beside | None:
    """How far the colours of two cells lie apart, where both are known."""
    colours = [results[0].progress.colour for results in (one, other) if results]
    known = [colour.lab for colour in colours if colour]
    if len(known) < 2:
        return None
    delta_e = difference.ciede2000(*known)
    return Beside(delta_e, difference.in_words(delta_e))
