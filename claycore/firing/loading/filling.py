"""One shelf filled: as much as can be found of what is wanted on it.

Several quick ways, of which the best is kept: which size goes first, how a place is chosen, and
whether the size that takes most room is laid in rows first. The same question always gets the same
answer. Source: the greedy placements are those of Jylänki 2010, "A thousand ways to pack the bin"
(from memory); the rows are our own.
"""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field, replace
from itertools import product

from claycore.firing.loading.room import FreeSpaceChoice, Room, Spot
from claycore.firing.loading.rows import best_rows
from claycore.firing.loading.shelves import Placed, Shelf, Size

Wanted = tuple[tuple[Size, int], ...]
"""How many of each size, in the order they are to be placed."""

_ORDERS: tuple[Callable[[Size], float], ...] = (
    lambda size: -size.area,
    lambda size: -max(size.width, size.depth),
    lambda size: -min(size.width, size.depth),
    lambda size: -(size.width + size.depth),
    lambda size: size.area,
)
"""Which size goes first: the largest, by one measure or another; or the smallest."""


@dataclass(frozen=True)
class FillingOrder:
    """One way to fill a shelf; ``order`` None keeps what is wanted in the order it comes."""

    order: Callable[[Size], float] | None
    choice: FreeSpaceChoice
    rows: bool = False

    def sorted(self, wanted: Wanted) -> Wanted:
        """What is wanted, in the order of this way."""
        order = self.order
        return tuple(sorted(wanted, key=lambda one: order(one[0]))) if order else wanted


WAYS: tuple[FillingOrder, ...] = (
    FillingOrder(_ORDERS[0], FreeSpaceChoice.LOWEST, rows=True),
    FillingOrder(_ORDERS[0], FreeSpaceChoice.SHORT_SIDE, rows=True),
    *(FillingOrder(order, choice) for order, choice in product(_ORDERS, FreeSpaceChoice)),
)


@dataclass
class Filler:
    """Fills shelves under one clearance, and remembers what it found.

    ``least`` is the shortest side of anything that may come; ``ways`` how many a shelf is tried in;
    ``tried`` counts the places looked for so far.
    """

    clearance: float
    least: float
    ways: int = len(WAYS)
    tried: int = 0
    _found: dict[tuple[Shelf, Wanted, FillingOrder], tuple[Placed, ...]] = field(
        default_factory=dict
    )
    _empty: dict[tuple[Shelf, tuple[float, ...]], Room] = field(default_factory=dict)

    def best(
        self, shelf: Shelf, wanted: Wanted, standing: Sequence[Placed] = ()
    ) -> tuple[Placed, ...]:
        """The places of as much area as any way finds room for, in no particular order.

        What is ``standing`` keeps its place and is not among them.
        """
        best: tuple[Placed, ...] = ()
        for way in WAYS[: self.ways]:
            found = self.fill(shelf, wanted, way, standing)
            if _worth(found) > _worth(best):
                best = found
            if len(best) == sum(count for _, count in wanted):
                break
        return best

    def fill(
        self, shelf: Shelf, wanted: Wanted, way: FillingOrder, standing: Sequence[Placed] = ()
    ) -> tuple[Placed, ...]:
        """The places found in one way."""
        wanted = way.sorted(_no_more_than_fit(shelf, wanted, self.clearance))
        # An empty shelf is asked about many times over; one with pieces on it, once.
        key = (shelf, wanted, way)
        if standing or key not in self._found:
            found = tuple(self._fill(shelf, wanted, way, standing))
            if standing:
                return found
            self._found[key] = found
        return self._found[key]

    def room(self, shelf: Shelf, wanted: Wanted, standing: Sequence[Placed] = ()) -> Room:
        """The room of a shelf with what stands on it already."""
        sides = tuple(dict.fromkeys(side for size, _ in wanted for side in size))
        if (shelf, sides) not in self._empty:
            free = shelf.free(self.clearance, sides)
            self._empty[shelf, sides] = Room(free, self.clearance, self.least)
        room = self._empty[shelf, sides].copy()
        for placed in standing:
            room.stand(placed)
        return room

    def spot(self, room: Room, size: Size, choice: FreeSpaceChoice) -> Spot | None:
        """The best place for a piece in a room, counted."""
        self.tried += 1
        return room.spot(size, choice)

    def _fill(
        self, shelf: Shelf, wanted: Wanted, way: FillingOrder, standing: Sequence[Placed]
    ) -> Iterator[Placed]:
        room = self.room(shelf, wanted, standing)
        in_rows, rest = (
            self._rows_first(shelf, wanted) if way.rows and not standing else ((), wanted)
        )
        for placed in in_rows:
            room.stand(placed)
            yield placed
        for size, count in rest:
            for _ in range(count):
                spot = self.spot(room, size, way.choice)
                if spot is None:
                    break
                yield room.take(spot)

    def _rows_first(self, shelf: Shelf, wanted: Wanted) -> tuple[tuple[Placed, ...], Wanted]:
        """The size that takes most room in rows, and what is wanted besides."""
        if not wanted:
            return (), wanted
        most = max(wanted, key=lambda one: one[0].area * one[1])
        size, count = most
        in_rows = best_rows(shelf, size.width, size.depth, self.clearance)[:count]
        left = count - len(in_rows)
        rest = tuple((one, left) if one == size else (one, count) for one, count in wanted)
        return in_rows, rest


def centred(shelf: Shelf, places: Sequence[Placed], clearance: float) -> tuple[Placed, ...]:
    """The same places moved towards the middle of the shelf as far as all stay on it.

    Sizes in mm. Raises nothing. Source: none needed.
    """
    if not places:
        return ()
    middle_x, middle_y = shelf.middle
    left, right = min(p.x for p in places), max(p.x + p.width for p in places)
    low, high = min(p.y for p in places), max(p.y + p.depth for p in places)
    way_x, way_y = middle_x - (left + right) / 2, middle_y - (low + high) / 2
    for share in (1.0, 0.5, 0.25):
        moved = [replace(p, x=p.x + share * way_x, y=p.y + share * way_y) for p in places]
        if all(shelf.holds(one, clearance) for one in moved):
            return tuple(moved)
    return tuple(places)


def _worth(places: Sequence[Placed]) -> float:
    return sum(placed.size.area for placed in places)


def _no_more_than_fit(shelf: Shelf, wanted: Wanted, gap: float) -> Wanted:
    """More of a size than area allows is wanted for nothing: so like shelves are asked alike."""
    room = shelf.room_area(gap) + 1e-6
    return tuple(
        (size, min(count, int(room / ((size.width + gap) * (size.depth + gap)))))
        for size, count in wanted
        if count
    )
