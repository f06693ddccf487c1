"""A plan as a trial: its mixes, its tiles and their labels, made together."""

import uuid
from collections.abc import Collection, Iterable
from dataclasses import dataclass, replace

from django.contrib.auth.models import User
from django.http import QueryDict
from django.utils import timezone

from claycore.mixing import campaign
from claycore.mixing.campaign import Campaign
from claycore.mixing.pour_plan import Cell, PourGrid
from claycore.mixing.series import SeriesPlan
from claycore.mixing.weighing import is_as_wanted
from umberpot.firings.models.atmospheres import Atmosphere
from umberpot.mixing.calculators.additions import UNNAMED
from umberpot.mixing.calculators.campaign import CampaignInputs, CampaignView
from umberpot.mixing.calculators.grid import GridInputs, GridResult
from umberpot.mixing.calculators.series import SeriesInputs
from umberpot.mixing.models import Mix, Plan
from umberpot.mixing.plans import services as mixing_plans
from umberpot.mixing.plans.services import PlanOrder
from umberpot.studio.models import Studio
from umberpot.studio.whole_change import whole_change
from umberpot.tiles.models import Tile, Trial
from umberpot.tiles.pieces import PieceSpec
from umberpot.tiles.services import TileOrder, make_tiles_of
from umberpot.ui.calculators import Solved


@dataclass(frozen=True)
class TrialOrder:
    """The trial that a plan becomes, and how its tiles are made.

    ``control_glaze_id`` is the glaze of a campaign's glazed control, None where nobody named it.
    """

    studio: Studio
    name: str
    piece: PieceSpec
    request_key: uuid.UUID
    by: User
    atmosphere: str = Atmosphere.OXIDATION
    control_glaze_id: int | None = None

    def plan_order(self, sum_query: str, clay_name: str) -> PlanOrder:
        return PlanOrder(self.studio, self.name, sum_query, clay_name, self.request_key, self.by)


@whole_change()
def start_series(
    order: TrialOrder, solved: Solved[SeriesInputs, list[SeriesPlan]], strategy: str
) -> Trial:
    """A series as a trial, by one of its strategies."""
    inputs = solved.inputs
    found = next(plan for plan in solved.result if plan.strategy == strategy)
    plan = mixing_plans.keep_series(
        order.plan_order(solved.form.query_string(), inputs.clay_name),
        found,
        inputs.clay,
        inputs.colourant or UNNAMED,
    )
    return _trial_of(order, plan, inputs.tiles_each)


@whole_change()
def start_grid(order: TrialOrder, solved: Solved[GridInputs, GridResult]) -> Trial:
    """A grid as a trial; it has at least one cell to make."""
    inputs, grid = solved.inputs, solved.inputs.grid
    have = {
        key: tiles[0].code
        for key, tiles in tiles_made_before(order.studio, grid, inputs.clay_name).items()
        if _cell(key) in grid.have
    }
    plan_order = order.plan_order(solved.form.query_string(), inputs.clay_name)
    if solved.result.batches:
        plan = mixing_plans.keep_batches(
            plan_order, grid, inputs.piece(), solved.result.batches, have
        )
    else:
        plan = mixing_plans.keep_pots(plan_order, grid, solved.result.plan.pots, have)
    return _trial_of(order, plan, 1)


@whole_change()
def start_campaign(order: TrialOrder, solved: Solved[CampaignInputs, Campaign]) -> Trial:
    """A campaign as a trial: the first strength of every colourant, and the controls."""
    plan = mixing_plans.keep_campaign(
        order.plan_order(solved.form.query_string(), solved.inputs.clay_name),
        solved.inputs,
        solved.result.rounds[0],
    )
    return _trial_of(order, plan, solved.inputs.wanted.tiles_each)


@whole_change()
def add_strengths(plan: Plan, chosen: Collection[tuple[str, float]], by: User) -> list[Mix]:
    """Further strengths of a campaign's colourants, with tiles like those it has.

    Only what the campaign was planned with counts: its colourants, its later strengths. Gives the
    mixes that are new.
    """
    solved = CampaignView.read(QueryDict(plan.sum_query))
    if plan.kind != Plan.Kind.CAMPAIGN or solved is None:
        return []
    wanted = solved.inputs.wanted
    batches = [
        campaign.batch(wanted, bag.name, pct)
        for pct in sorted(wanted.pcts[1:])
        for bag in wanted.bags
        if (bag.name, pct) in chosen
    ]
    like = plan.trial.tiles.exclude(mix__wanted_pcts={}).order_by("pk")[:1].get()
    order = TrialOrder(plan.studio, plan.name, PieceSpec.of(like), plan.request_key, by)
    plan_order = order.plan_order(plan.sum_query, solved.inputs.clay_name)
    mixes = mixing_plans.add_to_campaign(plan_order, plan, solved.inputs, batches)
    _tiles_of(order, plan.trial, mixes, wanted.tiles_each)
    return mixes


def _trial_of(order: TrialOrder, plan: Plan, tiles_each: int) -> Trial:
    """The plan's trial with tiles still to be made, once."""
    made = Trial.objects.of(order.studio).filter(plan=plan).first()
    if made:
        return made
    trial = Trial.objects.create(
        studio=order.studio,
        name=order.name,
        ware=order.studio.ware,
        school=order.studio.school,
        atmosphere=order.atmosphere,
        plan=plan,
        made_by=order.by,
    )
    mixes = plan.mixes.select_related("studio", "clay", "plan").order_by("plan_position")
    _tiles_of(order, trial, mixes, tiles_each)
    return trial


def _tiles_of(order: TrialOrder, trial: Trial, mixes: Iterable[Mix], tiles_each: int) -> None:
    """The tiles of some mixes of a plan, still to be made."""
    orders = []
    for mix in mixes:
        for at, (count, piece) in enumerate(_pieces_of(order, mix, tiles_each)):
            key = uuid.uuid5(order.request_key, f"tiles of {mix.plan_position}, {at}")
            orders.append((mix, TileOrder(count, piece, key, shaped=False)))
    make_tiles_of(orders, trial, order.by)


def _pieces_of(order: TrialOrder, mix: Mix, tiles_each: int) -> list[tuple[int, PieceSpec]]:
    """How many pieces of a mix are made, and how. Controls: one without glaze and one with it."""
    is_control = mix.plan and mix.plan.kind == Plan.Kind.CAMPAIGN and not mix.wanted_pcts
    if not is_control:
        return [(tiles_each, order.piece)]
    plain = replace(order.piece, glazed=False, bare_half=False, glaze_id=None)
    return [(1, plain), (1, replace(plain, glazed=True, glaze_id=order.control_glaze_id))]


def key_of(cell: Cell) -> str:
    """A cell as ``x,y``, as the query string has it."""
    return f"{cell[0]:g},{cell[1]:g}"


def _cell(key: str) -> Cell:
    x, y = key.split(",")
    return float(x), float(y)


def tiles_made_before(studio: Studio, grid: PourGrid, clay_name: str) -> dict[str, list[Tile]]:
    """Tiles of the studio that fill cells of the grid already, by the cell as ``x,y``.

    Of the same clay, made, and with the grid's additions alone.
    """
    mixes = Mix.objects.of(studio).kept().exclude(finished_at=None)
    if clay_name:
        mixes = mixes.filter(clay_name__iexact=clay_name)
    filled: dict[int | None, str] = {}
    for mix in mixes:
        cell = _filled_by(mix, grid)
        if cell is not None:
            filled[mix.pk] = key_of(cell)
    found: dict[str, list[Tile]] = {}
    made = Tile.objects.of(studio).kept().filter(mix__in=filled, shaped_at__isnull=False)
    for tile in made:
        found.setdefault(filled[tile.mix_id], []).append(tile)
    return found


def _filled_by(mix: Mix, grid: PourGrid) -> Cell | None:
    pcts = {name.lower(): pct for name, pct in mix.batch.pcts.items() if pct > 0}
    at = [pcts.pop(axis.name.lower(), 0.0) for axis in grid.axes]
    if pcts:
        return None
    for cell in grid.cells:
        if all(is_as_wanted(has, cell[side]) for side, has in enumerate(at)):
            return cell
    return None


@whole_change()
def set_plan_aside(plan: Plan, aside: bool) -> None:
    """Sets a plan aside with what is still to be mixed and made of it, or takes all that back.

    What was weighed or made stays where it is.
    """
    at = plan.set_aside_at
    plan.set_aside(aside)
    mixes = Mix.objects.filter(plan=plan, finished_at=None)
    tiles = Tile.objects.filter(trial__plan=plan, shaped_at=None)
    for rows in (mixes, tiles):
        if aside:
            rows.filter(set_aside_at=None).update(set_aside_at=plan.set_aside_at)
        else:
            rows.filter(set_aside_at=at).update(set_aside_at=None)


@whole_change()
def set_step_aside(mix: Mix, aside: bool) -> list[Mix]:
    """Leaves a mix out of its plan with all that is still to be made of it, or takes it back.

    Tiles that are not made yet go with it; a mix that is weighed stays, and so do its tiles that
    there are. Gives back the mixes it was about.
    """
    if not aside:
        mixes = list(Mix.objects.filter(plan=mix.plan, set_aside_at=mix.set_aside_at))
        Tile.objects.filter(mix__in=mixes, shaped_at=None, set_aside_at=mix.set_aside_at).update(
            set_aside_at=None
        )
        Mix.objects.filter(pk__in=[m.pk for m in mixes]).update(set_aside_at=None)
        return mixes
    now = timezone.now()
    mixes = [m for m in _with_all_made_of(mix) if m.finished_at is None or m == mix]
    Tile.objects.kept().filter(mix__in=mixes, shaped_at=None).update(set_aside_at=now)
    Mix.objects.filter(pk__in=[m.pk for m in mixes], finished_at=None).update(set_aside_at=now)
    return mixes


def _with_all_made_of(mix: Mix) -> list[Mix]:
    found = [mix]
    for one in found:
        found += (
            Mix.objects.kept()
            .filter(parts__source=one, plan=mix.plan)
            .exclude(pk__in=[m.pk for m in found])
        )
    return found
