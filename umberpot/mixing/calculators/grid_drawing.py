"""A pour plan as it is drawn: the grid, and each pot's path over it."""

from collections import defaultdict
from dataclasses import dataclass
from typing import Any

from claycore.measure.formatting import plain, to_step, total_shown
from claycore.mixing.pour_plan import Cell, CellBatch, Pot, PourGrid, PourPlan

HEAD = 34
SIDE = 58


@dataclass(frozen=True)
class CellSize:
    """How large a cell is drawn, in pixels: where its pour's number and its code stand in it."""

    width: int
    height: int
    middle: tuple[int, int]
    code: tuple[int, int]
    has_hole: bool


ROOMY = CellSize(100, 74, (50, 37), (88, 22), has_hole=True)
DENSE = CellSize(50, 62, (25, 25), (43, 54), has_hole=False)
MOST_ROOMY_COLUMNS = 6


def measure_of(grid: PourGrid) -> CellSize:
    """Large cells while they fit beside the form, small ones in a large grid."""
    return ROOMY if len(grid.x.pcts) <= MOST_ROOMY_COLUMNS else DENSE


@dataclass(frozen=True)
class DrawnCell:
    """One cell: where it stands, whether it exists already, and when it is poured."""

    key: str
    short: str
    summary: str
    x: int
    y: int
    have: bool
    order: int | None
    pot: int | None
    measure: CellSize

    @property
    def middle(self) -> tuple[int, int]:
        return self.x + self.measure.middle[0], self.y + self.measure.middle[1]

    @property
    def code_at(self) -> tuple[int, int]:
        return self.x + self.measure.code[0], self.y + self.measure.code[1]


def _key(cell: Cell) -> str:
    return f"{plain(cell[0], 6)},{plain(cell[1], 6)}"


def _drawn_cells(grid: PourGrid, plan: PourPlan) -> dict[Cell, DrawnCell]:
    order: dict[Cell, tuple[int, int]] = {}
    for position, pot in enumerate(plan.pots, 1):
        for pour in pot.pours:
            order[pour.cell] = (len(order) + 1, position)
    columns = {pct: index for index, pct in enumerate(grid.x.pcts)}
    rows = {pct: index for index, pct in enumerate(grid.y.pcts if grid.y else (0.0,))}
    measure = measure_of(grid)
    drawn = {}
    for cell in grid.cells:
        poured, number = order.get(cell, (None, None))
        summary = " and ".join(
            f"{plain(cell[side], 3)} % {axis.name}"
            for side, axis in enumerate(grid.axes)
            if cell[side] > 0
        )
        drawn[cell] = DrawnCell(
            _key(cell),
            " × ".join(plain(cell[side], 3) for side in range(len(grid.axes))) + " %",
            summary or "plain",
            SIDE + columns[cell[0]] * measure.width,
            HEAD + rows[cell[1]] * measure.height,
            cell in grid.have,
            poured,
            number,
            measure,
        )
    return drawn


def _path(pot: Pot, drawn: dict[Cell, DrawnCell]) -> str:
    points = [drawn[pour.cell].middle for pour in pot.pours]
    return "M" + "L".join(f"{x} {y}" for x, y in points)


def _pour_rows(grid: PourGrid, pot: Pot, drawn: dict[Cell, DrawnCell], step_g: float) -> list[dict]:
    return [
        {
            "order": drawn[pour.cell].order,
            "cell": drawn[pour.cell].summary,
            "add": [
                {"name": dosing.name, "grams": to_step(dosing.mass_g, step_g)}
                for dosing in pour.add
            ],
            "pour": plain(pour.pour_g, 1),
            "left": plain(pour.left_g, 1),
        }
        for pour in pot.pours
    ]


def _shortcut_words(plan: PourPlan, step_g: float) -> str:
    """By how much the usual shortcut differs, once for the whole plan; '' where it does not."""
    off_g = max(
        (
            abs(dosing.mass_g - dosing.shortcut_g)
            for pot in plan.pots
            for pour in pot.pours
            for dosing in pour.add
        ),
        default=0.0,
    )
    if off_g < step_g / 2:
        return ""
    return (
        "The usual shortcut doses the slip still in the pot, and forgets that additions leave with"
        f" each pour: it differs by up to {to_step(off_g, step_g)}\u00a0g."
    )


def _totals(plan: PourPlan, batches: list[CellBatch], step_g: float) -> list[tuple[str, str]]:
    """What each addition comes to, as the weighings that are shown add up."""
    weighed: dict[str, list[str]] = defaultdict(list)
    for pot in plan.pots:
        for pour in pot.pours:
            for dosing in pour.add:
                weighed[dosing.name].append(to_step(dosing.mass_g, step_g))
    for batch in batches:
        for name, grams in batch.add_g.items():
            weighed[name].append(to_step(grams, step_g))
    return [(name, total_shown(grams)) for name, grams in weighed.items()]


def grid_shown(
    grid: PourGrid,
    plan: PourPlan,
    batches: list[CellBatch],
    step_g: float,
) -> dict[str, Any]:
    """Everything the answer panel shows of a grid."""
    drawn = _drawn_cells(grid, plan)
    measure = measure_of(grid)
    row_pcts = grid.y.pcts if grid.y else (0.0,)
    return {
        "width": SIDE + measure.width * len(grid.x.pcts) + 6,
        "height": HEAD + measure.height * len(row_pcts) + 6,
        "cells": list(drawn.values()),
        "slab": (measure.width - 10, measure.height - 10),
        "has_hole": measure.has_hole,
        "columns": [
            (plain(pct, 3), SIDE + index * measure.width + measure.width // 2)
            for index, pct in enumerate(grid.x.pcts)
        ],
        "rows": [
            (plain(pct, 3), HEAD + index * measure.height + measure.height // 2)
            for index, pct in enumerate(row_pcts)
        ]
        if grid.y
        else [],
        "x_name": grid.x.name,
        "y_name": grid.y.name if grid.y else "",
        "paths": [_path(pot, drawn) for pot in plan.pots if len(pot.pours) > 1],
        "pots": [
            {
                "number": number,
                "slip": to_step(pot.start_slip_g, step_g),
                "pours": _pour_rows(grid, pot, drawn, step_g),
            }
            for number, pot in enumerate(plan.pots, 1)
        ],
        "batches": [
            {
                "cell": drawn[batch.cell].summary,
                "add": [(name, to_step(grams, step_g)) for name, grams in batch.add_g.items()],
                "water": plain(batch.water_to_add_g, 1) if batch.water_to_add_g else "",
            }
            for batch in batches
        ],
        "shortcut": _shortcut_words(plan, step_g),
        "sessions": [[drawn[cell].order for cell in session] for session in plan.sessions],
        "totals": _totals(plan, batches, step_g),
        "slip": total_shown([to_step(pot.start_slip_g, step_g) for pot in plan.pots]),
        "weighings": plan.weighings,
        "wanted": len(grid.wanted),
        "have": len(grid.cells) - len(grid.wanted),
    }
