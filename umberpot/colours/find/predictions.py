"""Predictions kept before their tiles were made, and how they came out."""

import uuid
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from django.contrib.auth.models import User

from claycore.colour.difference import ciede2000
from claycore.colour.equal_tiles import mean_colour
from claycore.colour.notation import Lab
from claycore.colour.palette import Predicted
from umberpot.colours.fired import Conditions, FiredColour, fired_colours, labs
from umberpot.colours.models import Prediction
from umberpot.studio.models import Studio
from umberpot.tiles.by_keys import tiles_with_history
from umberpot.tiles.models import Tile


@dataclass(frozen=True)
class PredictionOutcome:
    """A prediction, and what its tiles came to; none while they are not fired and read."""

    prediction: Prediction
    tiles: Sequence[FiredColour]

    @property
    def fired(self) -> Lab | None:
        return mean_colour(labs(self.tiles)) if self.tiles else None

    @property
    def delta_e(self) -> float | None:
        """How far the tiles lie from what was predicted, CIEDE2000."""
        return ciede2000(self.prediction.lab, self.fired) if self.fired else None

    @property
    def is_hit(self) -> bool:
        """Whether it came out within twice what was expected."""
        return self.delta_e is not None and self.delta_e <= 2 * self.prediction.expected_error


def keep_prediction(
    studio: Studio,
    conditions: Conditions,
    pcts: Mapping[str, float],
    want: Lab,
    predicted: Predicted,
    key: uuid.UUID,
    by: User,
) -> Prediction:
    """Keeps what is predicted before the tile is made. The same ``key`` keeps only one."""
    kept, _ = Prediction.objects.get_or_create(
        studio=studio,
        request_key=key,
        defaults={
            "clay": conditions.clay,
            "cone": conditions.cone,
            "made_by": by,
            "atmosphere": conditions.atmosphere,
            "glazed": conditions.glazed,
            "glaze": conditions.glaze,
            "pcts": dict(pcts),
            "wanted": want.values,
            "predicted": predicted.lab.values,
            "expected_error": predicted.expected_error,
        },
    )
    return kept


def outcomes(studio: Studio, most: int) -> list[PredictionOutcome]:
    """The latest predictions, each with the tiles that were made and fired as predicted."""
    kept = list(Prediction.objects.of(studio)[:most])
    if not kept:
        return []
    since = (
        Tile.objects.of(studio)
        .kept()
        .filter(
            mix__clay_name__in={one.clay for one in kept},
            mix__made_at__gte=min(one.made_at for one in kept),
            colours__superseded_at=None,
        )
    )
    keys = since.values_list("pk", flat=True).distinct()
    read = fired_colours(tiles_with_history(keys=keys))
    return [PredictionOutcome(one, [tile for tile in read if _is_of(tile, one)]) for one in kept]


def conditions_of_kept(prediction: Prediction) -> Conditions:
    """The clay, firing and glaze that something was predicted for."""
    return Conditions(
        prediction.clay,
        prediction.cone,
        prediction.atmosphere,
        prediction.glazed,
        glaze=prediction.glaze,
    )


def _is_of(tile: FiredColour, prediction: Prediction) -> bool:
    """Whether a tile is what was predicted: the same clay, firing, glaze and percentages."""
    return tile.conditions == conditions_of_kept(prediction) and tile.is_of(prediction.pcts)
