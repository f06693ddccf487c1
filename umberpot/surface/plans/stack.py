"""What a plan comes to: its coats with colours, amounts and rules; its slip, cost and waits."""

from collections import defaultdict
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from urllib.parse import urlencode

from django.urls import reverse

from claycore.colour.notation import Lab
from claycore.judging import fit
from claycore.judging.fit import ShrinkageFit
from claycore.materials.clay_in_hand import ClayState
from claycore.measure.formatting import plain
from claycore.measure.uncertainty import Estimate
from claycore.mixing.cost import Cost, Priced, cost_of
from claycore.surface.advice import Advice
from claycore.surface.amounts import Coating, SlipAmount, slip_for
from claycore.surface.shapes import Side
from claycore.surface.steps import (
    OnTheLine,
    SurfaceStep,
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
from umberpot.surface.plans.as_core import core_face, core_piece
from umberpot.surface.plans.buckets import SlipOnHand, SlipUseForm, buckets_of
from umberpot.surface.plans.colours import FiredClays, SectionLayer, clay_of, pcts_of
from umberpot.surface.plans.faces import Face, faces_of, side_of
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
    layer: SectionLayer
    amount: SlipAmount
    rules: Sequence[RuleResult]
    fits: Sequence[ShrinkageFit]
    make_url: str
    unmeasured: Material | None
    """The clay whose shrinkage is missing to tell whether slip and body fit, if one is."""

    bucket: SlipOnHand | None
    """The bucket of its slip; None where none is on the shelf."""

    use_form: SlipUseForm
    is_again: bool = False
    """Whether it goes onto both sides and stood under the first already, with its amount."""

    @property
    def as_it_comes(self) -> bool:
        """Whether it is bought ready, as underglaze and vitreous slip are."""
        return bool(self.coat.clay and self.coat.clay.is_fused)

    @property
    def warning(self) -> str:
        """What to know before it is fired to the plan's cone, where it is not made for that."""
        return self.coat.clay.at_cone(self.coat.plan.cone) if self.coat.clay else ""


@dataclass(frozen=True)
class CalculatedFace:
    """One face of a plan: its coats from the top down, as one sees them.

    ``warning`` says that its glaze is not made for the cone, '' where it is.
    """

    face: Face
    body: Lab | None
    rows: Sequence[CoatRow]
    warning: str


@dataclass(frozen=True)
class CalculatedPlan:
    """A whole plan, face by face."""

    area_cm2: float
    faces: Sequence[CalculatedFace]
    needs_g: Mapping[str, float]
    cost: Cost
    stock: Stock
    steps: Sequence[OnTheLine]
    cautions: Sequence[str]

    @property
    def body(self) -> Lab | None:
        """The fired colour of the body of its first face."""
        return self.faces[0].body

    @property
    def rows(self) -> Sequence[CoatRow]:
        """The coats of its first face, which is the one that is drawn."""
        return self.faces[0].rows


@dataclass(frozen=True)
class _Known:
    """What is looked up once for all coats of a plan."""

    clays: FiredClays
    shrinkages: "Shrinkages"
    buckets: Mapping[int, SlipOnHand]
    forms: Mapping[int, SlipUseForm]


def calculate(
    studio: Studio, plan: SurfacePlan, refused: Mapping[int, SlipUseForm] | None = None
) -> CalculatedPlan:
    """Everything that a plan comes to; ``refused`` are bound forms of buckets by their coats."""
    coats = list(plan.coats.select_related("mix__clay", "clay"))
    faces = faces_of(plan, coats)
    known = _Known(
        FiredClays(studio, [(plan, faces)]),
        _shrinkages(studio, plan, coats),
        buckets_of(plan, coats),
        refused or {},
    )
    found = [_face(plan, face, known) for face in faces]
    found[1:] = [_after(found[0], one) for one in found[1:]]
    needs = _needs({row.coat.pk: row for one in found for row in one.rows}.values())
    prices = prices_of(studio, needs)
    cost = cost_of([Priced(name, grams, prices.get(name)) for name, grams in needs.items()])
    piece = core_piece(plan, coats, faces)
    steps = line_of_time(with_own_times(steps_of(piece), own_times(studio)))
    cautions = [*cautions_of(piece), *_of_materials(studio, needs)]
    area = _area_cm2(plan, Side(plan.side))
    return CalculatedPlan(area, found, needs, cost, stock_for(studio, needs), steps, cautions)


def _after(first: CalculatedFace, other: CalculatedFace) -> CalculatedFace:
    """A further face, with what it shares with the first marked as told there."""
    told = {row.coat.pk for row in first.rows}
    rows = [replace(row, is_again=row.coat.pk in told) for row in other.rows]
    return replace(other, rows=rows)


def _area_cm2(plan: SurfacePlan, side: Side) -> float:
    """A side of all pieces of a plan."""
    return plan.pieces * plan.piece.area_cm2(side, plan.dip_mm)


def _face(plan: SurfacePlan, face: Face, known: _Known) -> CalculatedFace:
    layers, body = known.clays.layers(plan, face), known.clays.body(plan, face)
    stack = core_face(plan, face, [layer.own for layer in layers], body)
    advice = advise(stack)
    rows = [
        CoatRow(
            coat,
            covers_pct(stack, place),
            layer,
            amount := _amount(coat, _area_cm2(plan, side_of(plan, coat)), covers_pct(stack, place)),
            [RuleResult(a, coat.overruled.get(a.rule, "")) for a in advice if a.place == place],
            _fits(plan, coat, known.shrinkages),
            _make_url(coat, amount),
            _unmeasured(plan, coat, known.shrinkages),
            known.buckets.get(coat.pk),
            known.forms.get(coat.pk) or _use_form(coat, amount),
        )
        for place, (coat, layer) in enumerate(zip(face.coats, layers, strict=True))
    ]
    glaze = face.glazing.glaze
    return CalculatedFace(face, body, rows[::-1], glaze.at_cone(plan.cone) if glaze else "")


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
    steps: list[SurfaceStep] = steps_of(core_piece(plan, coats, faces_of(plan, coats)))
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

    Slip in a bucket is stained; dry and plastic clay are made into slip of the coat's gravity.
    Plastic clay whose water nobody knows is dosed, and blended or dried there.
    """
    name = clay_of(coat)
    if not name or (coat.clay and coat.clay.is_fused):
        return ""
    clay = coat.clay or (coat.mix.clay if coat.mix else None)
    adds = [("add", f"{colourant}:{plain(pct)}") for colourant, pct in pcts_of(coat).items()]
    if clay and clay.state == ClayState.PLASTIC and clay.water_pct:
        query = [
            ("what", SlipSource.PLASTIC.value),
            ("plastic_mass", plain(amount.dry_clay_g / clay.dry_share, 1)),
            ("water_pct", plain(clay.water_pct, 2)),
        ]
    elif clay and clay.state == ClayState.PLASTIC:
        dry_g = plain(amount.dry_clay_g, 1)
        query = [("clay", name), (STATE_WAS, ClayState.DRY.value), ("mass", dry_g), ("unit", "g")]
        return f"{reverse('mixing:dose')}?{urlencode([*query, *adds, ('begin', 'yes')])}"
    elif clay and clay.is_slip and clay.specific_gravity:
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


def _needs(rows: Iterable[CoatRow]) -> dict[str, float]:
    """Grams of each material, of all coats together: dry, but for what is used as it comes."""
    needs: dict[str, float] = defaultdict(float)
    for row in rows:
        if row.as_it_comes:
            needs[row.coat.name] += row.amount.slip_g
            continue
        needs[clay_of(row.coat) or row.coat.name] += row.amount.dry_clay_g
        for name, grams in row.amount.additions_g.items():
            needs[name] += grams
    return dict(needs)


_FITTED = {"drying_shrinkage": "drying", "firing_shrinkage": "firing"}

Shrinkages = Mapping[tuple[int, str], Estimate]
"""By the key of a clay and the figure's code."""


def _clay_of(coat: PlannedCoat) -> Material | None:
    """The clay of a coat's slip; None of what is fused on, which does not shrink with the body."""
    if coat.mix:
        return coat.mix.clay
    return coat.clay if coat.clay and not coat.clay.is_fused else None


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


def _fits(plan: SurfacePlan, coat: PlannedCoat, known: Shrinkages) -> list[ShrinkageFit]:
    """Whether slip and body shrink alike enough; nothing for a slip of the body itself."""
    clay = _clay_of(coat)
    if clay is None or clay.pk == plan.body_id or _unmeasured(plan, coat, known):
        return []
    return [
        fit.fit(what, known.get((clay.pk, code)), known.get((plan.body_id, code)))
        for code, what in _FITTED.items()
    ]
