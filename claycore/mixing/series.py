"""A series of strengths of one colourant from little powder.

A batch at share ``s`` is made from another by dilution, ``x = M · s_lo / s_hi`` and clay, or by
enrichment, ``x = M · (1 − s_hi) / (1 − s_lo)`` and colourant, both worked out backwards from what
the tiles take. All masses are dry grams. Source: common practice; the arithmetic is mass balance.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

from claycore.measure import bounds
from claycore.measure.bounds import Bound
from claycore.measure.errors import Inconsistent
from claycore.measure.formatting import counted, percentage, plain, to_step, total_shown
from claycore.measure.notices import Notice
from claycore.measure.units import Measure
from claycore.mixing import weighing


class Strategy(StrEnum):
    """A way to make a series of strengths."""

    SEPARATE = "separate"
    START_LOW = "start_low"
    START_MIDDLE = "start_middle"
    START_HIGH = "start_high"


STRATEGIES: dict[str, str] = {
    Strategy.SEPARATE: "Mix each separately",
    Strategy.START_LOW: "Work up from the palest",
    Strategy.START_MIDDLE: "Start from the middle",
    Strategy.START_HIGH: "Dilute the strongest",
}

MOST_STRENGTHS = 8
MOST_TILES_EACH = 100

USUAL_LOSS_PCT = 5.0
"""What stays on bowl and plaster of every batch mixed. Common practice."""

COMFORTABLE_BATCH_G = 30.0
"""Less dry clay than this is hard to wedge evenly. Common practice, from memory."""

ABOUT_AS_SPARING = 1.1
"""Plans within this factor of the least powder count as equally sparing."""

LOSS = Bound(
    0,
    100,
    "Mixing loss must be 0 % or more and less than 100 %.",
    low_allowed=True,
    high_allowed=False,
)
NONE_OR_MORE = Bound(
    0,
    1e7,
    "Weight must be 0 g or more and at most 10 000 000 g.",
    low_allowed=True,
    measure=Measure.MASS,
)


AROUND = (0.5, 0.75, 1.0, 1.25)
"""A series around a strength: these shares of it. Our choice."""


def around(pct: float) -> list[float]:
    """Strengths around one, as people call them: whole percents from 5 up, halves from 1.

    Percent on dry clay, palest first, each once. Source: our choice.
    """
    return sorted({_as_called(pct * share) for share in AROUND})


def _as_called(pct: float) -> float:
    if pct < 1:
        return pct
    parts = 1 if pct >= 5 else 2
    return math.floor(parts * pct + 0.5) / parts


@dataclass(frozen=True)
class WantedSeries:
    """What a series has to give, and what there is to make it with.

    ``tiles_g`` is what all tiles of one strength take; ``round_start_g`` rounds the clay of a
    batch that starts from nothing up to a comfortable multiple (0: leave it exact).
    """

    pcts: tuple[float, ...]
    tiles_g: float
    powder_g: float | None = None
    loss_pct: float = USUAL_LOSS_PCT
    smallest_batch_g: float = 0.0
    scale_step_g: float = 0.01
    round_start_g: float = 0.0

    @property
    def keeps(self) -> float:
        """The part of a batch that is not lost, from 0 to 1."""
        return 1 - self.loss_pct / 100


@dataclass(frozen=True)
class PlannedBatch:
    """One strength's batch: what it is made of, and where it goes.

    ``source`` is the position in the plan of the batch it is made from; None starts from clay.
    """

    pct: float
    source: int | None
    take_g: float
    add_clay_g: float
    add_colourant_g: float
    tiles_g: float
    taken_g: float
    lost_g: float

    @property
    def total_g(self) -> float:
        """What is mixed."""
        return self.take_g + self.add_clay_g + self.add_colourant_g

    @property
    def left_g(self) -> float:
        """What is over when the tiles are made and later batches have had their part."""
        left = self.total_g - self.lost_g - self.tiles_g - self.taken_g
        return left if left > 1e-9 * self.total_g else 0.0

    @property
    def weighings_g(self) -> list[float]:
        """Everything that is put on the scale for it."""
        return [g for g in (self.take_g, self.add_clay_g, self.add_colourant_g) if g > 0]


@dataclass(frozen=True)
class SeriesPlan:
    """One way to the whole series, its batches in the order they are mixed.

    ``missing`` says what stands in the way, in sentences; empty when the plan can be done.
    """

    strategy: str
    batches: tuple[PlannedBatch, ...]
    rounds: int
    missing: tuple[str, ...]

    @property
    def start_pct(self) -> float:
        return self.batches[0].pct

    @property
    def feasible(self) -> bool:
        return not self.missing

    @property
    def colourant_g(self) -> float:
        """All the powder it uses."""
        return math.fsum(batch.add_colourant_g for batch in self.batches)

    @property
    def clay_g(self) -> float:
        """All the plain dry clay it uses."""
        return math.fsum(batch.add_clay_g for batch in self.batches)

    @property
    def weighings(self) -> int:
        return sum(len(batch.weighings_g) for batch in self.batches)

    @property
    def smallest_weighing_g(self) -> float:
        return min(grams for batch in self.batches for grams in batch.weighings_g)

    @property
    def leftovers(self) -> list[tuple[float, float]]:
        """(percent on dry clay, dry grams) of what is over at the end."""
        return [(batch.pct, batch.left_g) for batch in self.batches if batch.left_g > 0]


@dataclass(frozen=True)
class Route:
    """The order strengths are mixed in: (index of the strength, position of its source)."""

    stops: tuple[tuple[int, int | None], ...]
    rounds: int


def _routes(strategy: str, count: int) -> list[Route]:
    """The ways a strategy can go through ``count`` strengths, palest first."""
    if strategy == Strategy.SEPARATE:
        return [Route(tuple((index, None) for index in range(count)), 1)]
    if strategy == Strategy.START_LOW:
        return [_chain_from(0, count)]
    if strategy == Strategy.START_HIGH:
        return [_chain_from(count - 1, count)]
    return [_chain_from(start, count) for start in {(count - 1) // 2, count // 2}]


def _chain_from(start: int, count: int) -> Route:
    """From a start outwards both ways; what lies equally far out is mixed in one go."""
    position = {start: 0}
    stops: list[tuple[int, int | None]] = [(start, None)]
    furthest = max(start, count - 1 - start)
    for distance in range(1, furthest + 1):
        for index, source in (
            (start - distance, start - distance + 1),
            (start + distance, start + distance - 1),
        ):
            if 0 <= index < count:
                position[index] = len(stops)
                stops.append((index, position[source]))
    return Route(tuple(stops), 1 + furthest)


def _share(pct: float) -> float:
    return pct / (100 + pct)


def _taken(total_g: float, pct: float, source_pct: float) -> float:
    """How much of the source a batch of ``total_g`` takes."""
    share, source_share = _share(pct), _share(source_pct)
    if source_share > share:
        return total_g * share / source_share
    return total_g * (1 - share) / (1 - source_share)


def _start_total(total_g: float, pct: float, round_start_g: float) -> float:
    """A starting batch with its clay rounded up to a comfortable mass."""
    if round_start_g <= 0:
        return total_g
    clay_g = total_g * (1 - _share(pct))
    rounded_g = math.ceil(clay_g / round_start_g - 1e-9) * round_start_g
    return rounded_g / (1 - _share(pct))


def _batches(route: Route, pcts: Sequence[float], wanted: WantedSeries) -> tuple[PlannedBatch, ...]:
    """The batches along a route, worked out backwards from the last."""
    taken_g = [0.0] * len(route.stops)
    planned: list[PlannedBatch] = []
    for position in reversed(range(len(route.stops))):
        index, source = route.stops[position]
        pct = pcts[index]
        needed_g = wanted.tiles_g + taken_g[position]
        total_g = max(needed_g / wanted.keeps, wanted.smallest_batch_g)
        if source is None:
            total_g = _start_total(total_g, pct, wanted.round_start_g)
            take_g, add_colourant_g = 0.0, total_g * _share(pct)
            add_clay_g = total_g - add_colourant_g
        else:
            source_pct = pcts[route.stops[source][0]]
            take_g = _taken(total_g, pct, source_pct)
            taken_g[source] += take_g
            stronger = pct > source_pct
            add_colourant_g = total_g - take_g if stronger else 0.0
            add_clay_g = 0.0 if stronger else total_g - take_g
        planned.append(
            PlannedBatch(
                pct,
                source,
                take_g,
                add_clay_g,
                add_colourant_g,
                wanted.tiles_g,
                taken_g[position],
                total_g * wanted.loss_pct / 100,
            )
        )
    return tuple(reversed(planned))


def _missing(batches: Sequence[PlannedBatch], wanted: WantedSeries) -> tuple[str, ...]:
    """What stands in the way: too little powder, or powder too little for the scale."""
    found = []
    step_g = wanted.scale_step_g
    powder_g = math.fsum(batch.add_colourant_g for batch in batches)
    if wanted.powder_g is not None and powder_g > wanted.powder_g * (1 + 1e-12):
        short_g = _short_on_the_scale(batches, powder_g, wanted)
        found.append(f"You need {to_step(short_g, step_g)} g more colourant.")
    for batch in batches:
        grams = batch.add_colourant_g
        if grams > 0 and not weighing.is_honest(grams, step_g):
            found.append(
                f"The {percentage(batch.pct)} % mix needs {to_step(grams, step_g)} g of"
                f" colourant: too little to weigh in {plain(step_g, 4)} g steps."
            )
    return tuple(found)


def _short_on_the_scale(
    batches: Sequence[PlannedBatch], powder_g: float, wanted: WantedSeries
) -> float:
    """The powder that is missing beside the weighings as the scale shows them, which add up to it.

    Where they round down to what there is, what is missing exactly.
    """
    grams = [batch.add_colourant_g for batch in batches if batch.add_colourant_g > 0]
    weighed_g = float(total_shown([to_step(one, wanted.scale_step_g) for one in grams]))
    had_g = wanted.powder_g or 0.0
    return (weighed_g if weighed_g > had_g else powder_g) - had_g


def _plan(strategy: str, pcts: Sequence[float], wanted: WantedSeries) -> SeriesPlan:
    """A strategy's plan; where it can start in two places, the one that is more sparing."""
    plans = []
    for route in _routes(strategy, len(pcts)):
        batches = _batches(route, pcts, wanted)
        plans.append(SeriesPlan(strategy, batches, route.rounds, _missing(batches, wanted)))
    return min(plans, key=lambda plan: (len(plan.missing), plan.rounds, plan.colourant_g))


def check(wanted: WantedSeries) -> None:
    """Raises ClayError naming the field that cannot be. Source: what a series can be."""
    if not wanted.pcts:
        raise Inconsistent("pcts", wanted.pcts, "Enter at least one percentage.")
    if len(wanted.pcts) > MOST_STRENGTHS:
        raise Inconsistent(
            "pcts",
            len(wanted.pcts),
            f"A series can have at most {MOST_STRENGTHS} strengths. Split it into two series.",
        )
    for pct in wanted.pcts:
        bounds.PERCENTAGE.check("pcts", pct)
    bounds.MASS.check("tile_dry_g", wanted.tiles_g)
    LOSS.check("loss_pct", wanted.loss_pct)
    NONE_OR_MORE.check("smallest_batch_g", wanted.smallest_batch_g)
    NONE_OR_MORE.check("round_start_g", wanted.round_start_g)
    bounds.STEP.check("scale_step_g", wanted.scale_step_g)
    if wanted.powder_g is not None:
        NONE_OR_MORE.check("powder_g", wanted.powder_g)


def plans(wanted: WantedSeries) -> list[SeriesPlan]:
    """Every strategy's plan for the series, in the order of :data:`STRATEGIES`.

    Percentages are taken palest first whatever their order, each once. Raises ClayError. Source:
    arithmetic; the strategies are common practice.
    """
    check(wanted)
    pcts = sorted(set(wanted.pcts))
    return [_plan(strategy, pcts, wanted) for strategy in STRATEGIES]


def _preference(plan: SeriesPlan, least_powder_g: float) -> tuple[float, ...]:
    wasteful = plan.colourant_g > least_powder_g * ABOUT_AS_SPARING
    return (wasteful, plan.rounds, plan.weighings, plan.colourant_g)


def recommend(found: Sequence[SeriesPlan]) -> tuple[int, str]:
    """The plan to follow (its index) and why.

    The least powder comes first, because it is the dearest thing on the bench; among plans about
    as sparing, the fewest rounds of mixing and then the fewest weighings. Common practice.
    Source: common practice.
    """
    feasible = [plan for plan in found if plan.feasible]
    if not feasible:
        nearest = min(found, key=lambda plan: (len(plan.missing), plan.colourant_g))
        return found.index(nearest), (
            "No plan is possible as asked. The closest is"
            f" “{STRATEGIES[nearest.strategy]}”. {nearest.missing[0]}"
        )
    least_g = min(plan.colourant_g for plan in feasible)
    best = min(feasible, key=lambda plan: _preference(plan, least_g))
    return found.index(best), _reason(best, feasible, least_g)


def _reason(best: SeriesPlan, feasible: Sequence[SeriesPlan], least_g: float) -> str:
    name = STRATEGIES[best.strategy]
    rounds = f"{counted(best.rounds, 'round')} of mixing"
    most_g = max(plan.colourant_g for plan in feasible)
    if len(feasible) == 1:
        return f"{name}: the only plan possible with the colourant and scale you have. {rounds}."
    if best.colourant_g > least_g * (1 + 1e-9):
        return (
            f"{name}: only {rounds}, for {plain(best.colourant_g - least_g)} g more colourant than"
            " the most economical plan."
        )
    if most_g > least_g * ABOUT_AS_SPARING:
        return (
            f"{name}: uses the least colourant, {plain(best.colourant_g)} g against up to"
            f" {plain(most_g)} g. {rounds}."
        )
    return f"{name}: {rounds}. All plans use about the same colourant."


def warnings(wanted: WantedSeries, chosen: SeriesPlan) -> list[Notice]:
    """What deserves a word about the series and the plan recommended. Source: common practice."""
    found = []
    if len(set(wanted.pcts)) < len(wanted.pcts):
        found.append(
            Notice(
                "repeated_percentage",
                "A strength is entered twice and will be mixed once. For more tiles,"
                " increase “Tiles of each strength”.",
            )
        )
    if chosen.rounds > 1:
        found.append(
            Notice(
                "one_batch_at_a_time",
                "Mix one strength, make its tiles and label them before you mix the"
                " next. Unlabelled mixes lying about are how a series gets ruined.",
            )
        )
    least = min(chosen.batches, key=lambda batch: batch.total_g)
    if max(least.total_g, wanted.smallest_batch_g) < COMFORTABLE_BATCH_G:
        found.append(
            Notice(
                "small_batch",
                f"The {percentage(least.pct)} % mix is only"
                f" {plain(least.total_g, 1)} g; less than {plain(COMFORTABLE_BATCH_G)}"
                " g is hard to mix evenly. Set “Smallest mix, dry” to avoid this.",
            )
        )
    return found
