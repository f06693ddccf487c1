"""A grid's results as the grid: rows and columns with their additions, tiles touching both ways."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum

from django.http import QueryDict

from claycore.colour import difference
from claycore.colour.equal_tiles import mean_colour
from claycore.colour.notation import Lab
from claycore.measure.formatting import plain
from claycore.measure.uncertainty import Estimate
from claycore.mixing.pour_plan import Axis, Cell
from umberpot.mixing.calculators.grid import GridView
from umberpot.mixing.models import Plan
from umberpot.results.trials.results import Replicates, TileResult
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
    """One cell: what was to be in it, what came of it, and how it differs from its neighbours.

    ``alike`` is what its tiles come to together; None where none is fired.
    """

    words: str
    results: Sequence[TileResult] = ()
    alike: Replicates | None = None
    right: Beside | None = None
    below: Beside | None = None

    @property
    def first(self) -> TileResult | None:
        """The tile that its figures lead to; None of a cell that nothing was made of."""
        return self.results[0] if self.results else None

    def figure(self, shows: GridShows) -> Estimate | None:
        """What its tiles come to, of what is asked for; None where that is no figure."""
        if self.alike is None:
            return None
        figures = {
            GridShows.ABSORPTION: self.alike.absorption,
            GridShows.SHRINKAGE: self.alike.total,
        }
        return figures.get(shows)

    @property
    def absorption(self) -> Estimate | None:
        return self.figure(GridShows.ABSORPTION)

    @property
    def total(self) -> Estimate | None:
        return self.figure(GridShows.SHRINKAGE)

    @property
    def colour(self) -> Lab | None:
        """The mean of its tiles' colours; None where none is read."""
        read = [one.progress.colour.lab for one in self.results if one.progress.colour]
        return mean_colour(read) if read else None

    @property
    def codes(self) -> str:
        """The codes of its tiles."""
        return ", ".join(one.progress.tile.code for one in self.results)


@dataclass(frozen=True)
class ResultGrid:
    """All tiles of a grid that were fired and glazed alike, in their places."""

    title: str
    x_name: str
    y_name: str
    columns: list[str]
    rows: list[tuple[str, list[GridCell]]]

    @property
    def pairs(self) -> Iterator[tuple[GridCell, GridCell, Beside]]:
        """Cells that touch and whose colours are known, and how far these lie apart."""
        for at, (_, cells) in enumerate(self.rows):
            for column, cell in enumerate(cells):
                if cell.right:
                    yield cell, cells[column + 1], cell.right
                if cell.below:
                    yield cell, self.rows[at + 1][1][column], cell.below


def tiles_of_grid(trial: Trial) -> Iterable[Tile]:
    """The trial's tiles, and those made before that fill cells of its grid. At most two queries."""
    own = trial.tiles.kept().with_history()
    if not (trial.plan and trial.plan.have):
        return list(own)
    codes = trial.plan.have.values()
    before = Tile.objects.of(trial.studio).kept().filter(code__in=codes).with_history()
    return [*own, *before.exclude(trial=trial)]


def result_grids(
    plan: Plan | None, results: Sequence[TileResult], batches: Iterable[Replicates]
) -> list[ResultGrid]:
    """The grids of a plan, one for each cone and glazing; none of a plan that is no grid.

    ``batches`` are what tiles of one mix, fired alike, come to together.
    """
    if plan is None or plan.kind != Plan.Kind.GRID:
        return []
    solved = GridView.read(QueryDict(plan.sum_query))
    if solved is None:
        return []
    axes = solved.inputs.grid.axes
    before = {code: _cell_of_key(key) for key, code in plan.have.items()}
    of_tile = {one.progress.tile.pk: batch for batch in batches for one in batch.tiles}
    alike: dict[tuple[str, bool], dict[Cell, GridCell]] = {}
    for result in results:
        tile, firing = result.progress.tile, result.progress.firing
        cell = before.get(tile.code) or _cell_of(tile, axes)
        if cell is not None:
            heat = f"cone {firing.heat}" if firing else "not fired"
            cells = alike.setdefault((heat, tile.glazed), {})
            there = cells.get(cell) or GridCell(_words(axes, cell), alike=of_tile.get(tile.pk))
            cells[cell] = replace(there, results=[*there.results, result])
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
    axes: Sequence[Axis], heat: str, glazed: bool, cells: Mapping[Cell, GridCell]
) -> ResultGrid:
    columns = axes[0].pcts
    rows = axes[1].pcts if len(axes) > 1 else (0.0,)

    def at(row: int, column: int) -> GridCell | None:
        """The cell at a place; None beyond the grid's edge."""
        if row >= len(rows) or column >= len(columns):
            return None
        place = columns[column], rows[row]
        return cells.get(place) or GridCell(_words(axes, place))

    return ResultGrid(
        f"{heat[0].upper()}{heat[1:]}, {'glazed' if glazed else 'unglazed'}",
        axes[0].name,
        axes[1].name if len(axes) > 1 else "",
        [plain(pct, 3) for pct in columns],
        [
            (
                plain(pct, 3),
                [
                    replace(
                        cell,
                        right=_beside(cell, at(row, column + 1)),
                        below=_beside(cell, at(row + 1, column)),
                    )
                    for column in range(len(columns))
                    if (cell := at(row, column))
                ],
            )
            for row, pct in enumerate(rows)
        ],
    )


def _words(axes: Sequence[Axis], cell: Cell) -> str:
    parts = [f"{plain(cell[n], 3)} % {axis.name}" for n, axis in enumerate(axes) if cell[n] > 0]
    return " and ".join(parts) or "plain"


def _beside(one: GridCell, other: GridCell | None) -> Beside | None:
    """How far the colours of two cells lie apart, where both are known."""
    if one.colour is None or other is None or other.colour is None:
        return None
    delta_e = difference.ciede2000(one.colour, other.colour)
    return Beside(delta_e, difference.in_words(delta_e))
