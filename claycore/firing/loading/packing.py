"""Pieces packed onto shelves: as few shelves as can be found, in the order they are filled."""

import math
import random
from collections import Counter, defaultdict, deque
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import cycle

from claycore.firing.loading.filling import WAYS, Filler, FillingOrder, Wanted, centred
from claycore.firing.loading.room import FreeSpaceChoice, Room, Spot
from claycore.firing.loading.shelves import CLEARANCE, CLEARANCE_MM, SIDE, Placed, Shelf, Size
from claycore.measure.errors import Inconsistent

MOST_PIECES = 1000
MOST_SHELVES = 50

EFFORT = 1200
"""Places looked for in all, about: a small load gets more attempts than a large one."""

FEWEST_WAYS = 2

Shelves = tuple[tuple[Placed, ...], ...]
"""What stands on each shelf."""


@dataclass(frozen=True)
class Piece:
    """A piece with its name, and what it covers."""

    name: str
    size: Size


@dataclass(frozen=True)
class PlacedPiece:
    """A piece in its place."""

    piece: Piece
    placed: Placed


@dataclass(frozen=True)
class PackedLoad:
    """What stands on each shelf, in the order of the shelves, and what found no place."""

    shelves: tuple[tuple[PlacedPiece, ...], ...]
    left_out: tuple[Piece, ...]

    @property
    def shelves_used(self) -> int:
        """Shelves with anything on them."""
        return sum(1 for stood in self.shelves if stood)


def pack(
    shelves: Sequence[Shelf], pieces: Sequence[Piece], clearance: float = CLEARANCE_MM
) -> PackedLoad:
    """Packs pieces onto shelves in the order to be filled; pieces may be turned by 90°.

    Sizes and ``clearance`` (between pieces and to the edge) in mm. Raises ClayError naming
    ``shelf``, ``piece`` or ``clearance``. Source: greedy packing as in
    :mod:`claycore.firing.loading.filling`; what is varied here is our own.
    """
    check(shelves, pieces, clearance)
    fitting = [p for p in pieces if any(shelf.takes(p.size, clearance) for shelf in shelves)]
    # No greedy order is best for every load, and the best packing cannot be had in seconds. So many
    # orders are tried, the promising ones first, and the best is kept. Pieces of one size are one
    # count: an order is of sizes, which keeps 400 equal tiles as quick as four.
    wanted = Counter(piece.size.upright for piece in fitting)
    best: Shelves = tuple(() for _ in shelves)
    if wanted:
        ways = min(len(WAYS), max(FEWEST_WAYS, EFFORT // wanted.total()))
        filler = Filler(clearance, min(min(size) for size in wanted), ways)
        fewest = _no_fewer_shelves(shelves, wanted, clearance)
        for found in _attempts(filler, shelves, wanted):
            if _badness(found, wanted) < _badness(best, wanted):
                best = found
            # Nothing left out, on as few shelves as area with its gaps needs: no order does more.
            cannot_be_bettered = _left(best, wanted) == 0 and _used(best) <= fewest
            if cannot_be_bettered or filler.tried > EFFORT:
                break
    middled = [centred(shelf, one, clearance) for shelf, one in zip(shelves, best, strict=True)]
    return _named(tuple(middled), pieces)


def check(shelves: Sequence[Shelf], pieces: Sequence[Piece], clearance: float) -> None:
    """Raises ClayError naming ``shelf``, ``piece`` or ``clearance`` where a load cannot be.

    Sizes in mm. Source: none; the bounds keep an answer within seconds.
    """
    CLEARANCE.check("clearance", clearance)
    if not 1 <= len(shelves) <= MOST_SHELVES:
        raise Inconsistent("shelf", len(shelves), f"Enter 1 to {MOST_SHELVES} shelves.")
    if not 1 <= len(pieces) <= MOST_PIECES:
        raise Inconsistent("piece", len(pieces), f"Enter 1 to {MOST_PIECES} pieces.")
    for shelf in shelves:
        for side in shelf.sides:
            SIDE.check("shelf", side)
    for piece in pieces:
        for side in piece.size:
            SIDE.check("piece", side)


def area_bound(shelves: Sequence[Shelf], pieces: Sequence[Piece], clearance: float) -> int:
    """The fewest shelves that area alone would allow, for all pieces that fit on any of them.

    The largest shelves count first, and as many more of the largest as it takes; gaps do not
    count. Sizes in mm. Raises nothing. Source: arithmetic.
    """
    fitting = [p for p in pieces if any(shelf.takes(p.size, clearance) for shelf in shelves)]
    areas = [shelf.area for shelf in shelves]
    return _shelves_for(sum(piece.size.area for piece in fitting), areas)


def _shelves_for(area: float, areas: Sequence[float]) -> int:
    largest_first = sorted(areas, reverse=True)
    for count, one in enumerate(largest_first):
        if area <= 1e-6:
            return count
        area -= one
    return len(areas) + max(0, math.ceil((area - 1e-6) / largest_first[0]))


def _no_fewer_shelves(shelves: Sequence[Shelf], wanted: Counter[Size], gap: float) -> int:
    """A bound that counts the gaps too: an attempt that meets it cannot be bettered."""
    area = sum((s.width + gap) * (s.depth + gap) * count for s, count in wanted.items())
    return _shelves_for(area, [shelf.room_area(gap) for shelf in shelves])


def _left(found: Shelves, wanted: Counter[Size]) -> int:
    return wanted.total() - sum(map(len, found))


def _used(found: Shelves) -> int:
    return sum(1 for places in found if places)


def _badness(found: Shelves, wanted: Counter[Size]) -> tuple[float, ...]:
    """Less is better: pieces left out, their area, shelves used, what the last of them holds."""
    areas = [sum(placed.size.area for placed in places) for places in found]
    all_of_it = sum(size.area * count for size, count in wanted.items())
    last = next((area for area in reversed(areas) if area), 0.0)
    return _left(found, wanted), round(all_of_it - sum(areas), 6), _used(found), last


def _attempts(filler: Filler, shelves: Sequence[Shelf], wanted: Counter[Size]) -> Iterator[Shelves]:
    """Ways to load without end, the most promising first; then orders are shuffled."""
    yield _one_by_one(filler, shelves, wanted, None)
    for way in WAYS:
        yield _best_of_all(filler, shelves, way.sorted(tuple(wanted.items())), way.choice)
        yield _one_by_one(filler, shelves, wanted, way)
    chance = random.Random(wanted.total())  # noqa: S311 (no secret: the same every time)
    each = tuple((size, 1) for size, count in wanted.items() for _ in range(count))
    for choice in cycle(FreeSpaceChoice):
        shaken = [(-size.area * chance.uniform(0.6, 1.6), size, count) for size, count in each]
        shuffled = tuple((size, count) for _, size, count in sorted(shaken))
        yield _best_of_all(filler, shelves, shuffled, choice)


def _one_by_one(
    filler: Filler, shelves: Sequence[Shelf], wanted: Counter[Size], way: FillingOrder | None
) -> Shelves:
    """Each shelf as full as it gets, in one way or in the best of all, before the next."""
    left = dict(wanted)
    found: list[tuple[Placed, ...]] = []
    for shelf in shelves:
        asked = tuple(left.items())
        places = filler.fill(shelf, asked, way) if way else filler.best(shelf, asked)
        for placed in places:
            left[placed.size.upright] -= 1
        found.append(places)
    return tuple(found)


def _best_of_all(
    filler: Filler, shelves: Sequence[Shelf], wanted: Wanted, choice: FreeSpaceChoice
) -> Shelves:
    """Each piece on whichever shelf begun suits it best; a shelf is begun when none has room."""
    rooms: list[Room] = []
    found: list[list[Placed]] = [[] for _ in shelves]
    for size, count in wanted:
        full: set[int] = set()
        for _ in range(count):
            spots: list[tuple[Spot, int]] = []
            for number, shelf in enumerate(shelves):
                if number in full or (spots and number >= len(rooms)):
                    continue
                if number == len(rooms):
                    rooms.append(filler.room(shelf, wanted))
                spot = filler.spot(rooms[number], size, choice)
                if spot:
                    spots.append((spot, number))
                else:
                    full.add(number)
            if not spots:
                break
            spot, number = min(spots, key=lambda one: one[0].score)
            found[number].append(rooms[number].take(spot))
    return tuple(map(tuple, found))


def _named(found: Shelves, pieces: Sequence[Piece]) -> PackedLoad:
    """Gives the places to pieces in their order, along each shelf from below and from the left."""
    waiting: dict[Size, deque[int]] = defaultdict(deque)
    for number, piece in enumerate(pieces):
        waiting[piece.size.upright].append(number)
    shelves = [
        tuple(
            PlacedPiece(pieces[waiting[placed.size.upright].popleft()], placed)
            for placed in in_reading_order(one)
        )
        for one in found
    ]
    left = sorted(number for numbers in waiting.values() for number in numbers)
    return PackedLoad(tuple(shelves), tuple(pieces[number] for number in left))


def in_reading_order(places: Sequence[Placed]) -> list[Placed]:
    """Places row by row, from below and from the left, so that equal pieces stand in order.

    Raises nothing. Source: none needed.
    """
    return sorted(places, key=lambda placed: (round(placed.y), placed.x))
