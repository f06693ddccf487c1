"""On which kiln shelves the tiles of a trial stood, and what that may do to what is compared."""

from collections import defaultdict
from collections.abc import Iterable, Sequence

from claycore.firing.shelf_spread import Offset, shelf_offsets
from claycore.measure.formatting import plain
from umberpot.firings.models import Firing
from umberpot.kiln.outcomes.services import heats_of
from umberpot.tiles.models import Loading
from umberpot.tiles.progress import TileProgress

MOST_CODES = 6
"""Tiles of one shelf that are named; more are counted."""


def shelves_said(progresses: Iterable[TileProgress]) -> list[str]:
    """For each firing whose tiles of this trial stood on several shelves: which, and what it means.

    Tiles are taken after their last firing; nothing is said where nobody noted the shelves.
    """
    stood: dict[Firing, dict[int, list[str]]] = defaultdict(lambda: defaultdict(list))
    for progress in progresses:
        loading: Loading | None = next(reversed(progress.tile.loadings.all()), None)
        if loading is not None and loading.shelf is not None:
            stood[loading.firing][loading.shelf].append(progress.tile.code)
    return [
        f"{_where(by_shelf)} {_meaning(firing, by_shelf)}"
        for firing, by_shelf in stood.items()
        if len(by_shelf) > 1
    ]


def _where(by_shelf: dict[int, list[str]]) -> str:
    parts = []
    for shelf, codes in sorted(by_shelf.items()):
        named = ", ".join(codes) if len(codes) <= MOST_CODES else f"{len(codes)} tiles"
        parts.append(f"{named} on shelf {shelf + 1}")
    return f"In the kiln stood {'; '.join(parts)}."


def _meaning(firing: Firing, shelves: Iterable[int]) -> str:
    kiln = firing.kiln
    offsets = shelf_offsets(heats_of(kiln)) if kiln else {}
    known = [offsets[shelf] for shelf in shelves if shelf in offsets]
    if len(known) < 2:
        return "How far these shelves differ is not known: small differences may be theirs."
    return f"In {kiln} they differ by {_apart(known)}: smaller differences may be theirs."


def _apart(offsets: Sequence[Offset]) -> str:
    """How far the hottest and the coolest shelf are apart, on the cone scale."""
    hot = max(offsets, key=lambda one: one.value)
    cool = min(offsets, key=lambda one: one.value)
    u95 = (hot.u95**2 + cool.u95**2) ** 0.5
    return f"{plain(hot.value - cool.value, 0)} ± {plain(u95, 0)} °C"
