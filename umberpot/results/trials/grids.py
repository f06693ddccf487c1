"""A grid's results as the grid, a campaign's as its table: tiles touching both ways."""

from collections.abc import Callable, Hashable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum

from django.http import QueryDict

from claycore.colour import difference
from claycore.colour.equal_tiles import mean_colour
from claycore.colour.notation import Lab
from claycore.measure.formatting import percentage, plain
from claycore.measure.uncertainty import Estimate
from claycore.mixing.pour_plan import Axis
from umberpot.mixing.calculators.campaign import CampaignView
from umberpot.mixing.calculators.grid import GridView
from umberpot.mixing.models import Plan
from umberpot.results.trials.results import Replicates, TileResult
from umberpot.tiles.by_keys import tiles_of_trials
from umberpot.tiles.models import NOT_NAMED, UNGLAZED, Tile, Trial

Place = tuple[Hashable, Hashable]
"""The keys of a tile's row and column."""


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
class ResultCell:
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
    """All tiles of a grid that were fired and glazed alike, in their places.

    ``across`` and ``down`` say what the heads of columns and rows are; ``down`` is '' of one row.
    """

    title: str
    across: str
    down: str
    columns: list[str]
    rows: list[tuple[str, list[ResultCell]]]

    @property
    def has_joints(self) -> bool:
        """Whether any two cells that touch have colours to compare."""
        return any(True for _ in self.pairs)

    @property
    def pairs(self) -> Iterator[tuple[ResultCell, ResultCell, Beside]]:
        """Cells that touch and whose colours are known, and how far these lie apart."""
        for at, (_, cells) in enumerate(self.rows):
            for column, cell in enumerate(cells):
                if cell.right:
                    yield cell, cells[column + 1], cell.right
                if cell.below:
                    yield cell, self.rows[at + 1][1][column], cell.below


def tiles_of_grid(trial: Trial) -> Iterable[Tile]:
    """The trial's tiles, and those made before that fill cells of its grid. At most two queries."""
    own = tiles_of_trials(trials=[trial.pk])
    if not (trial.plan and trial.plan.have):
        return list(own)
    codes = trial.plan.have.values()
    before = Tile.objects.of(trial.studio).kept().filter(code__in=codes).with_history()
    return [*own, *before.exclude(trial=trial)]


def result_grids(
    plan: Plan | None, results: Sequence[TileResult], batches: Iterable[Replicates]
) -> list[ResultGrid]:
    """The grids of a plan, one for each cone and glaze; none of a series.

    ``batches`` are what tiles of one mix, fired alike, come to together.
    """
    layout = LAYOUTS[Plan.Kind(plan.kind)](plan) if plan and plan.kind in LAYOUTS else None
    if layout is None:
        return []
    of_tile = {one.progress.tile.pk: batch for batch in batches for one in batch.tiles}
    alike: dict[tuple[str, str], dict[Place, ResultCell]] = {}
    for result in results:
        tile, firing = result.progress.tile, result.progress.firing
        heat = firing.heat if firing else "not fired"
        for place in layout.places_of(tile):
            glaze = (tile.glaze_name or NOT_NAMED) if tile.glazed else UNGLAZED
            cells = alike.setdefault((heat, glaze), {})
            there = cells.get(place) or ResultCell(result.pct_words, alike=of_tile.get(tile.pk))
            cells[place] = replace(there, results=[*there.results, result])
    return [
        _grid(part, *same, cells)
        for same, cells in alike.items()
        for part in layout.parts_with(cells)
    ]


@dataclass(frozen=True)
class Layout:
    """Where the tiles of a plan belong: the keys of rows and columns in order, each with its head.

    ``places_of`` gives the keys of a tile's rows and columns: none of a tile that belongs nowhere,
    several of a control that others share. Where not everything is ever made, empty rows and
    columns go (``is_sparse``).
    """

    across: str
    down: str
    columns: Mapping[Hashable, str]
    rows: Mapping[Hashable, str]
    places_of: Callable[[Tile], Sequence[Place]]
    is_sparse: bool = False

    def parts_with(self, cells: Mapping[Place, ResultCell]) -> list["Layout"]:
        """The same without empty rows and columns, so many columns at a time as a page is wide.

        Where there are controls alone, they stand once.
        """
        if not self.is_sparse:
            return [self]
        there, own = set(), set()
        for row, column in cells:
            there.add(row)
            if row != SHARED:
                own.add(column)
        rows = {key: head for key, head in self.rows.items() if key in there}
        columns = [(key, head) for key, head in self.columns.items() if key in own]
        columns = columns or [(next(iter(self.columns)), "Plain clay")]
        return [
            replace(self, rows=rows, columns=dict(columns[at : at + MOST_COLUMNS]))
            for at in range(0, len(columns), MOST_COLUMNS)
        ]


SHARED = 0.0
"""The row of the controls that all colourants of a campaign share."""

MOST_COLUMNS = 12
"""Colourants of a campaign beside each other."""


def _layout_of_grid(plan: Plan) -> Layout | None:
    solved = GridView.read(QueryDict(plan.sum_query))
    if solved is None:
        return None
    axes = solved.inputs.grid.axes
    before = {code: _place_of_key(key) for key, code in plan.have.items()}
    rows = axes[1].pcts if len(axes) > 1 else (0.0,)
    return Layout(
        f"{axes[0].name}, % across",
        f"{axes[1].name}, % down" if len(axes) > 1 else "",
        {pct: plain(pct, 3) for pct in axes[0].pcts},
        {pct: plain(pct, 3) for pct in rows},
        lambda tile: [before[tile.code]] if tile.code in before else _place_in_grid(tile, axes),
    )


def _place_of_key(key: str) -> Place:
    x, _, y = key.partition(",")
    return float(y or 0), float(x)


def _place_in_grid(tile: Tile, axes: Sequence[Axis]) -> list[Place]:
    """The cell that a tile's mix was planned for."""
    if tile.mix is None:
        return []
    wanted = [tile.mix.wanted_pcts.get(axis.name, 0.0) for axis in axes]
    return [(wanted[1] if len(wanted) > 1 else 0.0, wanted[0])]


def _layout_of_campaign(plan: Plan) -> Layout | None:
    """A column a colourant, a row a strength, palest first; the controls begin every column."""
    solved = CampaignView.read(QueryDict(plan.sum_query))
    if solved is None:
        return None
    wanted = solved.inputs.wanted
    names = [bag.name for bag in wanted.bags]
    rows: dict[Hashable, str] = {SHARED: "plain"}
    rows |= {pct: percentage(pct) for pct in sorted(wanted.pcts)}
    return Layout(
        "Colourant",
        "% of dry clay",
        {name: name for name in names},
        rows,
        lambda tile: _places_in_campaign(tile, names),
        is_sparse=True,
    )


def _places_in_campaign(tile: Tile, names: Sequence[str]) -> list[Place]:
    """The row and column that a tile's mix was planned for; of a control, every column's first."""
    if tile.mix is None:
        return []
    planned = [(pct, name) for name, pct in tile.mix.wanted_pcts.items()]
    return planned or [(SHARED, name) for name in names]


LAYOUTS: dict[Plan.Kind, Callable[[Plan], Layout | None]] = {
    Plan.Kind.GRID: _layout_of_grid,
    Plan.Kind.CAMPAIGN: _layout_of_campaign,
}
"""The kinds of plan whose results are drawn in rows and columns."""


def _grid(layout: Layout, heat: str, surface: str, cells: Mapping[Place, ResultCell]) -> ResultGrid:
    columns, rows = list(layout.columns), list(layout.rows)

    def at(row: int, column: int) -> ResultCell | None:
        """The cell at a place, an empty one where nothing was made; None beyond the edge."""
        if row >= len(rows) or column >= len(columns):
            return None
        return cells.get((rows[row], columns[column])) or ResultCell("")

    return ResultGrid(
        f"{heat[0].upper()}{heat[1:]}, {surface}",
        layout.across,
        layout.down,
        list(layout.columns.values()),
        [
            (
                head,
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
            for row, head in enumerate(layout.rows.values())
        ],
    )


def _beside(one: ResultCell, other: ResultCell | None) -> Beside | None:
    """How far the colours of two cells lie apart, where both are known."""
    if one.colour is None or other is None or other.colour is None or one.codes == other.codes:
        return None
    delta_e = difference.ciede2000(one.colour, other.colour)
    return Beside(delta_e, difference.in_words(delta_e))
