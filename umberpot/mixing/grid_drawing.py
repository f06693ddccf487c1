"""A pour plan as it is drawn: the grid, and each pot's path over it."""

from dataclasses import dataclass
from typing import Any

from claycore.figures import plain, to_step
from claycore.pourplan import Cell, CellBatch, Grid, Pot, PourPlan

CELL_WIDTH = 100
CELL_HEIGHT = 74
HEAD = 34
SIDE = 58


@dataclass(frozen=True)
class DrawnCell:
    """One cell: where it stands, whether it exists already, and when it is poured."""

    key: str
    short: str
    says: str
    x: int
    y: int
    have: bool
    order: int | None
    pot: int | None

    @property
    def middle(self) -> tuple[int, int]:
        return self.x + CELL_WIDTH // 2, self.y + CELL_HEIGHT // 2


def _key(cell: Cell) -> str:
    return f"{plain(cell[0], 6)},{plain(cell[1], 6)}"


def _drawn_cells(grid: Grid, plan: PourPlan) -> dict[Cell, DrawnCell]:
    order: dict[Cell, tuple[int, int]] = {}
    for position, pot in enumerate(plan.pots, 1):
        for pour in pot.pours:
            order[pour.cell] = (len(order) + 1, position)
    columns = {pct: index for index, pct in enumerate(grid.x.pcts)}
    rows = {pct: index for index, pct in enumerate(grid.y.pcts if grid.y else (0.0,))}
    drawn = {}
    for cell in grid.cells:
        poured, number = order.get(cell, (None, None))
        says = " and ".join(
            f"{plain(cell[side], 3)} % {axis.name}" for side, axis in enumerate(grid.axes)
        )
        drawn[cell] = DrawnCell(
            _key(cell),
            " × ".join(plain(cell[side], 3) for side in range(len(grid.axes))) + " %",
            says,
            SIDE + columns[cell[0]] * CELL_WIDTH,
            HEAD + rows[cell[1]] * CELL_HEIGHT,
            cell in grid.have,
            poured,
            number,
        )
    return drawn


def _path(pot: Pot, drawn: dict[Cell, DrawnCell]) -> str:
    points = [drawn[pour.cell].middle for pour in pot.pours]
    return "M" + "L".join(f"{x} {y}" for x, y in points)


def _pour_rows(grid: Grid, pot: Pot, drawn: dict[Cell, DrawnCell], step_g: float) -> list[dict]:
    return [
        {
            "order": drawn[pour.cell].order,
            "cell": drawn[pour.cell].says,
            "add": [
                {
                    "name": dosing.name,
                    "grams": to_step(dosing.mass_g, step_g),
                    "shortcut": to_step(dosing.shortcut_g, step_g),
                }
                for dosing in pour.add
            ],
            "pour": plain(pour.pour_g, 1),
            "left": plain(pour.left_g, 1),
        }
        for pour in pot.pours
    ]


def grid_shown(
    grid: Grid,
    plan: PourPlan,
    batches: list[CellBatch],
    colourant_g: dict[str, float],
    step_g: float,
) -> dict[str, Any]:
    """Everything the answer panel shows of a grid."""
    drawn = _drawn_cells(grid, plan)
    row_pcts = grid.y.pcts if grid.y else (0.0,)
    return {
        "width": SIDE + CELL_WIDTH * len(grid.x.pcts) + 6,
        "height": HEAD + CELL_HEIGHT * len(row_pcts) + 6,
        "cells": list(drawn.values()),
        "slab": (CELL_WIDTH - 10, CELL_HEIGHT - 10),
        "columns": [
            (plain(pct, 3), SIDE + index * CELL_WIDTH + CELL_WIDTH // 2)
            for index, pct in enumerate(grid.x.pcts)
        ],
        "rows": [
            (plain(pct, 3), HEAD + index * CELL_HEIGHT + CELL_HEIGHT // 2)
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
                "cell": drawn[batch.cell].says,
                "add": [(name, to_step(grams, step_g)) for name, grams in batch.add_g.items()],
                "water": plain(batch.water_to_add_g, 1) if batch.water_to_add_g else "",
            }
            for batch in batches
        ],
        "sessions": [[drawn[cell].order for cell in session] for session in plan.sessions],
        "totals": [(name, to_step(grams, step_g)) for name, grams in colourant_g.items()],
        "slip": plain(plan.slip_g, 1),
        "weighings": plan.weighings,
        "wanted": len(grid.wanted),
        "have": len(grid.cells) - len(grid.wanted),
    }
