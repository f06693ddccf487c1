"""The pieces of a firing as they are taken out: by shelf, the top one first."""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import groupby

from django.db.models import F, QuerySet

from claycore.measure.formatting import true_minus
from claycore.testing.fault_causes import FaultCause, causes_of
from umberpot.colours.fired import FiredColour
from umberpot.firings.models import Firing
from umberpot.kiln.opening.forms import (
    CameOutForm,
    NotedOnPiece,
    RemarkGroup,
    noted_on,
    remark_groups,
)
from umberpot.kiln.opening.likenesses import Likenesses, likenesses
from umberpot.kiln.outcomes.services import Mishap
from umberpot.studio.models import Studio
from umberpot.tiles.by_keys import tiles_with_history
from umberpot.tiles.models import BARE_HALF, Loading, Tile
from umberpot.tiles.progress import TileProgress, halves_differ, progress_of

SHELF_NOT_NOTED = "Shelf not recorded"
_AMONG_REMARKS_ON_BARS = (Mishap.STUCK, Mishap.BLOATED)
"""What is among the remarks on a bar already."""


@dataclass(frozen=True)
class LikeRow:
    """The tiles that a piece, or its bare half, may look like; ``name`` is that of the field."""

    name: str
    legend: str
    tiles: Sequence[FiredColour]
    noted: str


@dataclass(frozen=True)
class PieceCard:
    """One piece: what is noted of it by now, and what can be tapped."""

    progress: TileProgress
    noted: NotedOnPiece
    rows: Sequence[LikeRow]
    groups: Sequence[RemarkGroup]
    mishaps: Sequence[Mishap]
    form: CameOutForm

    @property
    def tile(self) -> Tile:
        return self.progress.tile

    @property
    def summary(self) -> str:
        """What is noted of it, in one line; '' for nothing."""
        words = self.form.observed.words
        colour, bare = map(true_minus, (self.noted.colour, self.noted.bare_colour))
        seen = [words.get(code, code) for code in sorted(self.noted.remarks)]
        of_bare = f"{bare}{BARE_HALF}" if bare else ""
        return ", ".join(filter(None, (colour, self.noted.words, of_bare, *seen)))

    @property
    def causes(self) -> list[FaultCause]:
        """What may be behind the faults that are noted of it."""
        return causes_of(self.noted.remarks)


@dataclass(frozen=True)
class ShelfOfCards:
    """What stood on a shelf."""

    title: str
    cards: Sequence[PieceCard]


def pieces_of(firing: Firing) -> QuerySet[Loading]:
    """The kept pieces in the order they are taken out: the top shelf first, from its back left."""
    kept = Loading.objects.filter(firing=firing, tile__set_aside_at=None)
    nowhere_last = (F("shelf").desc(nulls_last=True), F("y_mm").desc(nulls_last=True))
    return kept.order_by(*nowhere_last, "x_mm", "tile")


def cards_of(studio: Studio, firing: Firing, loadings: Sequence[Loading]) -> list[ShelfOfCards]:
    """The cards of some pieces of a firing, shelf by shelf; the queries do not grow with them."""
    keys = [loading.tile_id for loading in loadings]
    tiles = {one.pk: one for one in tiles_with_history(keys=keys)}
    beside = likenesses(studio, firing, tiles.values())
    shelves = []
    for title, stood in groupby(loadings, lambda one: one.where or SHELF_NOT_NOTED):
        cards = [card_of(studio, firing, tiles[one.tile_id], beside) for one in stood]
        shelves.append(ShelfOfCards(title, cards))
    return shelves


def card_of(
    studio: Studio,
    firing: Firing,
    tile: Tile,
    beside: Likenesses,
    form: CameOutForm | None = None,
) -> PieceCard:
    """The card of one tile fetched ``with_history``; ``form`` is what was wrong on it."""
    noted = noted_on(tile, firing)
    rows = [LikeRow("colour", "Colour like", beside(tile, False), noted.colour)]
    if halves_differ(tile):
        unglazed = beside(tile, True)
        rows.append(LikeRow("bare_colour", "Unglazed half like", unglazed, noted.bare_colour))
    return PieceCard(
        progress_of(tile),
        noted,
        rows,
        remark_groups(tile, noted.remarks),
        [one for one in Mishap if not (tile.is_bar and one in _AMONG_REMARKS_ON_BARS)],
        form or CameOutForm(None, tile=tile, studio=studio),
    )
