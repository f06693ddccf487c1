"""How many firings pieces need in one kiln, and what leaving a few out would save."""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.firing.loading.packing import Load, Piece, pack
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
) -> list[Load]:
    """The loads that all pieces need, one firing after another on the same shelves.

    Pieces too large for any shelf are left out of the last load. Sizes in mm. Raises ClayError as
    ``pack`` does. Source: as ``pack``.
    """
    loads = [pack(shelves, pieces, clearance)]
    while loads[-1].left_out and loads[-1].shelves_used:
        following = pack(shelves, loads[-1].left_out, clearance)
        if not following.shelves_used:
            break
        loads.append(following)
    return loads


def saving(
    loads: Sequence[Load], shelves: Sequence[Shelf], clearance: float = CLEARANCE_MM
) -> Saving | None:
    """What is gained by leaving out a few pieces: those that stand last, or else the largest.

    None where nothing is gained. Sizes in mm. Raises nothing for loads that were packed. Source:
    our own; another choice of pieces might gain where none is found here.
    """
    last = _last_shelf(loads[-1])
    if len(loads) > 1 and sum(map(len, loads[-1].shelves)) <= A_FEW:
        few = tuple(one.piece for stood in loads[-1].shelves for one in stood)
        return Saving(few, 1, 0)
    if 0 < len(last) <= A_FEW and (len(loads) > 1 or loads[-1].shelves_used > 1):
        return Saving(last, 0, 1)
    every = [one.piece for load in loads for stood in load.shelves for one in stood]
    few = tuple(sorted(every, key=lambda piece: -piece.size.area)[:A_FEW])
    kept = list(every)
    for piece in few:
        kept.remove(piece)
    if not kept:
        return None
    fewer = firings_for(shelves, kept, clearance)
    firings, used = len(loads) - len(fewer), _shelves_used(loads) - _shelves_used(fewer)
    if firings > 0 or used > 0:
        return Saving(few, firings, 0 if firings else used)
    return None


def _last_shelf(load: Load) -> tuple[Piece, ...]:
    stood = next((stood for stood in reversed(load.shelves) if stood), ())
    return tuple(one.piece for one in stood)


def _shelves_used(loads: Sequence[Load]) -> int:
    return sum(load.shelves_used for load in loads)
