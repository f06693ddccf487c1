"""Pieces that were soaked and are not dry again: a damp piece can explode in the kiln."""

from collections.abc import Collection
from dataclasses import dataclass
from datetime import datetime, timedelta

from django.utils import timezone

from claycore.measure.formatting import listed
from claycore.testing.drying import AFTER_SOAKING
from claycore.testing.readings import READINGS
from umberpot.tiles.models import Reading, Step

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
        soaked = f"{listed(self.codes)} {were} soaked"
        return f"{soaked}: leave to dry until {until:%a %H:%M} at least before the next firing."


def damp_among(tiles: Collection[int]) -> Damp:
    """Which of these tiles, by their keys, are damp from a soak. One query."""
    recently = timezone.now() - timedelta(minutes=AFTER_SOAKING)
    soaked = Reading.objects.filter(
        tile__in=tiles,
        tile__step=Step.FIRE,
        quantity__in=_OF_A_SOAK,
        superseded_at=None,
        made_at__gt=recently,
    )
    latest: dict[str, datetime] = {}
    for code, made_at in soaked.order_by("made_at").values_list("tile__code", "made_at"):
        latest[code] = made_at
    if not latest:
        return Damp((), None)
    return Damp(tuple(sorted(latest)), max(latest.values()) + timedelta(minutes=AFTER_SOAKING))
