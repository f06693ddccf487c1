"""Findings as captions: the sentence, the tiles it speaks of, who said so and when."""

from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from umberpot.library.models import Finding
from umberpot.tiles.models import Tile

MOST_TILES = 9


@dataclass(frozen=True)
class Caption:
    """A finding and the fired colours of its tiles as ``#rrggbb``, in the order of their codes."""

    finding: Finding
    fills: Sequence[tuple[str, str]]


def captions_of(findings: Iterable[Finding]) -> list[Caption]:
    """Each finding with the colours of its trial's tiles, in one query for all."""
    rows = list(findings)
    trials = {one.trial_id for one in rows if one.trial_id}
    by_trial: dict[int, list[tuple[str, str]]] = defaultdict(list)
    tiles = Tile.objects.filter(trial__in=trials).kept().prefetch_related("colours")
    for tile in tiles.order_by("pk"):
        current = [one for one in tile.colours.all() if one.is_current and not one.of_bare_half]
        if current and len(by_trial[tile.trial_id]) < MOST_TILES:
            by_trial[tile.trial_id].append((tile.code, current[-1].lab.hex))
    return [Caption(one, by_trial.get(one.trial_id or 0, [])) for one in rows]
