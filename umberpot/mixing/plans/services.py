"""Keeping a series, a grid or a campaign: its mixes in the order they are made, each knowing its
source."""

import uuid
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace

from django.contrib.auth.models import User
from django.db.models import Max

from claycore.materials import slip
from claycore.materials.clay_in_hand import ClayCondition, ClayInHand, ClayState
from claycore.materials.composition import Addition, Convention
from claycore.mixing.campaign import CampaignBatch
from claycore.mixing.dose import Dose, dose
from claycore.mixing.pour_plan import CellBatch, Pot, Pour, PourGrid
from claycore.mixing.series import PlannedBatch, SeriesPlan
from claycore.mixing.series_on_the_scale import Ingredient, ToWeigh, to_weigh
from umberpot.mixing.calculators.campaign import CampaignInputs
from umberpot.mixing.models import Mix, MixPart, Plan
from umberpot.mixing.orders import MixOrder, PartOrder, Shelf, order_of_dose
from umberpot.mixing.services import OrderedMix, keep_mixes, ordered_mix
from umberpot.studio.models import Studio
from umberpot.studio.whole_change import whole_change


@dataclass(frozen=True)
class PlanOrder:
    """What every kept plan needs: whose it is, what it is called, and the sum it came from."""

    studio: Studio
    name: str
    sum_query: str
    clay_name: str
    request_key: uuid.UUID
    by: User

    def key(self, position: int) -> uuid.UUID:
        """The request key of the mix at this position; the same for the same plan."""
        return uuid.uuid5(self.request_key, str(position))

    def mix(self, order: MixOrder, position: int) -> OrderedMix:
        """The mix at this position, not saved yet."""
        return ordered_mix(self.studio, order, self.key(position), self.by)

    def made_already(self) -> Plan | None:
        """The plan that an earlier click on the same page made."""
        return Plan.objects.of(self.studio).filter(request_key=self.request_key).first()

    def keep(self, kind: str, strategy: str = "", have: dict[str, str] | None = None) -> Plan:
        """The plan itself, without its mixes."""
        return Plan.objects.create(
            studio=self.studio,
            kind=kind,
            name=self.name,
            strategy=strategy,
            sum_query=self.sum_query,
            have=have or {},
            request_key=self.request_key,
            made_by=self.by,
        )


@whole_change()
def keep_series(order: PlanOrder, found: SeriesPlan, lies: ClayCondition, colourant: str) -> Plan:
    """A series in the state its clay is in. The same ``request_key`` keeps it only once."""
    made = order.made_already()
    if made:
        return made
    plan = order.keep(Plan.Kind.SERIES, found.strategy)
    on_shelf = Shelf(order.studio)
    clay = on_shelf.clay(order.clay_name)
    ordered: list[OrderedMix] = []
    for position, batch in enumerate(found.batches):
        dry_clay_g = batch.total_g * 100 / (100 + batch.pct)
        mix_order = MixOrder(
            lies.state,
            lies.as_weighed_g(dry_clay_g),
            dry_clay_g,
            {colourant: batch.pct} if batch.pct else {},
            order.clay_name,
            clay,
            tuple(
                _part_of_batch(part, batch, ordered, order, on_shelf, colourant)
                for part in to_weigh(found, batch, lies)
            ),
            plan=plan,
            plan_position=position,
        )
        ordered.append(order.mix(mix_order, position))
    keep_mixes(ordered)
    return plan


def _part_of_batch(
    part: ToWeigh,
    batch: PlannedBatch,
    ordered: Sequence[OrderedMix],
    order: PlanOrder,
    on_shelf: Shelf,
    colourant: str,
) -> PartOrder:
    """One weighing of a batch, whose source is among those ``ordered`` so far."""
    if part.ingredient == Ingredient.WATER:
        return PartOrder(MixPart.Role.WATER, "water", part.mass_g)
    if part.ingredient == Ingredient.COLOURANT:
        powder = on_shelf.colourant(colourant)
        return PartOrder(
            MixPart.Role.COLOURANT, colourant, part.mass_g, pct=batch.pct, material=powder
        )
    dry_share = part.dry_g / part.mass_g
    if part.ingredient == Ingredient.CLAY or batch.source is None:
        name = order.clay_name or "clay"
        clay = on_shelf.clay(order.clay_name)
        return PartOrder(MixPart.Role.CLAY, name, part.mass_g, material=clay, dry_share=dry_share)
    source = ordered[batch.source].mix
    return PartOrder(MixPart.Role.MIX, source.name, part.mass_g, source=source, dry_share=dry_share)


@whole_change()
def keep_pots(
    order: PlanOrder, grid: PourGrid, pots: tuple[Pot, ...], have: dict[str, str]
) -> Plan:
    """A grid in slip: a mix for every pour, made of what stayed in the pot of the one before.

    The same ``request_key`` keeps it only once.
    """
    made = order.made_already()
    if made:
        return made
    plan = order.keep(Plan.Kind.GRID, have=have)
    on_shelf = Shelf(order.studio)
    ordered: list[OrderedMix] = []
    for number, pot in enumerate(pots, 1):
        before: Mix | None = None
        for index, pour in enumerate(pot.pours):
            parts = _parts_of_pour(order, grid, pot, index, before, on_shelf)
            wet_g = pour.left_g + pour.pour_g
            solids = grid.solids_pct / 100
            dry_clay_g = wet_g / (1 / solids + sum(pour.cell) / 100)
            mix_order = MixOrder(
                ClayState.SLIP,
                max(wet_g, dry_clay_g),
                dry_clay_g,
                _wanted(grid, pour.cell),
                order.clay_name,
                on_shelf.clay(order.clay_name),
                parts,
                plan=plan,
                plan_position=len(ordered),
                pot=number,
                poured_g=pour.pour_g,
            )
            ordered.append(order.mix(mix_order, len(ordered)))
            before = ordered[-1].mix
    keep_mixes(ordered)
    return plan


def _wanted(grid: PourGrid, cell: tuple[float, float]) -> dict[str, float]:
    return {axis.name: cell[side] for side, axis in enumerate(grid.axes) if cell[side] > 0}


def _parts_of_pour(
    order: PlanOrder, grid: PourGrid, pot: Pot, index: int, before: Mix | None, on_shelf: Shelf
) -> tuple[PartOrder, ...]:
    pour: Pour = pot.pours[index]
    if before is None:
        clay_name = order.clay_name or "clay"
        start: ClayInHand = slip.slip_by_mass(pot.start_slip_g, grid.solids_pct)
        parts = [
            PartOrder(
                MixPart.Role.CLAY,
                clay_name,
                pot.start_slip_g,
                material=on_shelf.clay(clay_name),
                dry_share=start.dry_fraction,
            )
        ]
    else:
        rest = before.batch
        parts = [
            PartOrder(
                MixPart.Role.REST,
                "what is left in the pot",
                pot.pours[index - 1].left_g,
                source=before,
                dry_share=rest.dry_g / rest.mass_g,
                settled=True,
            )
        ]
    for dosing in pour.add:
        side = [axis.name for axis in grid.axes].index(dosing.name)
        parts.append(
            PartOrder(
                MixPart.Role.COLOURANT,
                dosing.name,
                dosing.mass_g,
                pct=pour.cell[side],
                material=on_shelf.colourant(dosing.name),
            )
        )
    return tuple(parts)


@whole_change()
def keep_batches(
    order: PlanOrder,
    grid: PourGrid,
    clay: ClayInHand,
    batches: list[CellBatch],
    have: dict[str, str],
) -> Plan:
    """A grid with each cell mixed on its own. The same ``request_key`` keeps it only once."""
    made = order.made_already()
    if made:
        return made
    plan = order.keep(Plan.Kind.GRID, have=have)
    doses = []
    for batch in batches:
        additions = [Addition(name, pct) for name, pct in _wanted(grid, batch.cell).items()]
        additions = additions or [Addition(grid.x.name, 0.0)]
        doses.append(dose(clay, additions, Convention.ON_DRY_CLAY))
    _keep_doses(order, plan, doses)
    return plan


def _keep_doses(
    order: PlanOrder, plan: Plan, doses: Iterable[Dose], first_position: int = 0
) -> list[Mix]:
    """Mixes of a plan that start from plain clay."""
    on_shelf = Shelf(order.studio)
    ordered = []
    for position, made_of in enumerate(doses, first_position):
        mix_order = order_of_dose(on_shelf, made_of, order.clay_name, "")
        of_plan = replace(mix_order, plan=plan, plan_position=position)
        ordered.append(order.mix(of_plan, position))
    keep_mixes(ordered)
    return [one.mix for one in ordered]


@whole_change()
def keep_campaign(
    order: PlanOrder, inputs: CampaignInputs, batches: Sequence[CampaignBatch]
) -> Plan:
    """A campaign with the mixes of its first strength. The same ``request_key`` keeps it once."""
    made = order.made_already()
    if made:
        return made
    plan = order.keep(Plan.Kind.CAMPAIGN)
    _keep_doses(order, plan, map(inputs.dose_of, batches))
    return plan


@whole_change()
def add_to_campaign(
    order: PlanOrder, plan: Plan, inputs: CampaignInputs, batches: Sequence[CampaignBatch]
) -> list[Mix]:
    """Further mixes of a campaign, given back; one that it has already is not made twice."""
    there = [mix.wanted_pcts for mix in plan.mixes.kept()]
    wanted = [one for one in batches if {one.colourant: one.pct} not in there]
    last = plan.mixes.aggregate(last=Max("plan_position"))["last"]
    following = 0 if last is None else last + 1
    return _keep_doses(order, plan, map(inputs.dose_of, wanted), following)
