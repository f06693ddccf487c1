"""Fired colours as they come in, in figures or as the tile they look like, and those that stand."""

import re
from dataclasses import dataclass

from django.db.models import QuerySet

from claycore.colour import notation
from claycore.colour.by_eye import KnownTile, seen_like
from claycore.colour.doubt import Doubt
from claycore.colour.notation import Lab
from claycore.measure.errors import OutOfBounds
from umberpot.studio.models import Studio
from umberpot.tiles.models import ColourReading, ColourSource

_CODE = r"([a-z]{1,6}[0-9]{1,6})"
_BY_EYE = re.compile(rf"(?:like|between)\s+{_CODE}(?:\s+and\s+{_CODE})?", re.IGNORECASE)


@dataclass(frozen=True)
class MeasuredColour:
    """A fired colour as it was read: how it is written, where it is from, and how far off."""

    lab: Lab
    typed: str
    source: ColourSource = ColourSource.TYPED
    u95: float | None = None
    of_bare_half: bool = False
    doubt: Doubt | None = None


def typed_colour(
    studio: Studio, typed: str, *, of: str = "", of_bare_half: bool = False
) -> MeasuredColour:
    """What was typed: ``#rrggbb``, ``L, a, b``, ``like A12`` or ``between A12 and A14``.

    ``of`` is the code of the tile it is the colour of. Raises OutOfBounds naming ``colour``, also
    for a tile whose colour is not known, and for one that is compared with itself.
    """
    typed = typed.strip()
    found = _BY_EYE.fullmatch(typed)
    if found is None:
        return MeasuredColour(notation.parse(typed), typed, of_bare_half=of_bare_half)
    codes = dict.fromkeys(code.upper() for code in found.groups() if code)
    if of in codes:
        raise OutOfBounds("colour", of, f"Compare {of} with another tile, not with itself.")
    seen = seen_like([_known(studio, code) for code in codes])
    return MeasuredColour(seen.lab, typed, ColourSource.BY_EYE, seen.u95, of_bare_half)


def _known(studio: Studio, code: str) -> KnownTile:
    """A tile's latest colour; of one with a bare half that of the glazed one."""
    current = ColourReading.objects.of(studio).filter(tile__code=code, superseded_at=None)
    reading = current.order_by("of_bare_half", "-firing__fired_on", "-pk").first()
    if reading is None:
        said = f"Tile {code} has no fired colour. Enter a tile that has one, or the colour itself."
        raise OutOfBounds("colour", code, said)
    return KnownTile(reading.lab, reading.u95 or 0.0)


MOST_LOOKED_BACK = 20_000
"""So many of the latest colours are gone through where every one would have to be."""


def latest_colours(studio: Studio) -> QuerySet[ColourReading]:
    """The colours after a firing that stand, but for those that are very long ago.

    For what a page gathers from all of them: a studio of lifetimes is no slower than a large one.
    """
    oldest = _left_out(studio).first()
    current = current_colours(studio)
    return current if oldest is None else current.filter(pk__gt=oldest)


def some_are_left_out(studio: Studio) -> bool:
    """Whether a studio has more colours than are gone through."""
    return _left_out(studio).exists()


def _left_out(studio: Studio) -> QuerySet[ColourReading, int]:
    """The key of the latest colour that is not gone through; empty where all are."""
    keys = ColourReading.objects.of(studio).order_by("-pk").values_list("pk", flat=True)
    latest: QuerySet[ColourReading, int] = keys[MOST_LOOKED_BACK : MOST_LOOKED_BACK + 1]
    return latest


def current_colours(studio: Studio) -> QuerySet[ColourReading]:
    """The colours after a firing that stand, of tiles that are not set aside."""
    rows = ColourReading.objects.of(studio)
    found: QuerySet[ColourReading] = rows.filter(
        superseded_at=None, tile__set_aside_at=None, firing__isnull=False
    )
    return found
