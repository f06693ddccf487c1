"""Equal pieces laid in rows on one shelf: the most that any stack of rows holds.

A row lies along or across; those across lie together. In the best stack some row just fits where
it lies, so only those heights are tried. Source: our own; exact among such stacks.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache

from claycore.firing.loading.shelves import DUST, Placed, Shelf

MOST_ROWS_TURNED = 16
"""With more rows than that all lie along: turning some gains little and takes long."""


@dataclass(frozen=True)
class _Row:
    """One row's piece: its length along the row, and the height of the row."""

    length: float
    height: float


_Stack = tuple[_Row, ...]


@lru_cache(maxsize=512)
def best_rows(shelf: Shelf, width: float, depth: float, clearance: float) -> tuple[Placed, ...]:
    """The places of as many pieces of one size as rows can hold, the lowest row first.

    Sizes and ``clearance`` in mm. Raises nothing. Source: as said at the
    head of this file.
    """
    upright = _best(shelf, width, depth, clearance)
    if shelf.turned() == shelf:
        return upright
    sideways = _best(shelf.turned(), width, depth, clearance)
    if len(sideways) <= len(upright):
        return upright
    return tuple(Placed(one.y, one.x, one.depth, one.width) for one in sideways)


def _best(shelf: Shelf, width: float, depth: float, gap: float) -> tuple[Placed, ...]:
    best: tuple[int, float, _Stack] = (0, 0.0, ())
    for rows in _stacks(shelf.height(gap), width, depth, gap):
        for bottom in _bottoms(shelf, rows, gap):
            count = sum(_counts(shelf, rows, bottom, gap))
            if count > best[0]:
                best = (count, bottom, rows)
    _, bottom, rows = best
    return tuple(_laid(shelf, rows, bottom, gap))


def _stacks(height: float, width: float, depth: float, gap: float) -> Iterator[_Stack]:
    """Stacks that fill a height or nearly: rows along, with some across in one block among them."""
    short, long = sorted((width, depth))
    along, across = _Row(long, short), _Row(short, long)
    most = _how_many(height, along, gap)
    blocks = [0] if short == long or most > MOST_ROWS_TURNED else range(most + 1)
    for turned in blocks:
        left = height - turned * (across.height + gap)
        rows = _how_many(left, along, gap)
        for total in {max(0, rows - 1), rows} if left > -gap - DUST else ():
            for lower in range(total + 1 if turned else 1):
                yield (along,) * lower + (across,) * turned + (along,) * (total - lower)


def _how_many(height: float, row: _Row, gap: float) -> int:
    return max(0, int((height + gap + DUST) / (row.height + gap)))


def _bottoms(shelf: Shelf, rows: _Stack, gap: float) -> Iterator[float]:
    """Where the lowest row may begin: so that some row just fits, or the stack is centred."""
    below = 0.0
    for row in rows:
        count = 1
        while found := shelf.bottoms(row.height, count * (row.length + gap) - gap, gap):
            yield from (bottom - below for bottom in found)
            count += 1
        below += row.height + gap
    yield shelf.middle[1] - (below - gap) / 2


def _counts(shelf: Shelf, rows: _Stack, bottom: float, gap: float) -> Iterator[int]:
    for row in rows:
        length = shelf.row(bottom, bottom + row.height, gap)
        yield int((length + gap + DUST) / (row.length + gap)) if length else 0
        bottom += row.height + gap


def _laid(shelf: Shelf, rows: _Stack, bottom: float, gap: float) -> Iterator[Placed]:
    for row, count in zip(rows, _counts(shelf, rows, bottom, gap), strict=True):
        x = shelf.middle[0] - (count * (row.length + gap) - gap) / 2
        for number in range(count):
            yield Placed(x + number * (row.length + gap), bottom, row.length, row.height)
        bottom += row.height + gap
