"""The colours that a studio read last, to pick from where none was asked for yet."""

from django.db.models import Exists, OuterRef

from umberpot.results.colours.fired import (
    FiredColour,
    after_the_last_firing,
    current_colours,
    fired_colours,
)
from umberpot.studio.models import Studio
from umberpot.tiles.models import Tile, Trial

MOST_TILES = 96
MOST_TRIALS = 8


def latest_tiles(studio: Studio) -> list[FiredColour]:
    """The whole tiles that were read last, each after its last firing; the latest first."""
    read = current_colours(studio).filter(of_bare_half=False)
    keys = list(dict.fromkeys(read.order_by("-pk").values_list("tile", flat=True)[:MOST_TILES]))
    tiles = Tile.objects.of(studio).with_history().in_bulk(keys)
    colours = after_the_last_firing(fired_colours(tiles[key] for key in keys))
    return [one for one in colours if not one.of_bare_half]


def latest_trials(studio: Studio) -> list[tuple[Trial, list[FiredColour]]]:
    """The colour trials begun last of which a colour was read, each with its colours."""
    read = current_colours(studio).filter(tile__trial=OuterRef("pk"))
    trials = Trial.objects.of(studio).filter(Exists(read), test=None)[:MOST_TRIALS]
    by_trial: dict[int, list[Tile]] = {trial.pk: [] for trial in trials}
    for tile in Tile.objects.of(studio).kept().filter(trial__in=by_trial).with_history():
        by_trial[tile.trial_id].append(tile)
    return [(trial, after_the_last_firing(fired_colours(by_trial[trial.pk]))) for trial in trials]
