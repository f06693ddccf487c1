"""What came out of the kiln last: the pieces of the latest firing, in colour as far as read."""

from collections.abc import Sequence
from dataclasses import dataclass

from umberpot.colours.fired import FiredColour, read_as_fired_colours
from umberpot.firings.models import Firing
from umberpot.studio.models import Studio
from umberpot.tiles.colours import current_colours
from umberpot.tiles.models import Loading, Tile

MOST_SHOWN = 26


@dataclass(frozen=True)
class OpenedPiece:
    """A piece of the firing; ``colour`` is None until it is read."""

    tile: Tile
    colour: FiredColour | None

    @property
    def says(self) -> str:
        """The piece in words, for who cannot see it."""
        colour = f", {self.colour.says}" if self.colour else ": colour not read yet"
        return f"{self.tile.code}{colour}"


@dataclass(frozen=True)
class Opened:
    """A firing and what was in it: first what was read, by lightness; ``more`` are not shown."""

    firing: Firing
    pieces: Sequence[OpenedPiece]
    more: int

    @property
    def unread(self) -> int:
        """How many of the pieces shown have no colour yet."""
        return sum(piece.colour is None for piece in self.pieces)


def last_opened(studio: Studio) -> Opened | None:
    """The latest firing that anything was in; None before the first. Three queries."""
    newest = Firing.objects.of(studio).filter(loadings__tile__set_aside_at=None)
    firing = newest.filter(loadings__isnull=False).first()
    if firing is None:
        return None
    kept = Loading.objects.filter(firing=firing, tile__set_aside_at=None)
    tiles = [one.tile for one in kept.select_related("tile__trial__test").order_by("tile")]
    read = current_colours(studio).filter(firing=firing, of_bare_half=False)
    colours = {one.tile: one for one in read_as_fired_colours(read)}
    pieces = [OpenedPiece(tile, colours.get(tile.pk)) for tile in tiles]
    pieces.sort(key=lambda one: -one.colour.lab.lightness if one.colour else 1.0)
    return Opened(firing, pieces[:MOST_SHOWN], max(0, len(pieces) - MOST_SHOWN))
