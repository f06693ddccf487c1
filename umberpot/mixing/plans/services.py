"""Keeping a series, a grid or a campaign: its mixes in the order they are made, each knowing its
source."""

import uuid
from collections.abc import Sequence
from dataclasses import dataclass

from django.contrib.auth.models import User
from django.db.models import Max

from claycore.materials import slip
from claycore.materials.clay_in_hand import ClayCondition, ClayInHand, ClayState
from claycore.materials.composition import Addition, Convention
from claycore.mixing.campaign import CampaignBatch
from claycore.mixing.dose import Dose, dose
from claycore.mixing.pour_plan import CellBatch, Pot, Pour, PourGrid
from claycore.mixing.series import PlannedBatch
from claycore.mixing.series import SeriesPlan as SeriesPlan
from claycore.mixing.series_on_the_scale import Ingredient, ToWeigh, to_weigh
from umberpot.mixing.calculators.campaign import CampaignInputs
from umberpot.mixing.models import Mix, MixPart, Plan
from umberpot.mixing.orders import MixOrder, PartOrder, Shelf
from umberpot.mixing.services import create_mix, make_mix
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
    mixes: list[Mix] = []
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
                _part_of_batch(part, batch, mixes, order, on_shelf, colourant)
                for part in to_weigh(found, batch, lies)
            ),
            plan=plan,
            plan_position=position,
        )
        mixes.append(create_mix(order.studio, mix_order, order.key(position), order.by))
    return plan


def _part_of_batch(
    part: ToWeigh,
    batch: PlannedBatch,
    mixes: Sequence[Mix],
    order: PlanOrder,
    on_shelf: Shelf,
    colourant: str,
) -> PartOrder:
    """One weighing of a batch, whose source is among the ``mixes`` made so far."""
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
    source = mixes[batch.source]
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
    position = 0
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
                plan_position=position,
                pot=number,
                poured_g=pour.pour_g,
            )
            before = create_mix(order.studio, mix_order, order.key(position), order.by)
            position += 1
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
    for position, batch in enumerate(batches):
        additions = [Addition(name, pct) for name, pct in _wanted(grid, batch.cell).items()]
        additions = additions or [Addition(grid.x.name, 0.0)]
        _keep_dose(order, plan, position, dose(clay, additions, Convention.ON_DRY_CLAY))
    return plan


def _keep_dose(order: PlanOrder, plan: Plan, position: int, made_of: Dose) -> Mix:
    """One mix of a plan that starts from plain clay."""
    mix = make_mix(order.studio, made_of, order.clay_name, "", order.key(position), order.by)
    mix.plan, mix.plan_position = plan, position
    mix.save(update_fields=["plan", "plan_position"])
    return mix


@whole_change()
def keep_campaign(
    order: PlanOrder, inputs: CampaignInputs, batches: Sequence[CampaignBatch]
) -> Plan:
    """A campaign with the mixes of its first strength. The same ``request_key`` keeps it once."""
    made = order.made_already()
    if made:
        return made
    plan = order.keep(Plan.Kind.CAMPAIGN)
    for position, batch in enumerate(batches):
        _keep_dose(order, plan, position, inputs.dose_of(batch))
    return plan


@whole_change()
def add_to_campaign(
    order: PlanOrder, plan: Plan, inputs: CampaignInputs, batches: Sequence[CampaignBatch]
) -> list[Mix]:
    """Further mixes of a campaign, given back; one that it has already is not made twice."""
    there = [mix.wanted_pcts for mix in plan.mixes.kept()]
    wanted = [one for one in batches if {one.colourant: one.pct} not in there]
    last = plan.mixes.aggregate(last=Max("plan_position"))["last"]
    return [
        _keep_dose(order, plan, position, inputs.dose_of(batch))
        for position, batch in enumerate(wanted, (-1 if last is None else last) + 1)
    ]
