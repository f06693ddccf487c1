"""The colours that a studio read last, to pick from where none was asked for yet."""

from umberpot.colours.fired import (
    FiredColour,
    after_the_last_firing,
    fired_colours,
)
from umberpot.studio.models import Studio
from umberpot.tiles.by_keys import tiles_of_trials, tiles_with_history
from umberpot.tiles.colours import current_colours
from umberpot.tiles.models import Tile, Trial

MOST_TILES = 96
MOST_TRIALS = 8
_READINGS_LOOKED_AT = 600
"""The latest readings of colour that their trials are taken from."""


def latest_tiles(studio: Studio) -> list[FiredColour]:
    """The whole tiles that were read last, each after its last firing; the latest first."""
    read = current_colours(studio).filter(of_bare_half=False)
    keys = list(dict.fromkeys(read.order_by("-pk").values_list("tile", flat=True)[:MOST_TILES]))
    tiles = {tile.pk: tile for tile in tiles_with_history(keys=keys)}
    colours = after_the_last_firing(fired_colours(tiles[key] for key in keys))
    return [one for one in colours if not one.of_bare_half]


def latest_trials(studio: Studio) -> list[tuple[Trial, list[FiredColour]]]:
    """The colour trials that were read last, each with its colours; the latest first."""
    read = current_colours(studio).filter(tile__trial__test=None).order_by("-pk")
    newest = read.values_list("tile__trial", flat=True)[:_READINGS_LOOKED_AT]
    keys = list(dict.fromkeys(newest))[:MOST_TRIALS]
    trials = Trial.objects.of(studio).in_bulk(keys)
    by_trial: dict[int, list[Tile]] = {key: [] for key in keys}
    for tile in tiles_of_trials(trials=keys):
        by_trial[tile.trial_id].append(tile)
    return [(trials[key], after_the_last_firing(fired_colours(by_trial[key]))) for key in keys]
