"""What came out of the kiln last: the pieces of the latest firing, in colour as far as read."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from django.db.models import Count, Exists, IntegerField, OuterRef, QuerySet, Subquery

from claycore.colour.notation import Lab
from claycore.firing.kinds import FiringKind
from umberpot.firings.models import Firing
from umberpot.studio.composed_once import composed_once
from umberpot.studio.models import Studio
from umberpot.tiles.colours import current_colours
from umberpot.tiles.columns import LAB_COLUMNS
from umberpot.tiles.models import Loading, Tile

MOST_SHOWN = 26


@dataclass(frozen=True)
class OpenedPiece:
    """A piece of the firing; ``colour`` is None until it is read."""

    tile: Tile
    colour: Lab | None

    @property
    def summary(self) -> str:
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
    """The latest firing that a piece was in which is kept; None before the first. One query.

    Of a large firing the first pieces by their codes, the ones that were read before the others.
    """
    rows: list[Any] = list(_latest(studio=studio.pk))
    if not rows:
        return None
    pieces = [OpenedPiece(row.tile, _lab(row)) for row in rows]
    pieces.sort(key=lambda one: -one.colour.lightness if one.colour else 1.0)
    return Opened(rows[0].firing, pieces, rows[0].count - len(pieces))


@composed_once(studio=IntegerField())
def _latest(studio: Any) -> QuerySet[Loading]:
    """What was in the latest firing, with its colours and how many pieces there were."""
    kept = Loading.objects.filter(studio=studio, tile__set_aside_at=None)
    # A kiln that was cut off cold reached no cone, and nothing in it is fired.
    fired = Firing.objects.of(studio).exclude(kind=FiringKind.KILN, cone="")
    opened = fired.filter(Exists(kept.filter(firing=OuterRef("pk"))))
    latest = opened.order_by("-fired_on", "-pk").values("pk")[:1]
    of_latest = kept.filter(firing=Subquery(latest)).order_by("tile")
    count = of_latest.order_by().values("firing").annotate(count=Count("pk")).values("count")
    read = current_colours(studio).filter(
        tile=OuterRef("tile"), firing=OuterRef("firing"), of_bare_half=False
    )
    return (
        # Cut first: colours are looked up piece by piece.
        Loading.objects.filter(pk__in=of_latest.values("pk")[:MOST_SHOWN])
        .select_related("firing", *_CALLED_BY)
        .annotate(
            count=Subquery(count),
            **{f"read_{part}": Subquery(read.values(part)[:1]) for part in LAB_COLUMNS},
        )
        .order_by("tile")
    )


_CALLED_BY = ("tile__mix", "tile__clay", "tile__stack__body", "tile__trial__test")


def _lab(row: Loading) -> Lab | None:
    lightness, a, b = (getattr(row, f"read_{part}") for part in LAB_COLUMNS)
    return None if lightness is None else Lab(lightness, a, b)
