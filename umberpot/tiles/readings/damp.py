"""Pieces that were soaked and are not dry again: a damp piece can explode in the kiln."""

from collections.abc import Collection
from dataclasses import dataclass
from datetime import datetime, timedelta

from django.db.models import QuerySet
from django.utils import timezone

from claycore.measure.formatting import listed
from claycore.testing.drying import AFTER_SOAKING
from claycore.testing.readings import READINGS
from umberpot.tiles.models import Reading, Step, Tile

MOST_NAMED = 8
"""Codes that are named; of more their number."""

_OF_A_SOAK = [kind.quantity for kind in READINGS.values() if kind.by_method]


@dataclass(frozen=True)
class Damp:
    """Pieces that wait for a firing and were soaked less than a drying ago; the last is dry then.

    ``until`` is None where there are none.
    """

    codes: tuple[str, ...]
    until: datetime | None

    def __bool__(self) -> bool:
        return bool(self.codes)

    def __str__(self) -> str:
        if self.until is None:
            return ""
        until = timezone.localtime(self.until)
        were = "was" if len(self.codes) == 1 else "were"
        named = list(self.codes[:MOST_NAMED])
        more = len(self.codes) - len(named)
        soaked = f"{listed([*named, f'{more} more'] if more else named)} {were} soaked"
        return f"{soaked}: leave to dry until {until:%a %H:%M} at least before the next firing."


def damp_among(tiles: Collection[int] | QuerySet[Tile]) -> Damp:
    """Which of these tiles, by their keys or as they are asked for, are damp.

    One query where nothing was soaked lately, which is most days; two where something was.
    """
    recently = timezone.now() - timedelta(minutes=AFTER_SOAKING)
    soaked = Reading.objects.filter(
        tile__step=Step.FIRE,
        quantity__in=_OF_A_SOAK,
        superseded_at=None,
        made_at__gt=recently,
    )
    # The few soaks of a day come first: asked the other way round, each tile that waits is looked
    # up for every page of the kiln.
    lately = list(soaked.order_by("tile", "made_at").values_list("tile", "made_at"))
    if not lately:
        return Damp((), None)
    codes = _codes(tiles, {key for key, _ in lately})
    damp = [(key, made_at) for key, made_at in lately if key in codes]
    if not damp:
        return Damp((), None)
    last = max(made_at for _, made_at in damp)
    return Damp(
        tuple(codes[key] for key in dict.fromkeys(key for key, _ in damp)),
        last + timedelta(minutes=AFTER_SOAKING),
    )


def _codes(tiles: Collection[int] | QuerySet[Tile], soaked: set[int]) -> dict[int, str]:
    """The codes of those that are among the tiles that are asked about, by key."""
    found = (
        tiles.filter(pk__in=soaked)
        if isinstance(tiles, QuerySet)
        else Tile.objects.filter(pk__in=soaked.intersection(tiles))
    )
    return dict(found.values_list("pk", "code"))
