"""Tiles by keys, with what is needed of them: the SQL of each is composed once.

The keys come from rows of one studio: what somebody sent is looked for among its tiles first.
"""

from typing import Any

from django.db.models import QuerySet

from umberpot.studio.composed_once import Keys, composed_once
from umberpot.tiles.models import Tile


@composed_once(keys=Keys())
def tiles_to_draw(keys: Any) -> QuerySet[Tile]:
    """Each ``with_looks``."""
    return Tile.objects.filter(pk__in=keys).with_looks()


@composed_once(keys=Keys())
def tiles_with_history(keys: Any) -> QuerySet[Tile]:
    """Each ``with_history``."""
    return Tile.objects.filter(pk__in=keys).with_history()


@composed_once(trials=Keys())
def tiles_of_trials(trials: Any) -> QuerySet[Tile]:
    """Those of some trials that are kept, each ``with_history``."""
    return Tile.objects.kept().filter(trial__in=trials).with_history()
