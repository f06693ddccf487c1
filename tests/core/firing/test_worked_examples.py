"""Whole answers of the kiln, as they come out: loads, firings, schedules, logs, outcomes, cones."""

from dataclasses import replace

from claycore.firing import (
    cones,
    drafts,
    following,
    heat_work,
    kiln_model,
    kinds,
    outcome,
    schedule_checks,
    shelf_spread,
    witness,
)
from claycore.firing.drafts import FiringStage
from claycore.firing.loading.by_rules import (
    Arrangement,
    Fixed,
    PieceSet,
    firings_by_rules,
    load_by_rules,
)
from claycore.firing.loading.firings import firings_for
from claycore.firing.loading.packing import Piece, area_bound, pack
from claycore.firing.loading.rows import best_rows
from claycore.firing.loading.shelves import Placed, RectangularShelf, RoundShelf, Size
from claycore.firing.log_doubts import examine
from claycore.firing.schedule_checks import Limited, LoadToFire
from claycore.firing.schedules import Segment, curve_of
from claycore.firing.witness import Bend
from tests.core.worked_pages import page_test

ROUND, BOARD = RoundShelf(430), RectangularShelf(380, 310)
TILE, BAR, SQUARE, DISH = Size(104, 52), Size(132, 28), Size(70, 70), Size(190, 150)


def many(name, size, count):
    return [Piece(f"{name} {number}", size) for number in range(1, count + 1)]


def drawn(load):
    """A load as rows of a table, a piece each: where it stands, to the millimetre."""
    rows = [
        f"shelf {number}: {one.piece.name:9} at {one.placed.x:7.1f} {one.placed.y:7.1f},"
        f" {one.placed.width:5.1f} by {one.placed.depth:5.1f}"
        for number, stood in enumerate(load.shelves, start=1)
        for one in stood
    ]
    return rows + [f"left out: {piece.name}" for piece in load.left_out]


def loads():
    mixed = [*many("dish", DISH, 2), *many("tile", TILE, 9), *many("bar", BAR, 8)]
    squares = [*many("square", SQUARE, 14), *many("tile", TILE, 5)]
    return {
        "tiles, bars and two dishes on a round shelf": drawn(pack([ROUND], mixed, 6)),
        "the same on two boards": drawn(pack([BOARD, BOARD], mixed, 6)),
        "squares and tiles on a board": drawn(pack([BOARD], squares, 4)),
        "at most, by area": area_bound([BOARD], squares, 4),
        "one after another": [
            row for load in firings_for([ROUND], [*mixed, *squares], 6) for row in drawn(load)
        ],
        "rows of tiles on a round shelf": best_rows(ROUND, 104, 52, 6),
        "rows of bars on a board": best_rows(BOARD, 132, 28, 3),
    }


def sets():
    kelp, rust = many("kelp", TILE, 6), many("rust", TILE, 4)
    dug = PieceSet("dug", tuple(many("dug", BAR, 5)), lowest=True)
    all_sets = [PieceSet("kelp", tuple(kelp)), PieceSet("rust", tuple(rust)), dug]
    cones_stand = Fixed((Placed(-30, -30, 60, 40),), frozenset(), has_cones=True)
    return {
        "three trials on two shelves": drawn(load_by_rules([ROUND, ROUND], all_sets, 6)),
        "the same, to learn the kiln": drawn(
            load_by_rules([ROUND, ROUND], all_sets, 6, arrangement=Arrangement.LEARN)
        ),
        "beside cones that stand there": drawn(
            load_by_rules([ROUND, ROUND], all_sets, 6, [cones_stand, Fixed()])
        ),
        "one small board, as often as it takes": [
            row
            for load in firings_by_rules([RectangularShelf(260, 190)], all_sets, 6)
            for row in drawn(load)
        ],
    }


HURRIED = [Segment(140, 640), Segment(260, 1130), Segment(120, 1236, 25), Segment(-350, 300)]


def schedules():
    found = {
        f"{stage} to cone {cone}{', by fuel' if by_fuel else ''}": drafts.draft(
            stage, cone, by_fuel
        )
        for stage in FiringStage
        for cone, by_fuel in [("04", False), ("7", False), ("7", True)]
    }
    load = LoadToFire("5", True, (Limited("Ferry red", "03"), Limited("Tide grey", "6")))
    curve = curve_of(HURRIED)
    return {
        **found,
        "a hurried curve": curve,
        "what is said of it": schedule_checks.findings(curve, load),
        "its heat work": heat_work.cone_of(curve.points),
        "its energy in 6 kW": kiln_model.energy_of(curve.points, 6.0),
        "its energy in 2.8 kW": kiln_model.energy_of(curve.points, 2.8),
        "too powerful": schedule_checks.too_powerful(912, 74.6),
    }


def bending():
    rates = (15.0, 60.0, 108.0, 150.0, 300.0)
    return {
        "charted and between": {
            name: [round(cones.bends_at(name, rate).temperature_c, 2) for rate in rates]
            for name in cones.CONES
        },
        "by heat work, 80 degrees an hour": {
            name: heat_work.bends_at(name, 80) for name in cones.CONES[::3]
        },
        "hours to hold at 20 degrees less": {
            name: heat_work.hold_for(name, cones.bends_at(name).temperature_c - 20)
            for name in cones.CONES[8::4]
        },
        "between which": {
            str(celsius): cones.between(celsius) for celsius in (590, 777, 1003, 1199, 1302)
        },
        "needed for": {str(celsius): cones.needed_for(celsius) for celsius in (700, 950, 1215)},
        "mistaken for": {name: cones.mistaken_for(name) for name in cones.CONES},
        "kinds": [kinds.kind_of(code) for code, _ in kinds.choices()],
        "unusual peaks": {
            f"{code} at {peak}": kinds.unusual_peak(code, peak)
            for code, _ in kinds.choices()
            for peak in (350.0, 1010.0, 1290.0)
        },
    }


def logged(*corners, every_h=0.1):
    """A log along straight lines between corners of (hours, degrees)."""
    points, rest = [corners[0]], list(corners[1:])
    for hours, celsius in rest:
        began, from_c = points[-1]
        count = max(1, round((hours - began) / every_h))
        points += [
            (
                began + step * (hours - began) / count,
                from_c + step * (celsius - from_c) / count,
            )
            for step in range(1, count + 1)
        ]
    return points


WHOLE = logged((0, 19), (1.5, 140), (6.4, 640), (9.6, 1130), (10.9, 1224), (11.2, 1224), (18, 290))


def without_log(found):
    """An outcome without the readings that it came from."""
    return replace(found, examined=None)


def logs():
    broken = [*WHOLE[:40], (4.02, 1370), (4.05, 12), *WHOLE[42:70], *WHOLE[84:]]
    cut = [point for point in WHOLE if point[0] < 8.7]
    seen = {1: {"5": Bend.DOWN, "6": Bend.HALF, "7": Bend.STANDING}}
    above = {**seen, 3: {"5": Bend.DOWN, "6": Bend.DOWN, "7": Bend.LEANING}}
    plan = curve_of([Segment(100, 620), Segment(150, 1180), Segment(70, 1220, 12)], 19)
    examined = examine(broken)
    return {
        "a log with jumps and a pause": examined.doubtful,
        "left of it": len(examined.points),
        "its outcome": without_log(outcome.outcome("6", examined)),
        "whole": without_log(outcome.outcome("6", examine(WHOLE))),
        "whole, with cones": without_log(outcome.outcome("6", examine(WHOLE), above)),
        "cut off": without_log(outcome.outcome("6", examine(cut))),
        "cones and no log": outcome.outcome("7", None, seen),
        "while it runs": {
            f"after {hours} h": following.standing(
                [point for point in WHOLE if point[0] <= hours], plan, hours + 0.05
            )
            for hours in (0.2, 3.0, 8.0, 10.9, 11.3, 14.0)
        },
        "nothing heard for an hour": following.standing(cut, plan, 9.7),
    }


def shelves():
    heats = [
        {1: witness.shelf_heat({"5": Bend.DOWN, "6": Bend.HALF}), 3: witness.shelf_heat(top)}
        for top in (
            {"6": Bend.DOWN, "7": Bend.LEANING},
            {"6": Bend.DOWN, "7": Bend.STANDING},
            {"6": Bend.HALF, "7": Bend.STANDING},
        )
    ]
    alone = [witness.shelf_heat({"6": bend}) for bend in Bend]
    lengths = [{1: (8.1, 8.4), 2: (8.5, 8.9), 3: (9.0, 9.3)}, {1: (7.7, 8.0), 3: (8.8, 8.6)}]
    return {
        "cones seen": [heat for firing in heats for heat in firing.values()],
        "one cone alone": alone,
        "shelves by cones": shelf_spread.shelf_offsets(heats),
        "shelves by equal pieces": shelf_spread.piece_offsets(lengths),
    }


PAGES = {
    "loads": loads,
    "sets": sets,
    "schedules": schedules,
    "cones": bending,
    "logs": logs,
    "shelves": shelves,
}

test_page = page_test(__file__, PAGES)
