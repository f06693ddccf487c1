"""Whether what is there still makes the rest of a plan: batch from batch, gram by gram.

A plan is calculated before any of it is made. Later a tile took more, or less was scraped off the
plaster, and a batch still to come has less to be made from than was planned. Masses are grams of
one kind throughout: dry for a series, with the water for a pot of slip.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.mixing.weighing import CLAY_WITHIN_SHARE


@dataclass(frozen=True)
class BatchStage:
    """One batch of a plan as far as it is known by now.

    ``total_g`` is what is in it, weighed or wanted; ``take_g`` what of that comes from the batch at
    position ``source``, and ``taken`` whether it is in it already. ``tiles_g`` is what its tiles
    take, ``lost_share`` the part of it that is lost on bowl and plaster. ``left_g`` is what was
    found left of it, None where nobody weighed that; ``before_count`` says that this batch had its
    part before what is left of its source was found.
    """

    total_g: float
    tiles_g: float
    source: int | None = None
    take_g: float = 0.0
    taken: bool = False
    lost_share: float = 0.0
    left_g: float | None = None
    before_count: bool = False


@dataclass(frozen=True)
class StageBalance:
    """What a stage comes to. ``there_g`` is what its source has for it, None without a source.

    ``missing_g`` is what lacks of the source, ``holds_g`` what the batch will then be, and
    ``for_tiles_g`` what that leaves for its tiles, at most what they were to take.
    """

    there_g: float | None
    missing_g: float
    holds_g: float
    for_tiles_g: float
    tiles_missing_g: float

    @property
    def is_short(self) -> bool:
        """Whether the batch, or its tiles, cannot be as planned."""
        return self.missing_g > 0 or self.tiles_missing_g > 0


def stage_balances(stages: Sequence[BatchStage]) -> list[StageBalance]:
    """How each stage of a plan stands, in the order they are made. All masses in grams.

    Every batch first gives its own tiles and then its part to each later one in turn, as the plan
    has it; what comes short is named where it comes short, not at the batches before. Within one
    part in a hundred a mass counts as there, as it does on the scale.

    Source: arithmetic: masses add up.
    """
    free: list[float] = []
    found = []
    for stage in stages:
        there_g = None if stage.source is None else max(0.0, free[stage.source])
        missing_g = 0.0
        if there_g is not None and not stage.taken:
            missing_g = _lacking(stage.take_g, there_g)
        holds_g = stage.total_g
        if missing_g:
            holds_g *= (stage.take_g - missing_g) / stage.take_g
        if stage.source is not None and not stage.before_count:
            free[stage.source] -= stage.take_g - missing_g
        usable_g = holds_g * (1 - stage.lost_share)
        free.append(usable_g - stage.tiles_g if stage.left_g is None else stage.left_g)
        tiles_missing_g = _lacking(stage.tiles_g, usable_g)
        for_tiles_g = stage.tiles_g - tiles_missing_g
        found.append(StageBalance(there_g, missing_g, holds_g, for_tiles_g, tiles_missing_g))
    return found


def _lacking(wanted_g: float, there_g: float) -> float:
    lacking_g = wanted_g - there_g
    return lacking_g if lacking_g > wanted_g * CLAY_WITHIN_SHARE else 0.0
