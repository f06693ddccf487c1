"""A load under the rules of a careful tester.

Tiles that are to be compared stand on one shelf, equal ones as well: on as few shelves as fit.
Whoever wants to learn the kiln spreads equal pieces evenly over the shelves, so that what the kiln
does from shelf to shelf can be told from what the stain does. A clay that was never fired so hot
stands on the lowest shelf; witness cones have a place on every shelf. A rule gives way rather than
leave a piece out; ``relaxed_rules`` names those that did. Source: common practice.
"""

import math
from collections import Counter, defaultdict
from collections.abc import Hashable, Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from enum import StrEnum

from claycore.firing.loading.filling import Filler, Wanted, centred
from claycore.firing.loading.packing import PackedLoad, Piece, PlacedPiece, check, in_reading_order
from claycore.firing.loading.room import FreeSpaceChoice, Room
from claycore.firing.loading.shelves import CLEARANCE_MM, Placed, Shelf, Size

WITNESS = Piece("cones", Size(70.0, 30.0))
"""A row of three small cones in their holder. Common practice."""

SAUCER_MARGIN_MM = 20.0
"""How far the saucer under an unknown clay reaches beyond the piece, on each side. Our choice."""

WAYS = 6
"""Ways to fill a shelf that are tried for every set that may go onto it."""


class Arrangement(StrEnum):
    """What equal pieces are to tell: their strengths beside each other, or the kiln's shelves."""

    COMPARE = "compare"
    LEARN = "learn"


ARRANGEMENTS = {
    Arrangement.COMPARE: "together, to compare",
    Arrangement.LEARN: "spread, to learn the kiln",
}


class LoadRule(StrEnum):
    """A rule that had to give way."""

    TOGETHER = "together"
    SPREAD = "spread"
    LOWEST = "lowest"


@dataclass(frozen=True)
class PieceSet:
    """Pieces that are compared and so stand on one shelf.

    ``name`` is of the trial; sets of one name hold equal pieces, which stand together or spread as
    the load is arranged. ``lowest`` is for clays that were never fired so hot.
    """

    name: str
    pieces: tuple[Piece, ...]
    lowest: bool = False


@dataclass(frozen=True)
class PieceOnShelf:
    """A piece on a shelf, counted from 0: of which trial, and which of its recipes.

    ``lowest`` is as in PieceSet.
    """

    trial: str
    recipe: Hashable
    shelf: int
    lowest: bool = False


@dataclass(frozen=True)
class RelaxedRule:
    """A rule that gave way for a trial."""

    rule: LoadRule
    name: str


@dataclass
class _Board:
    """A shelf while it is loaded: what stands on it for good, and the sets that are to.

    ``every`` are the sizes of the whole load; ``full_for`` those of which not even one more found a
    place: nothing as large is tried again, nor as much as ``too_much``, mm², which found no place
    once. ``room`` is what is left beside ``places``.
    """

    shelf: Shelf
    standing: tuple[Placed, ...]
    has_cones: bool
    names: Counter[str]
    every: Wanted
    pieces: list[Piece] = field(default_factory=list)
    places: tuple[Placed, ...] = ()
    full_for: list[Size] = field(default_factory=list)
    too_much: float = math.inf
    room: Room | None = None

    def takes(self, filler: Filler, pieces: Sequence[Piece]) -> bool:
        """Puts more pieces onto it if there is a place for all; leaves it as it was if not.

        First beside what stands already; only where that fails is the whole shelf filled again.
        """
        if any(_as_large(piece.size, full) for piece in pieces for full in self.full_for):
            return False
        asked = [*self.pieces, *pieces]
        if not self.has_cones:
            asked.append(WITNESS)
        new = pieces if self.pieces or self.has_cones else asked
        places = self._beside(filler, [piece.size for piece in new]) or self._anew(filler, asked)
        if places is None:
            if len(pieces) == 1:
                self.full_for.append(pieces[0].size.upright)
            return False
        self.pieces, self.places = [*self.pieces, *pieces], places
        return True

    def _beside(self, filler: Filler, sizes: Sequence[Size]) -> tuple[Placed, ...] | None:
        if self.room is None:
            self.room = filler.room(self.shelf, self.every, (*self.standing, *self.places))
        room, found = self.room.copy(), list(self.places)
        for size in sorted(sizes, key=lambda one: -one.area):
            spot = room.spot(size, FreeSpaceChoice.LOWEST)
            if spot is None:
                return None
            found.append(room.take(spot))
        self.room = room
        return tuple(found)

    def _anew(self, filler: Filler, asked: Sequence[Piece]) -> tuple[Placed, ...] | None:
        area = sum(piece.size.area for piece in asked)
        if area >= self.too_much:
            return None
        wanted: Wanted = tuple(Counter(piece.size.upright for piece in asked).items())
        places = filler.best(self.shelf, wanted, self.standing)
        if len(places) < len(asked):
            self.too_much = area
            return None
        self.room = None
        return places

    def stood(self, filler: Filler) -> tuple[PlacedPiece, ...]:
        """Its pieces in their places: sets side by side, in their order.

        What was added bit by bit lies anyhow; so the shelf is filled once more, in rows.
        """
        if not self.pieces:
            return ()
        waiting = [*self.pieces] if self.has_cones else [*self.pieces, WITNESS]
        wanted: Wanted = tuple(Counter(piece.size.upright for piece in waiting).items())
        in_rows = filler.best(self.shelf, wanted, self.standing)
        places = in_rows if len(in_rows) == len(waiting) else self.places
        if not self.standing:
            places = centred(self.shelf, places, filler.clearance)
        stood = []
        for placed in in_reading_order(places):
            piece = next(one for one in waiting if one.size.upright == placed.size.upright)
            waiting.remove(piece)
            stood.append(PlacedPiece(piece, placed))
        return tuple(stood)


def _as_large(size: Size, other: Size) -> bool:
    return size.upright.width >= other.width and size.upright.depth >= other.depth


@dataclass(frozen=True)
class Fixed:
    """What stands on a shelf already and stays: places, and the trials whose pieces they are."""

    places: tuple[Placed, ...] = ()
    names: frozenset[str] = frozenset()
    has_cones: bool = False


def load_by_rules(
    shelves: Sequence[Shelf],
    sets: Sequence[PieceSet],
    clearance: float = CLEARANCE_MM,
    fixed: Sequence[Fixed] = (),
    arrangement: Arrangement = Arrangement.COMPARE,
) -> PackedLoad:
    """Loads sets onto shelves, lowest first; where not all fit, the first sets go before others.

    Sizes in mm. ``fixed`` says, for each shelf, what stands on it already. Raises ClayError naming
    ``shelf``, ``piece`` or ``clearance``. Source: as said at the head of this file.
    """
    check(shelves, [piece for one in sets for piece in one.pieces], clearance)
    # Large sets find room on an empty shelf alone; but where something must stay behind, it is to
    # be what was planned last, not what is small.
    largest_first = sorted(sets, key=lambda one: -sum(piece.size.area for piece in one.pieces))
    best = _load(shelves, largest_first, clearance, fixed, arrangement)
    if best.left_out:
        return _load(shelves, sets, clearance, fixed, arrangement)
    return best


def firings_by_rules(
    shelves: Sequence[Shelf],
    sets: Sequence[PieceSet],
    clearance: float = CLEARANCE_MM,
    arrangement: Arrangement = Arrangement.COMPARE,
) -> list[PackedLoad]:
    """The loads that all sets need, one firing after another on the same shelves.

    Pieces too large for any shelf are left out of the last. Sizes in mm. Raises ClayError as
    ``load_by_rules``. Source: as that.
    """
    loads = [load_by_rules(shelves, sets, clearance, arrangement=arrangement)]
    while left := loads[-1].left_out:
        following = load_by_rules(shelves, _only(sets, left), clearance, arrangement=arrangement)
        if not following.shelves_used:
            break
        loads.append(following)
    return loads


def _only(sets: Sequence[PieceSet], pieces: Sequence[Piece]) -> list[PieceSet]:
    """The sets with no other pieces than those."""
    waiting = Counter(pieces)
    kept = []
    for one in sets:
        found = []
        for piece in one.pieces:
            if waiting[piece]:
                waiting[piece] -= 1
                found.append(piece)
        if found:
            kept.append(PieceSet(one.name, tuple(found), one.lowest))
    return kept


def _load(
    shelves: Sequence[Shelf],
    sets: Iterable[PieceSet],
    clearance: float,
    fixed: Sequence[Fixed],
    arrangement: Arrangement,
) -> PackedLoad:
    sets = list(sets)
    every = [piece for one in sets for piece in one.pieces]
    filler = Filler(clearance, min(min(piece.size) for piece in [*every, WITNESS]), WAYS)
    wanted = tuple(Counter(piece.size.upright for piece in [*every, WITNESS]).items())
    known = [*fixed, *(Fixed() for _ in range(len(shelves) - len(fixed)))]
    boards = [
        _Board(shelf, there.places, there.has_cones, Counter(there.names), wanted)
        for shelf, there in zip(shelves, known, strict=True)
    ]
    left_out: list[Piece] = []
    for one in sorted(sets, key=lambda one: not one.lowest):
        left_out += _place(filler, boards, one, arrangement)
    return PackedLoad(tuple(board.stood(filler) for board in boards), tuple(left_out))


def _place(
    filler: Filler, boards: Sequence[_Board], one: PieceSet, arrangement: Arrangement
) -> list[Piece]:
    """Puts a set where the rules want it, or else where there is room; gives what found none."""
    for board in _wished(boards, one, arrangement):
        if board.takes(filler, one.pieces):
            board.names[one.name] += 1
            return []
    left_out = []
    for piece in one.pieces:
        found = next((board for board in boards if board.takes(filler, [piece])), None)
        if found:
            found.names[one.name] += 1
        else:
            left_out.append(piece)
    return left_out


def _wished(boards: Sequence[_Board], one: PieceSet, arrangement: Arrangement) -> list[_Board]:
    """The shelves in the order in which a set should try them.

    To spread, those with the fewest equal pieces first, so that 12 on four shelves come to stand 3,
    3, 3 and 3. To compare, those where equal pieces stand already.
    """
    if one.lowest:
        return list(boards)
    if arrangement is Arrangement.LEARN:
        return sorted(boards, key=lambda board: board.names[one.name])
    return sorted(boards, key=lambda board: not board.names[one.name])


def relaxed_rules(
    pieces: Sequence[PieceOnShelf],
    shelf_count: int,
    arrangement: Arrangement = Arrangement.COMPARE,
) -> tuple[RelaxedRule, ...]:
    """The rules that do not hold where pieces stand, by trial, in the order of the trials.

    Raises nothing. Source: the rules at the head of this file.
    """
    found = []
    for trial in dict.fromkeys(piece.trial for piece in pieces):
        of_trial = [piece for piece in pieces if piece.trial == trial]
        recipes = {piece.recipe for piece in of_trial}
        on_shelf: dict[int, list[Hashable]] = defaultdict(list)
        for piece in of_trial:
            on_shelf[piece.shelf].append(piece.recipe)
        broken = {
            LoadRule.TOGETHER: any(set(there) != recipes for there in on_shelf.values()),
            LoadRule.SPREAD: arrangement is Arrangement.LEARN and _is_heaped(on_shelf, shelf_count),
            LoadRule.LOWEST: any(piece.lowest and piece.shelf > 0 for piece in of_trial),
        }
        found += [RelaxedRule(rule, trial) for rule, is_broken in broken.items() if is_broken]
    return tuple(found)


def _is_heaped(on_shelf: Mapping[int, Sequence[Hashable]], shelf_count: int) -> bool:
    """Whether a shelf has more equal pieces than an even spread would give it."""
    every = Counter(recipe for there in on_shelf.values() for recipe in there)
    return any(
        count > math.ceil(every[recipe] / shelf_count)
        for there in on_shelf.values()
        for recipe, count in Counter(there).items()
    )
