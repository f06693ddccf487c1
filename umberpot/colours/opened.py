"""What came out of the kiln last: the pieces of the latest firing, in colour as far as read."""

from collections.abc import Sequence
from dataclasses import dataclass

from django.db.models import OuterRef, Subquery

from claycore.colour.notation import Lab
from claycore.firing.kinds import FiringKind
from umberpot.firings.models import Firing
from umberpot.studio.models import Studio
from umberpot.tiles.colours import current_colours
from umberpot.tiles.models import Loading, Tile

MOST_SHOWN = 26


@dataclass(frozen=True)
class OpenedPiece:
    """A piece of the firing; ``colour`` is None until it is read."""

    tile: Tile
    colour: Lab | None

    @property
    def says(self) -> str:
        """The piece in words, for who cannot see it."""
        return f"{self.tile.code}, {self.tile.made_of}{'' if self.colour else ': not read yet'}"


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
    """The latest firing that a piece was in which is kept; None before the first. One query."""
    kept = Loading.objects.filter(studio=studio, tile__set_aside_at=None)
    # A kiln that was cut off cold reached no cone, and nothing in it is fired.
    kept = kept.exclude(firing__kind=FiringKind.KILN, firing__cone="")
    latest = kept.order_by("-firing__fired_on", "-firing").values("firing")[:1]
    read = current_colours(studio).filter(
        tile=OuterRef("tile"), firing=OuterRef("firing"), of_bare_half=False
    )
    rows = list(
        kept.filter(firing=Subquery(latest))
        .select_related("firing", *_CALLED_BY)
        .annotate(
            **{f"read_{part}": Subquery(read.values(part)[:1]) for part in ("lightness", "a", "b")}
        )
        .order_by("tile")
    )
    if not rows:
        return None
    pieces = [OpenedPiece(row.tile, _lab(row)) for row in rows]
    pieces.sort(key=lambda one: -one.colour.lightness if one.colour else 1.0)
    return Opened(rows[0].firing, pieces[:MOST_SHOWN], max(0, len(pieces) - MOST_SHOWN))


_CALLED_BY = ("tile__mix", "tile__clay", "tile__stack__body", "tile__trial__test")


def _lab(row: Loading) -> Lab | None:
    lightness, a, b = (getattr(row, f"read_{part}") for part in ("lightness", "a", "b"))
    return None if lightness is None else Lab(lightness, a, b)
