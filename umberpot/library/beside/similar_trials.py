"""Trials that are worth laying beside each other: of the same colourants."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from urllib.parse import urlencode

from claycore.colour.notation import Lab
from umberpot.colours.fired import labs
from umberpot.colours.latest import latest_trials
from umberpot.studio.models import Studio
from umberpot.tiles.models import Trial


@dataclass(frozen=True)
class Alike:
    """Two trials, the earlier one first, each with its colours; what both have, by name."""

    colourants: Sequence[str]
    trials: Sequence[tuple[Trial, Sequence[Lab]]]

    @property
    def query(self) -> str:
        """What lays them beside each other."""
        first, second = (trial.pk for trial, _ in self.trials)
        return urlencode({"first": first, "second": second, "way": "pct"})


def alike_trials(studio: Studio) -> list[Alike]:
    """Of the latest trials, the last two of each colourant that was tried alone in two of them."""
    latest = latest_trials(studio)
    tried: dict[str, list[int]] = defaultdict(list)
    for place, (_, colours) in enumerate(latest):
        for name in dict.fromkeys(next(iter(c.pcts)) for c in colours if len(c.pcts) == 1):
            tried[name].append(place)
    common: dict[tuple[int, ...], list[str]] = defaultdict(list)
    for name, places in tried.items():
        if len(places) > 1:
            common[places[1], places[0]].append(name)
    shown = [(trial, labs(colours)) for trial, colours in latest]
    return [Alike(names, [shown[place] for place in pair]) for pair, names in common.items()]
