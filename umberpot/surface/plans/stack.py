"""What a plan comes to: its coats with colours, amounts and rules; its slip, cost and waits."""

from collections import defaultdict
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from urllib.parse import urlencode

from django.urls import reverse

from claycore.colour.notation import Lab
from claycore.judging import fit
from claycore.judging.fit import Fit
from claycore.materials.clay_in_hand import ClayState
from claycore.measure.formatting import plain
from claycore.measure.uncertainty import Estimate
from claycore.mixing.cost import Cost, Priced, cost_of
from claycore.surface.advice import Advice
from claycore.surface.amounts import Coating, SlipAmount, slip_for
from claycore.surface.shapes import Side
from claycore.surface.steps import (
    OnTheLine,
    Step,
    as_protocol,
    line_of_time,
    with_own_times,
)
from claycore.surface.techniques import advise, cautions_of, covers_pct, steps_of
from claycore.testing.stages import Protocol
from umberpot.clays.figures import bring_up_to_date
from umberpot.clays.models import ClayFigure
from umberpot.colours.costs import prices_of
from umberpot.mixing.calculators.clay import STATE_WAS
from umberpot.mixing.calculators.slip import SlipSource
from umberpot.mixing.stock import Stock, stock_for
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.surface.models import PlannedCoat, SurfacePlan
from umberpot.surface.plans.as_core import core_stack
from umberpot.surface.plans.buckets import Bucket, SlipUseForm, buckets_of
from umberpot.surface.plans.colours import FiredClays, Layer, clay_of, pcts_of
from umberpot.surface.waits.services import own_times


@dataclass(frozen=True)
class RuleResult:
    """A rule's advice at a coat, and why it was overruled; '' where it was not."""

    advice: Advice
    because: str


@dataclass(frozen=True)
class CoatRow:
    """A coat as its page shows it; ``covers_pct`` is its share of the face."""

    coat: PlannedCoat
    covers_pct: float
    layer: Layer
    amount: SlipAmount
    rules: Sequence[RuleResult]
    fits: Sequence[Fit]
    make_url: str
    unmeasured: Material | None
    """The clay whose shrinkage is missing to tell whether slip and body fit, if one is."""

    bucket: Bucket | None
    """The bucket of its slip; None where none is on the shelf."""

    use_form: SlipUseForm


@dataclass(frozen=True)
class CalculatedPlan:
    """A whole plan: the coats from the top down, as one sees them."""

    area_cm2: float
    body: Lab | None
    rows: Sequence[CoatRow]
    needs_g: Mapping[str, float]
    cost: Cost
    stock: Stock
    steps: Sequence[OnTheLine]
    cautions: Sequence[str]


def calculate(
    studio: Studio, plan: SurfacePlan, refused: Mapping[int, SlipUseForm] | None = None
) -> CalculatedPlan:
    """Everything that a plan comes to; ``refused`` are bound forms of buckets by their coats."""
    coats = list(plan.coats.select_related("mix__clay", "clay"))
    buckets = buckets_of(plan, coats)
    clays = FiredClays(studio, [(plan, coats)])
    layers = clays.layers(plan, coats)
    body = clays.body(plan)
    area = plan.pieces * plan.piece.area_cm2(Side(plan.side), plan.dip_mm)
    stack = core_stack(plan, coats, [layer.own for layer in layers], body)
    advice = advise(stack)
    shrinkages = _shrinkages(studio, plan, coats)
    rows = [
        CoatRow(
            coat,
            covers_pct(stack, place),
            layer,
            amount := _amount(coat, area, covers_pct(stack, place)),
            [RuleResult(a, coat.overruled.get(a.rule, "")) for a in advice if a.place == place],
            _fits(plan, coat, shrinkages),
            _make_url(coat, amount),
            _unmeasured(plan, coat, shrinkages),
            buckets.get(coat.pk),
            (refused or {}).get(coat.pk) or _use_form(coat, amount),
        )
        for place, (coat, layer) in enumerate(zip(coats, layers, strict=True))
    ]
    needs = _needs(rows)
    prices = prices_of(studio, needs)
    cost = cost_of([Priced(name, grams, prices.get(name)) for name, grams in needs.items()])
    steps = line_of_time(with_own_times(steps_of(stack), own_times(studio)))
    stock = stock_for(studio, needs)
    cautions = [*cautions_of(stack), *_of_materials(studio, needs)]
    return CalculatedPlan(area, body, rows[::-1], needs, cost, stock, steps, cautions)


def _use_form(coat: PlannedCoat, amount: SlipAmount) -> SlipUseForm:
    """What the coat needs of its bucket, to be taken."""
    needed = {"grams": plain(amount.slip_g, 0)}
    return SlipUseForm(auto_id=f"use_{coat.pk}_%s", initial=needed)


def _of_materials(studio: Studio, names: Iterable[str]) -> list[str]:
    """The codes of the named materials that the slips hold, each once."""
    used = Material.objects.of(studio).filter(name__in=list(names))
    codes = (caution.code for material in used for caution in material.cautions)
    return list(dict.fromkeys(codes))


def protocol_of(studio: Studio, plan: SurfacePlan) -> Protocol:
    """The waits of a plan as stages to be timed."""
    coats = list(plan.coats.all())
    steps: list[Step] = steps_of(core_stack(plan, coats, [None] * len(coats), None))
    return as_protocol(with_own_times(steps, own_times(studio)))


def _amount(coat: PlannedCoat, area_cm2: float, covers: float) -> SlipAmount:
    return slip_for(
        Coating(
            area_cm2,
            coat.coats,
            coat.thickness_mm,
            coat.specific_gravity,
            pcts=pcts_of(coat),
            covers_pct=covers,
        )
    )


def _make_url(coat: PlannedCoat, amount: SlipAmount) -> str:
    """Where a coat's slip is made, of its clay as that lies; '' where nobody knows what is in it.

    Slip in a bucket is stained, dry clay slaked to the coat's gravity; plastic clay is dosed, and
    blended or dried there.
    """
    name = clay_of(coat)
    if not name:
        return ""
    clay = coat.clay or (coat.mix.clay if coat.mix else None)
    adds = [("add", f"{colourant}:{plain(pct)}") for colourant, pct in pcts_of(coat).items()]
    if clay and clay.state == ClayState.PLASTIC:
        dry_g = plain(amount.dry_clay_g, 1)
        query = [("clay", name), (STATE_WAS, ClayState.DRY.value), ("mass", dry_g), ("unit", "g")]
        return f"{reverse('mixing:dose')}?{urlencode([*query, *adds, ('begin', 'yes')])}"
    if clay and clay.is_slip and clay.specific_gravity:
        query = [
            ("what", SlipSource.BUCKET.value),
            ("specific_gravity", plain(clay.specific_gravity, 3)),
            ("amount", plain(amount.slip_ml, 0)),
            ("amount_unit", "ml"),
        ]
    else:
        query = [("what", SlipSource.SLAKE.value), ("dry_mass", plain(amount.dry_clay_g, 1))]
    query += [("clay", name), ("target_gravity", plain(coat.specific_gravity, 3))]
    return f"{reverse('mixing:slip')}?{urlencode([*query, *adds, ('begin', 'yes')])}"


def _needs(rows: Sequence[CoatRow]) -> dict[str, float]:
    """Dry grams of each material, of all coats together."""
    needs: dict[str, float] = defaultdict(float)
    for row in rows:
        needs[clay_of(row.coat) or row.coat.name] += row.amount.dry_clay_g
        for name, grams in row.amount.additions_g.items():
            needs[name] += grams
    return dict(needs)


_FITTED = {"drying_shrinkage": "drying", "firing_shrinkage": "firing"}

Shrinkages = Mapping[tuple[int, str], Estimate]
"""By the key of a clay and the figure's code."""


def _clay_of(coat: PlannedCoat) -> Material | None:
    return coat.mix.clay if coat.mix else coat.clay


def _shrinkages(
    studio: Studio, plan: SurfacePlan, coats: Sequence[PlannedCoat]
) -> dict[tuple[int, str], Estimate]:
    """Measured shrinkages of the body and of the slips' clays, at the planned cone."""
    bring_up_to_date(studio)
    keys = {plan.body_id, *(clay.pk for coat in coats if (clay := _clay_of(coat)))}
    rows = ClayFigure.objects.of(studio).filter(
        clay__in=keys, result__in=_FITTED, cone__in=["", plan.cone]
    )
    return {(one.clay_id, one.result): Estimate(one.value, one.u95, one.bars) for one in rows}


def _unmeasured(plan: SurfacePlan, coat: PlannedCoat, known: Shrinkages) -> Material | None:
    clay = _clay_of(coat)
    both = (plan.body, clay) if clay and clay.pk != plan.body_id else ()
    return next((one for one in both if any((one.pk, code) not in known for code in _FITTED)), None)


def _fits(plan: SurfacePlan, coat: PlannedCoat, known: Shrinkages) -> list[Fit]:
    """Whether slip and body shrink alike enough; nothing for a slip of the body itself."""
    clay = _clay_of(coat)
    if clay is None or clay.pk == plan.body_id or _unmeasured(plan, coat, known):
        return []
    return [
        fit.fit(what, known.get((clay.pk, code)), known.get((plan.body_id, code)))
        for code, what in _FITTED.items()
    ]
