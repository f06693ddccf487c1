"""A grid of one or two additions in slip, poured from the fewest pots.

A pot is dosed, a tile poured, the pot dosed again: additions only go up, so a pot's path through
the grid never goes down in either. The fewest pots is the fewest such paths that cover the wanted
cells, and equals the size of the largest set of cells no two of which lie on one path. Source:
R. P. Dilworth, "A decomposition theorem for partially ordered sets", Annals of Mathematics 51
(1950). Found exactly, as an assignment of each cell to the one poured before it.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from claycore.materials import moisture
from claycore.materials.clay_in_hand import ClayInHand, ClayState
from claycore.measure import bounds
from claycore.measure.errors import Inconsistent
from claycore.measure.formatting import plain, to_step
from claycore.measure.notices import Notice
from claycore.mixing import weighing
from claycore.mixing.series import NONE_OR_MORE

MOST_PER_AXIS = 12

Cell = tuple[float, float]
"""Percent on dry clay of the addition across and of the one down; 0 down when there is none."""


@dataclass(frozen=True)
class Axis:
    """An addition and the percentages on dry clay wanted of it, smallest first."""

    name: str
    pcts: tuple[float, ...]


@dataclass(frozen=True)
class PourGrid:
    """What is to be poured. Masses in grams, slip as wet as it is.

    ``have`` are cells that exist already; ``moulds`` is how many can be cast in one session (None:
    all); ``residue_g`` stays in each pot after its last pour.
    """

    x: Axis
    y: Axis | None
    cell_g: float
    solids_pct: float
    have: frozenset[Cell] = frozenset()
    moulds: int | None = None
    residue_g: float = 0.0

    @property
    def axes(self) -> tuple[Axis, ...]:
        return (self.x, self.y) if self.y else (self.x,)

    @property
    def cells(self) -> list[Cell]:
        """All cells, row by row."""
        rows = self.y.pcts if self.y else (0.0,)
        return [(x, y) for y in rows for x in self.x.pcts]

    @property
    def wanted(self) -> list[Cell]:
        """The cells still to be made."""
        return [cell for cell in self.cells if cell not in self.have]


@dataclass(frozen=True)
class Dosing:
    """One addition into a pot: exactly, and by the bench shortcut.

    The shortcut takes the wet slip left in the pot for slip and nothing else, forgetting that
    additions leave with each pour. Common practice.
    """

    name: str
    mass_g: float
    shortcut_g: float


@dataclass(frozen=True)
class Pour:
    """Dose the pot, then pour one cell."""

    cell: Cell
    add: tuple[Dosing, ...]
    pour_g: float
    left_g: float


@dataclass(frozen=True)
class Pot:
    """One pot's path: the slip it starts with and its pours, in order."""

    start_slip_g: float
    pours: tuple[Pour, ...]

    @property
    def weighings(self) -> int:
        """The slip, and every addition."""
        return 1 + sum(len(pour.add) for pour in self.pours)


@dataclass(frozen=True)
class PourPlan:
    """The pots of a grid, and which cells are cast in which session."""

    pots: tuple[Pot, ...]
    sessions: tuple[tuple[Cell, ...], ...]

    @property
    def pots_minimum(self) -> int:
        return len(self.pots)

    @property
    def weighings(self) -> int:
        return sum(pot.weighings for pot in self.pots)

    @property
    def slip_g(self) -> float:
        """All the plain slip it takes."""
        return math.fsum(pot.start_slip_g for pot in self.pots)

    def colourant_g(self, names: Sequence[str]) -> dict[str, float]:
        """All of each addition."""
        return {
            name: math.fsum(
                dosing.mass_g
                for pot in self.pots
                for pour in pot.pours
                for dosing in pour.add
                if dosing.name == name
            )
            for name in names
        }


def _check_axis(field: str, axis: Axis) -> None:
    if not axis.pcts:
        raise Inconsistent(field, axis.pcts, "Name at least one percentage.")
    if len(axis.pcts) > MOST_PER_AXIS:
        raise Inconsistent(
            field, len(axis.pcts), f"Enter at most {MOST_PER_AXIS} percentages for one side."
        )
    for pct in axis.pcts:
        bounds.PERCENTAGE.check(field, pct)
    if len(set(axis.pcts)) < len(axis.pcts):
        raise Inconsistent(field, axis.pcts, "A percentage is entered twice. Remove one.")


def _check_cells(grid: PourGrid) -> None:
    """Raises ClayError naming the field that cannot be."""
    _check_axis("x", grid.x)
    if grid.y:
        _check_axis("y", grid.y)
        if grid.x.name.lower() == grid.y.name.lower():
            raise Inconsistent("y", grid.y.name, "Choose two different additions.")
    strange = sorted(grid.have - set(grid.cells))
    if strange:
        x, y = strange[0]
        raise Inconsistent(
            "have", strange, f"{plain(x, 4)} × {plain(y, 4)} % is not a cell of this grid."
        )


def _check_pours(grid: PourGrid) -> None:
    """Raises ClayError naming the field that cannot be."""
    bounds.MASS.check("cell_g", grid.cell_g)
    bounds.SOLIDS.check("solids_pct", grid.solids_pct)
    NONE_OR_MORE.check("residue_g", grid.residue_g)
    if grid.moulds is not None and grid.moulds < 1:
        raise Inconsistent("moulds", grid.moulds, "Enter at least one mould.")


def _predecessors(cells: np.ndarray) -> np.ndarray:
    """For each cell (row of an n × 2 array) the index of the one poured before it, or −1.

    Every cell takes either a start of its own or a cell that is nowhere stronger and that no other
    takes. A start costs more than all weighings together, so the pots are fewest first and the
    weighings after that.
    """
    count = len(cells)
    # A path is a chain: each cell has at most one cell poured just before it, and is poured just
    # before at most one. So paths are an assignment of predecessors to cells, and n cells in n - k
    # paths have k predecessors: the fewest paths are the most predecessors.
    before = cells[:, None, :]
    steps_up = before < cells[None, :, :]
    may_follow = (before <= cells[None, :, :]).all(axis=2) & steps_up.any(axis=2)
    # A cell with no predecessor begins a pot. That costs more than all weighings of any plan
    # together, so that no saving of weighings is ever bought with one more pot; and what can never
    # follow costs more than every pot. Of the fewest pots, the fewest weighings then win.
    start = 1 + 2 * count
    never = (start + 4) * (count + 1)
    costs = np.full((count, 2 * count), float(never))
    costs[:, :count] = np.where(may_follow, steps_up.sum(axis=2), never).T
    # Each cell has a column of its own for beginning a pot: as many may begin one as like.
    costs[np.arange(count), count + np.arange(count)] = start + 1 + (cells > 0).sum(axis=1)
    # SciPy takes a while to import, so only who plans pots does.
    from scipy.optimize import linear_sum_assignment

    _, chosen = linear_sum_assignment(costs)
    return np.where(chosen < count, chosen, -1)


def paths(wanted: Sequence[Cell]) -> list[list[Cell]]:
    """The fewest paths through the wanted cells that never go down, with the fewest weighings.

    Those that begin with the weakest come first. Source: the fewest chains that cover an order,
    as an assignment: decision 8.
    """
    if not wanted:
        return []
    predecessors = _predecessors(np.array(wanted, dtype=float))
    following = {int(p): index for index, p in enumerate(predecessors) if p >= 0}
    found = []
    for start in (index for index, p in enumerate(predecessors) if p < 0):
        path, at = [wanted[start]], start
        while at in following:
            at = following[at]
            path.append(wanted[at])
        found.append(path)
    return sorted(found, key=lambda path: (path[0][1], path[0][0]))


def _per_dry_gram(cell: Cell, solids: float) -> float:
    """What slip at this cell weighs for each gram of dry clay in it."""
    return 1 / solids + (cell[0] + cell[1]) / 100


def _pot(path: Sequence[Cell], grid: PourGrid) -> Pot:
    """One pot along its path. Each pour takes clay, water and additions alike."""
    solids = grid.solids_pct / 100
    leaves_g = [grid.cell_g / _per_dry_gram(cell, solids) for cell in path]
    stays_g = grid.residue_g / _per_dry_gram(path[-1], solids)
    dry_g = math.fsum(leaves_g) + stays_g
    start_slip_g = dry_g / solids
    pours = []
    at: Cell = (0.0, 0.0)
    for index, cell in enumerate(path):
        wet_left_g = grid.cell_g * (len(path) - index) + grid.residue_g
        add = tuple(
            Dosing(
                axis.name,
                dry_g * (cell[side] - at[side]) / 100,
                wet_left_g * solids * (cell[side] - at[side]) / 100,
            )
            for side, axis in enumerate(grid.axes)
            if cell[side] > at[side]
        )
        dry_g = math.fsum(leaves_g[index + 1 :]) + stays_g
        left_g = dry_g * _per_dry_gram(cell, solids)
        pours.append(Pour(cell, add, grid.cell_g, left_g))
        at = cell
    return Pot(start_slip_g, tuple(pours))


def _sessions(pots: Sequence[Pot], moulds: int | None) -> tuple[tuple[Cell, ...], ...]:
    """Pot after pot, as many cells at a time as there are moulds.

    A pot is emptied before the next is begun, so that at most one waits overnight.
    """
    order = [pour.cell for pot in pots for pour in pot.pours]
    at_once = moulds or max(1, len(order))
    return tuple(tuple(order[first : first + at_once]) for first in range(0, len(order), at_once))


def plan(grid: PourGrid) -> PourPlan:
    """The fewest pots, the fewest weighings among those, and exact masses. Raises ClayError.

    Grams. Source: decision 8; the masses are arithmetic.
    """
    _check_cells(grid)
    _check_pours(grid)
    pots = tuple(_pot(path, grid) for path in paths(grid.wanted))
    return PourPlan(pots, _sessions(pots, grid.moulds))


@dataclass(frozen=True)
class CellBatch:
    """A cell mixed on its own: its additions, and the water they steal from a plastic body."""

    cell: Cell
    add_g: Mapping[str, float]
    water_to_add_g: float


def on_their_own(grid: PourGrid, clay: ClayInHand) -> list[CellBatch]:
    """Each wanted cell as a batch of its own, mixed into ``clay``. Raises ClayError.

    Grams. Source: arithmetic.
    """
    _check_cells(grid)
    batches = []
    for cell in grid.wanted:
        add_g = {
            axis.name: clay.dry_g * cell[side] / 100
            for side, axis in enumerate(grid.axes)
            if cell[side] > 0
        }
        powder_g = math.fsum(add_g.values())
        steals_g = moisture.water_to_add(powder_g, clay) if clay.state == ClayState.PLASTIC else 0.0
        batches.append(CellBatch(cell, add_g, steals_g))
    return batches


def warnings(grid: PourGrid, found: PourPlan, step_g: float) -> list[Notice]:
    """What deserves a word about a pour plan.

    ``step_g`` is the scale's. Source: common practice.
    """
    words = []
    if not found.pots:
        words.append(Notice("nothing_to_pour", "Every cell is already made: nothing to pour."))
    small = [
        (pour.cell, dosing)
        for pot in found.pots
        for pour in pot.pours
        for dosing in pour.add
        if not weighing.is_honest(dosing.mass_g, step_g)
    ]
    if small:
        cell, dosing = min(small, key=lambda row: row[1].mass_g)
        off_pct = weighing.half_step_pct(dosing.mass_g, step_g)
        words.append(
            Notice(
                "weighing_too_small",
                f"{to_step(dosing.mass_g, step_g)} g of {dosing.name} for"
                f" {_said(grid, cell)} weighed in {plain(step_g, 4)} g steps is uncertain"
                f" by ± {plain(off_pct, 0 if off_pct >= 1 else 1)} %. Pour larger cells,"
                " use a finer scale, or disperse the addition in water and weigh the"
                " mixture.",
            )
        )
    if found.pots:
        words.append(
            Notice(
                "labels",
                "Scratch each tile's code as it leaves the mould. Paper labels get mixed"
                " up in the kiln; the codes on the grid drawing keep the tiles in order.",
            )
        )
    return words


def _said(grid: PourGrid, cell: Cell) -> str:
    return " and ".join(
        f"{plain(cell[side], 3)} % {axis.name}" for side, axis in enumerate(grid.axes)
    )
