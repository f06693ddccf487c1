"""How many firings pieces need in one kiln, and what leaving a few out would save."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from claycore.firing.loading.packing import MOST_SHELVES, PackedLoad, Piece, pack
from claycore.firing.loading.shelves import CLEARANCE_MM, Shelf

A_FEW = 3
"""Pieces that one may well leave for another time."""


@dataclass(frozen=True)
class Saving:
    """What leaving pieces out saves: whole firings, or else shelves."""

    pieces: tuple[Piece, ...]
    firings: int
    shelves: int


def firings_for(
    shelves: Sequence[Shelf], pieces: Sequence[Piece], clearance: float = CLEARANCE_MM
) -> list[PackedLoad]:
    """The loads that all pieces need, one firing after another on the same shelves.

    A kiln filled with as many pieces as it takes leaves the large ones to the end; so the shelves
    of several firings are filled together as well, and the fewer firings count. Pieces too large
    for any shelf are left out of the last load. Sizes in mm. Raises ClayError as ``pack`` does.
    Source: as ``pack``.
    """
    loads = _one_by_one(shelves, pieces, clearance)
    while fewer := _together(shelves, pieces, clearance, len(loads) - 1, loads[-1].left_out):
        loads = fewer
    return loads


def _one_by_one(
    shelves: Sequence[Shelf], pieces: Sequence[Piece], clearance: float
) -> list[PackedLoad]:
    loads = [pack(shelves, pieces, clearance)]
    while loads[-1].left_out and loads[-1].shelves_used:
        following = pack(shelves, loads[-1].left_out, clearance)
        if not following.shelves_used:
            break
        loads.append(following)
    return loads


def _together(
    shelves: Sequence[Shelf],
    pieces: Sequence[Piece],
    clearance: float,
    firings: int,
    too_large: Sequence[Piece],
) -> list[PackedLoad] | None:
    """The loads of so many firings filled together; None where that is not found."""
    if not 1 <= firings <= MOST_SHELVES // len(shelves):
        return None
    load = pack([*shelves] * firings, pieces, clearance)
    if len(load.left_out) > len(too_large):
        return None
    count = len(shelves)
    each = [PackedLoad(load.shelves[n * count : (n + 1) * count], ()) for n in range(firings)]
    return [*each[:-1], PackedLoad(each[-1].shelves, load.left_out)]


def saving(
    loads: Sequence[PackedLoad], loads_for: Callable[[Sequence[Piece]], Sequence[PackedLoad]]
) -> Saving | None:
    """What is gained by leaving out a few pieces: those that stand last, or else the largest.

    ``loads_for`` packs other pieces as these loads were packed. None where nothing is gained.
    Raises what ``loads_for`` does. Source: our own; another choice of pieces might gain where none
    is found here.
    """
    if last := last_few(loads):
        return last
    every = [one.piece for load in loads for stood in load.shelves for one in stood]
    few = tuple(sorted(every, key=lambda piece: -piece.size.area)[:A_FEW])
    kept = list(every)
    for piece in few:
        kept.remove(piece)
    if not kept:
        return None
    fewer = loads_for(kept)
    firings, used = len(loads) - len(fewer), _shelves_used(loads) - _shelves_used(fewer)
    if firings > 0 or used > 0:
        return Saving(few, max(0, firings), 0 if firings > 0 else used)
    return None


def last_few(loads: Sequence[PackedLoad]) -> Saving | None:
    """What is gained by leaving out the few pieces of the last firing, or of the last shelf.

    None where there are more than a few. Raises nothing. Source: our own.
    """
    if not loads:
        return None
    in_last = tuple(one.piece for stood in loads[-1].shelves for one in stood)
    if len(loads) > 1 and len(in_last) <= A_FEW:
        return Saving(in_last, 1, 0)
    on_last = _last_shelf(loads[-1])
    if 0 < len(on_last) <= A_FEW and (len(loads) > 1 or loads[-1].shelves_used > 1):
        return Saving(on_last, 0, 1)
    return None


def _last_shelf(load: PackedLoad) -> tuple[Piece, ...]:
    stood = next((stood for stood in reversed(load.shelves) if stood), ())
    return tuple(one.piece for one in stood)


def _shelves_used(loads: Sequence[PackedLoad]) -> int:
    return sum(load.shelves_used for load in loads)
