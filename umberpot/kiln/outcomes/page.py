"""What the page of a firing shows of what it did."""

from collections import defaultdict
from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from claycore.colour.notation import Lab
from claycore.firing import cones
from claycore.firing.loading.shelves import Placed
from claycore.firing.witness import Bend, ShelfHeat
from umberpot.firings.models import Firing
from umberpot.kiln.loading.section_drawing import KilnSection, section
from umberpot.kiln.loading.sentences import section_summary, shelf_caption, shelf_summary
from umberpot.kiln.loading.shelf_drawing import ShelfDrawing, drawn
from umberpot.kiln.outcomes import sentences
from umberpot.kiln.outcomes.run_outcome import cone_meant
from umberpot.kiln.outcomes.services import heats

USUAL_SHELVES = 3
"""Shelves that are asked about where nobody entered the kiln."""


@dataclass(frozen=True)
class AskedCone:
    """A cone that is asked about on a shelf; ``bend`` is how it was found, '' if not."""

    cone: str
    shelf: int
    bend: str

    @property
    def name(self) -> str:
        """Of its field."""
        return f"w-{self.shelf}-{self.cone}"


@dataclass(frozen=True)
class WitnessConeRow:
    """The cones asked about on one shelf, what they say, and what contradicts in them."""

    shelf: int
    found: list[AskedCone]
    summary: str
    error: str = ""

    @property
    def number(self) -> int:
        """As people count shelves."""
        return self.shelf + 1


def asked_cones(firing: Firing, also: Iterable[str] = ()) -> list[str]:
    """The cone of a firing between its neighbours, and whatever was noted, or is asked, besides.

    The halves are no neighbours: a pack of three is of whole cones. Source: common practice.
    """
    middle = cone_meant(firing)
    whole = [one for one in cones.CONES if not one.endswith(".5") or one == middle]
    place = whole.index(middle)
    near = set(whole[max(0, place - 1) : place + 2])
    noted = {one.cone for one in firing.witness_cones.all()}
    return sorted(near | noted | set(also) & set(cones.CONES), key=cones.order)


def cone_rows(
    firing: Firing,
    also: Iterable[str] = (),
    typed: Mapping[tuple[int, str], Bend | None] | None = None,
    errors: Mapping[int, str] | None = None,
) -> list[WitnessConeRow]:
    """What is asked and known of the witness cones, shelf by shelf, the lowest first.

    ``typed`` stands in place of what was noted, where it could not be noted; ``errors`` says why,
    by shelf.
    """
    noted: dict[tuple[int, str], Bend | None] = {
        (one.shelf, one.cone): Bend(one.bend) for one in firing.witness_cones.all()
    }
    shown = noted if typed is None else dict(typed)
    count = firing.kiln.shelf_count if firing.kiln else USUAL_SHELVES
    count = max([count, *(shelf + 1 for shelf, _ in shown)])
    asked = asked_cones(firing, {*also, *(cone for _, cone in shown)})
    heat = heats(firing)
    return [
        WitnessConeRow(
            shelf,
            [AskedCone(cone, shelf, shown.get((shelf, cone)) or "") for cone in asked],
            sentences.shelf_said(heat.get(shelf, ShelfHeat(None, None, None))),
            (errors or {}).get(shelf, ""),
        )
        for shelf in range(count)
    ]


def read_cones(firing: Firing, typed: Mapping[str, str]) -> dict[tuple[int, str], Bend | None]:
    """What was chosen for each cone on each shelf; anything else is as if nothing were."""
    also = {name.rpartition("-")[2] for name in typed if name.startswith("w-")}
    found: dict[tuple[int, str], Bend | None] = {}
    for row in cone_rows(firing, also):
        for one in row.found:
            bend = typed.get(one.name, "")
            found[row.shelf, one.cone] = Bend(bend) if bend in set(Bend) else None
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
            drawn(shelf, pieces, shelf_summary(number + 1, len(pieces)), shelf.sides[0]),
        )
        for number, pieces in sorted(stood.items())
    ]


def section_as_fired(firing: Firing, colours: Mapping[int, Lab]) -> KilnSection | None:
    """The kiln cut open with what stood in it, in the colours of tiles by their keys."""
    stood = [
        (one.shelf, one.placed, colours[one.tile_id].hex if one.tile_id in colours else "")
        for one in firing.loadings.all()
        if one.shelf is not None and one.placed
    ]
    if firing.kiln is None or not stood:
        return None
    return section(firing.kiln, stood, section_summary(firing.kiln, len(stood)))
