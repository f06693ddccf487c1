"""Whether what is there still makes the rest of a plan, and the ways out where it does not."""

from collections.abc import Sequence
from dataclasses import dataclass

from django.http import QueryDict
from django.utils import timezone

from claycore.materials.batch import Batch
from claycore.mixing.mass_balance import BatchStage, StageBalance, stage_balances
from umberpot.mixing.calculators.series import SeriesInputs, SeriesView
from umberpot.mixing.models import Mix, MixPart, Plan
from umberpot.studio.whole_change import whole_change


@dataclass(frozen=True)
class PlanShortfall:
    """A mix of a plan that cannot be as planned, and what can be done about it.

    ``more`` is what to mix more of, at the strength of ``more_of``; ``drops`` the mixes that go if
    this one is left out: itself, and what would have been made of it. ``tile_g`` is what there
    is for each tile of all these, where all are made smaller alike than ``planned_tile_g``. Grams
    as weighed, in the mix's own state.
    """

    mix: Mix
    source: Mix | None
    stand: StageBalance
    wanted_g: float
    tile_g: float
    planned_tile_g: float
    more_of: Mix
    more: Batch
    drops: tuple[Mix, ...]

    @property
    def is_for_want_of_its_source(self) -> bool:
        return self.stand.missing_g > 0

    @property
    def missing_g(self) -> float:
        """What lacks: of the mix it is made of, or of itself for its tiles."""
        return self.stand.missing_g or self.stand.tiles_missing_g

    @property
    def more_clay_g(self) -> float:
        """The clay of what to mix more, as it is weighed: with its water."""
        return self.more.clay_g + self.more.water_g

    @property
    def dose_query(self) -> str:
        """The dose that makes as much more as is missing, for the calculator."""
        query = QueryDict(mutable=True)
        solids_pct = 100 * self.more.clay_g / self.more_clay_g
        query["clay"] = self.more_of.clay_name
        query["state"] = self.more_of.state
        query["mass"] = f"{self.more_clay_g:.4g}"
        query["unit"] = "g"
        if self.more_of.state != "dry":
            query["solids_pct"], query["water_pct"] = f"{solids_pct:.4g}", f"{100 - solids_pct:.4g}"
        query.setlist("add", [f"{name}:{pct:.6g}" for name, pct in self.more.pcts.items()])
        return query.urlencode()


def shortfalls(plan: Plan) -> list[PlanShortfall]:
    """What of a plan comes short, in the order it is made. Three queries.

    A series takes masses in the state of its clay and loses what its plan says on bowl and plaster;
    a pot of slip is counted with its water. Cells that are mixed one by one take nothing from each
    other.
    """
    solved = SeriesView.read(QueryDict(plan.sum_query)) if plan.kind == Plan.Kind.SERIES else None
    mixes = list(
        plan.mixes.kept()
        .order_by("plan_position")
        .prefetch_related("parts__weighings", "parts__source")
    )
    stages = [_stage(mix, mixes, solved.inputs if solved else None) for mix in mixes]
    return [
        _shortfall(index, mixes, stages, stand, solved.inputs.tiles_each if solved else 1)
        for index, stand in enumerate(stage_balances(stages))
        if stand.is_short
    ]


def _stage(mix: Mix, mixes: Sequence[Mix], series: SeriesInputs | None) -> BatchStage:
    """A mix as the core's balance wants it; what is left out of the plan is nobody's source."""
    total_g = mix.batch.mass_g
    tiles_g = series.clay.as_weighed_g(series.wanted.tiles_g) if series else mix.poured_g or 0.0
    lost_share = series.wanted.loss_pct / 100 if series else 0.0
    for part in mix.parts.all():
        part.mix = mix
        if part.role in MixPart.COLOURED and part.source in mixes:
            source = mixes[mixes.index(part.source)]
            return BatchStage(
                total_g,
                tiles_g,
                mixes.index(source),
                part.in_it_g,
                part.weighed_g is not None,
                lost_share,
                mix.left_g,
                _went_before_the_count(part, source),
            )
    return BatchStage(total_g, tiles_g, lost_share=lost_share, left_g=mix.left_g)


def _went_before_the_count(part: MixPart, source: Mix) -> bool:
    weighed = part.current_weighings
    return bool(source.left_at and weighed and max(w.made_at for w in weighed) < source.left_at)


def _shortfall(
    index: int, mixes: Sequence[Mix], stages: Sequence[BatchStage], stand: StageBalance, tiles: int
) -> PlanShortfall:
    mix, stage = mixes[index], stages[index]
    source = None if stage.source is None else mixes[stage.source]
    more_of = source if source and stand.missing_g else mix
    missing_g = (stand.missing_g or stand.tiles_missing_g) / (1 - stage.lost_share)
    return PlanShortfall(
        mix=mix,
        source=source,
        stand=stand,
        wanted_g=stage.take_g if stand.missing_g else stage.tiles_g,
        tile_g=stage.tiles_g / tiles * _share_there(index, stages, stand),
        planned_tile_g=stage.tiles_g / tiles,
        more_of=more_of,
        more=more_of.batch.scaled(missing_g / more_of.batch.mass_g),
        drops=tuple(mixes[position] for position in _with_all_made_of(index, stages)),
    )


def _share_there(index: int, stages: Sequence[BatchStage], stand: StageBalance) -> float:
    """The share of what a stage and all that is to be made of it take that is there."""
    stage = stages[index]
    if stand.missing_g:
        return 1 - stand.missing_g / stage.take_g
    onward_g = sum(s.take_g for s in stages if s.source == index and not s.taken)
    return stand.holds_g * (1 - stage.lost_share) / (stage.tiles_g + onward_g)


def _with_all_made_of(index: int, stages: Sequence[BatchStage]) -> list[int]:
    """A position and those of everything that is still to be made of it, at any remove."""
    gone = [index]
    for position in range(index + 1, len(stages)):
        if stages[position].source in gone and not stages[position].taken:
            gone.append(position)
    return gone


@whole_change()
def note_left(mix: Mix, grams: float) -> None:
    """Someone put what is left of a plan's mix on the scale: grams, in its own state."""
    mix.left_g, mix.left_at = grams, timezone.now()
    mix.save(update_fields=["left_g", "left_at"])
