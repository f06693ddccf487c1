"""What the page of a firing shows of what it did."""

from collections import defaultdict
from dataclasses import dataclass

from claycore.firing import cones
from claycore.firing.loading.shelves import Placed
from claycore.firing.witness import Bend, ShelfHeat
from umberpot.firings.models import Firing
from umberpot.kiln.loading.sentences import shelf_caption, shelf_says
from umberpot.kiln.loading.shelf_drawing import ShelfDrawing, drawn
from umberpot.kiln.outcomes import sentences
from umberpot.kiln.outcomes.services import heats

USUAL_SHELVES = 3
"""Shelves that are asked about where nobody entered the kiln."""


@dataclass(frozen=True)
class ConeRow:
    """The cones asked about on one shelf: each with its field and how it was found, '' if not."""

    shelf: int
    found: list[tuple[str, str, str]]
    says: str

    @property
    def number(self) -> int:
        """As people count shelves."""
        return self.shelf + 1


def asked_cones(firing: Firing) -> list[str]:
    """The cone of a firing with its neighbours, and whatever was noted besides."""
    place = cones.order(firing.cone)
    near = set(cones.CONES[max(0, place - 1) : place + 2])
    noted = {one.cone for one in firing.witness_cones.all()}
    return sorted(near | noted, key=cones.order)


def cone_rows(firing: Firing) -> list[ConeRow]:
    """What is asked and known of the witness cones, shelf by shelf, the lowest first."""
    noted = {(one.shelf, one.cone): one.bend for one in firing.witness_cones.all()}
    count = firing.kiln.shelf_count if firing.kiln else USUAL_SHELVES
    count = max([count, *(shelf + 1 for shelf, _ in noted)])
    heat = heats(firing)
    return [
        ConeRow(
            shelf,
            [
                (cone, f"w-{shelf}-{cone}", noted.get((shelf, cone), ""))
                for cone in asked_cones(firing)
            ],
            sentences.shelf_said(heat.get(shelf, ShelfHeat(None, None, None))),
        )
        for shelf in range(count)
    ]


def read_cones(firing: Firing, typed: dict[str, str]) -> dict[tuple[int, str], Bend | None]:
    """What was chosen for each cone on each shelf; anything else is as if nothing were."""
    found: dict[tuple[int, str], Bend | None] = {}
    for row in cone_rows(firing):
        for cone, name, _ in row.found:
            bend = typed.get(name, "")
            found[row.shelf, cone] = Bend(bend) if bend in set(Bend) else None
    return found


def shelves_as_fired(firing: Firing) -> list[tuple[str, ShelfDrawing]]:
    """The shelves with what stood on them, where that was kept."""
    if firing.kiln is None:
        return []
    stood: dict[int, list[tuple[str, Placed, str, str]]] = defaultdict(list)
    for one in firing.loadings.select_related("tile"):
        if one.shelf is not None and one.placed is not None:
            stood[one.shelf].append((one.tile.code, one.placed, "", ""))
    shelf = firing.kiln.shelf
    return [
        (
            shelf_caption(number + 1, len(pieces)),
            drawn(shelf, pieces, shelf_says(number + 1, len(pieces)), shelf.sides[0]),
        )
        for number, pieces in sorted(stood.items())
    ]
