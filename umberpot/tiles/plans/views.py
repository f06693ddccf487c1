"""Series and grids as trials: starting one, and following it step by step."""

import uuid
from dataclasses import dataclass
from typing import Any

from django.contrib import messages
from django.http import Http404, HttpResponse, QueryDict
from django.shortcuts import get_object_or_404, redirect, render
from django.urls import reverse
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from claycore.measure.formatting import counted, percentage
from claycore.mixing import campaign
from claycore.mixing.series import STRATEGIES
from umberpot.mixing.calculators.additions import UNNAMED, read_addition
from umberpot.mixing.calculators.campaign import CampaignView
from umberpot.mixing.calculators.grid import GridView
from umberpot.mixing.calculators.series import SeriesView
from umberpot.mixing.composition import parts_of
from umberpot.mixing.costs import cost_of_mixes
from umberpot.mixing.models import Mix, Plan
from umberpot.mixing.places import PLACE
from umberpot.mixing.plans import balance
from umberpot.mixing.stock import stock_for, stock_for_mixes
from umberpot.mixing.weighing.services import NOTHING_TO_WEIGH_G
from umberpot.studio.request import StudioRequest, posted, request_key
from umberpot.tiles import sentences
from umberpot.tiles import services as tiles
from umberpot.tiles.fired_looks import note_mixes
from umberpot.tiles.forms import PlannedTrialForm
from umberpot.tiles.models import Trial
from umberpot.tiles.plans import services
from umberpot.tiles.plans.services import TrialOrder, key_of, tiles_made_before
from umberpot.tiles.progress import TileProgress, progress_of


@require_http_methods(["GET", "POST"])
def start_series(request: StudioRequest) -> HttpResponse:
    """A series, whose sum is the query string, becomes a trial."""
    solved = SeriesView.read(request.GET)
    strategy = request.GET.get("strategy", "")
    if solved is None or strategy not in STRATEGIES:
        return redirect(_back("mixing:series", request))
    found = next(plan for plan in solved.result if plan.strategy == strategy)
    inputs = solved.inputs
    colourant = inputs.colourant or UNNAMED
    name = f"{colourant} {', '.join(f'{b.pct:g}' for b in found.batches)} %"
    trial_form = _trial_form(request, name)
    if trial_form.is_valid():
        trial = services.start_series(_order(request, trial_form), solved, strategy)
        return redirect("tiles:plan", pk=trial.plan_id)
    start = Start(
        "mixing:series",
        STRATEGIES[strategy],
        inputs.clay_name,
        {colourant: found.colourant_g, inputs.clay_name: found.clay_g},
        found.missing,
    )
    return _start_page(request, trial_form, start)


@require_http_methods(["GET", "POST"])
def start_grid(request: StudioRequest) -> HttpResponse:
    """A grid, whose sum is the query string, becomes a trial."""
    solved = GridView.read(request.GET)
    if solved is None:
        return redirect(_back("mixing:grid", request))
    grid = solved.inputs.grid
    if not grid.wanted:
        messages.info(request, sentences.EVERY_CELL_MADE)
        return redirect(_back("mixing:grid", request))
    trial_form = _trial_form(request, " and ".join(axis.name for axis in grid.axes))
    if trial_form.is_valid():
        trial = services.start_grid(_order(request, trial_form), solved)
        return redirect("tiles:plan", pk=trial.plan_id)
    pots = solved.result.plan.pots_minimum
    clay_name = solved.inputs.clay_name
    start = Start(
        "mixing:grid",
        f"{len(grid.wanted)} cells" + (f" from {pots} pots" if pots else ""),
        clay_name,
        {**solved.result.colourant_g, clay_name: solved.result.dry_clay_g(solved.inputs)},
    )
    return _start_page(request, trial_form, start)


@require_http_methods(["GET", "POST"])
def start_campaign(request: StudioRequest) -> HttpResponse:
    """A campaign, whose sum is the query string, becomes a trial."""
    solved = CampaignView.read(request.GET)
    if solved is None:
        return redirect(_back("mixing:campaign", request))
    wanted = solved.inputs.wanted
    first = solved.result.rounds[0]
    name = f"{counted(len(wanted.bags), 'colourant')} in {solved.inputs.clay_name or 'clay'}"
    trial_form = _trial_form(request, name)
    if trial_form.is_valid():
        trial = services.start_campaign(_order(request, trial_form), solved)
        return redirect("tiles:plan", pk=trial.plan_id)
    start = Start(
        "mixing:campaign",
        f"{counted(len(first), 'mix', 'mixes')}, the first at {percentage(wanted.pcts[0])} %",
        solved.inputs.clay_name,
        CampaignView().takes(solved.inputs, solved.result),
        tuple(w.message for w in campaign.warnings(wanted, solved.result)),
    )
    return _start_page(request, trial_form, start)


@require_POST
def add_strengths(request: StudioRequest, pk: int) -> HttpResponse:
    """Further strengths of a campaign, chosen as ``strength`` repeated NAME:PCT."""
    plan = get_object_or_404(Plan.objects.of(request.studio).select_related("trial"), pk=pk)
    chosen = [read for text in request.POST.getlist("strength") if (read := _strength(text))]
    mixes = services.add_strengths(plan, chosen, request.user)
    if mixes:
        messages.success(request, sentences.strengths_added(len(mixes)))
        return redirect("tiles:plan", pk=pk)
    messages.info(request, sentences.NO_STRENGTH_ADDED)
    return redirect("results:trial", pk=plan.trial.pk)


def _strength(text: str) -> tuple[str, float] | None:
    """A colourant and a strength of a campaign, as its form sends them."""
    try:
        addition = read_addition(text)
    except ValueError:
        return None
    return addition.name, addition.pct


def _back(name: str, request: StudioRequest) -> str:
    return f"{reverse(name)}?{request.GET.urlencode()}"


def _trial_form(request: StudioRequest, name: str) -> PlannedTrialForm:
    return PlannedTrialForm(
        posted(request), studio=request.studio, initial={"trial_name": name[:80]}
    )


def _order(request: StudioRequest, form: PlannedTrialForm) -> TrialOrder:
    cleaned = form.cleaned_data
    return TrialOrder(
        request.studio,
        cleaned["trial_name"],
        form.piece(),
        request_key(request),
        request.user,
        cleaned["atmosphere"],
        form.glaze_id,
    )


@dataclass(frozen=True)
class Start:
    """What the page that starts a trial says of the sum: where it is, and what it needs, grams."""

    calculator: str
    words: str
    clay_name: str
    needs_g: dict[str, float]
    missing: tuple[str, ...] = ()


def _start_page(request: StudioRequest, form: PlannedTrialForm, start: Start) -> HttpResponse:
    return render(
        request,
        "tiles/plans/start.html",
        {
            "place": PLACE,
            "form": form,
            "words": start.words,
            "missing": start.missing,
            "stock": stock_for(request.studio, start.needs_g),
            "clay": start.clay_name,
            "has_controls": start.calculator == "mixing:campaign",
            "sum_url": _back(start.calculator, request),
            "request_key": request.POST.get("request_key") or uuid.uuid4(),
        },
        status=400 if form.errors else 200,
    )


@require_GET
def cells_made(request: StudioRequest) -> HttpResponse:
    """Ticks the cells of a grid that tiles of the studio fill already, and says which."""
    solved = GridView.read(request.GET)
    if solved is None:
        return redirect(_back("mixing:grid", request))
    grid = solved.inputs.grid
    there = tiles_made_before(request.studio, grid, solved.inputs.clay_name)
    query = request.GET.copy()
    query.setlist("have", sorted({key_of(cell) for cell in grid.have} | set(there)))
    if there:
        codes = ", ".join(
            f"{tiles[0].code} ({key.replace(',', ' × ') if grid.y else key.split(',')[0]} %)"
            for key, tiles in there.items()
        )
        messages.success(request, sentences.cells_made(len(there), codes))
    else:
        messages.info(request, sentences.NO_CELL_MADE)
    return redirect(f"{reverse('mixing:grid')}?{query.urlencode()}")


@require_GET
def plan(request: StudioRequest, pk: int) -> HttpResponse:
    """A series or a grid, step by step: what to do next, what is done, and what came out."""
    plan = get_object_or_404(Plan.objects.of(request.studio).select_related("trial"), pk=pk)
    rows = _rows(plan)
    note_mixes([row["mix"] for row in rows])
    mixes = [row["mix"] for row in rows if row["mix"].set_aside_at is None]
    left_out = len(rows) - len(mixes)
    return render(
        request,
        "tiles/plans/plan.html",
        {
            "place": PLACE,
            "plan": plan,
            "trial": plan.trial,
            "rows": rows,
            "next": _next(rows),
            "done": sum(1 for row in rows if not row["todo"]) - left_out,
            "to_do": len(rows) - left_out,
            "short_tiles": [row for row in rows if row["short"] and row["tiles"]],
            "stock": stock_for_mixes(mixes),
            "drawn": _drawn(plan, rows),
            "cost": cost_of_mixes(mixes),
            "tile_count": sum(len(row["tiles"]) for row in rows),
            "kind_words": _kind_words(plan),
        },
    )


def _kind_words(plan: Plan) -> str:
    """What kind of plan it is, and by which strategy."""
    strategy = STRATEGIES.get(plan.strategy, "").lower()
    return f"{plan.get_kind_display()}, {strategy}" if strategy else plan.get_kind_display()


def _next(rows: list[dict[str, Any]]) -> dict[str, Any] | None:
    """The first thing to do, with what is to be weighed for it."""
    row = next((row for row in rows if row["todo"]), None)
    if row and row["todo"] == "weigh":
        row["to_weigh"] = [
            part
            for part in parts_of(row["mix"])
            if part.settled_at is None and part.to_go_g > NOTHING_TO_WEIGH_G
        ]
    return row


def _rows(plan: Plan) -> list[dict[str, Any]]:
    """The plan's mixes in order with their tiles and what is to be done about each."""
    tiles: dict[int | None, list[TileProgress]] = {}
    for tile in plan.trial.tiles.kept().with_history():
        tiles.setdefault(tile.mix_id, []).append(progress_of(tile))
    short = {} if plan.set_aside_at else {s.mix.pk: s for s in balance.shortfalls(plan)}
    rows = []
    for mix in plan.mixes.order_by("plan_position").select_related("leftover"):
        own = tiles.get(mix.pk, [])
        unmade = [progress for progress in own if progress.tile.shaped_at is None]
        todo = "weigh" if mix.finished_at is None else "shape" if unmade else ""
        if mix.set_aside_at:
            todo = ""
        rows.append(
            {
                "mix": mix,
                "tiles": own,
                "unmade": unmade,
                "todo": todo,
                "pcts": list(mix.said_pcts.items()),
                "short": short.get(mix.pk),
                "done": not todo and mix.set_aside_at is None,
            }
        )
    return rows


def _drawn(plan: Plan, rows: list[dict[str, Any]]) -> dict[str, Any] | None:
    """A grid's drawing, with codes on its tiles and what is poured already.

    None for a series, and for a grid whose sum no longer holds.
    """
    solved = GridView.read(QueryDict(plan.sum_query)) if plan.kind == Plan.Kind.GRID else None
    if solved is None:
        return None
    shown = GridView().shown(solved.inputs, solved.result)
    axes = [axis.name for axis in solved.inputs.grid.axes]
    codes, done = dict(plan.have), set()
    for row in rows:
        pcts = [row["mix"].wanted_pcts.get(name, 0.0) for name in axes]
        key = key_of((pcts[0], pcts[1] if len(pcts) > 1 else 0.0))
        if row["tiles"]:
            codes[key] = row["tiles"][0].tile.code
        if not row["todo"]:
            done.add(key)
    shown["coded"] = [
        {"code": codes[cell.key], "x": cell.code_at[0], "y": cell.code_at[1]}
        for cell in shown["cells"]
        if cell.key in codes
    ]
    shown["done"] = done
    return shown


@require_POST
def shape(request: StudioRequest, mix_pk: int) -> HttpResponse:
    """The planned tiles of a mix are made and labelled."""
    mix = get_object_or_404(Mix.objects.of(request.studio), pk=mix_pk)
    shaped = tiles.shape(mix)
    if shaped:
        codes = ", ".join(tile.code for tile in shaped)
        messages.success(request, sentences.made(codes))
    if mix.plan_id:
        return redirect("tiles:plan", pk=mix.plan_id)
    trial = Trial.objects.of(request.studio).filter(tiles__mix=mix).first()
    return redirect("tiles:trial", pk=trial.pk) if trial else redirect("mixing:mix", pk=mix.pk)


@require_POST
def set_aside(request: StudioRequest, pk: int) -> HttpResponse:
    """Sets a plan aside (``aside=yes``), or takes it back."""
    plan = get_object_or_404(Plan.objects.of(request.studio), pk=pk)
    services.set_plan_aside(plan, request.POST.get("aside") == "yes")
    messages.success(request, sentences.plan_set_aside(plan.name, aside=bool(plan.set_aside_at)))
    return redirect("tiles:plan", pk=pk)


@require_POST
def set_step_aside(request: StudioRequest, mix_pk: int) -> HttpResponse:
    """Leaves a mix out of its plan (``aside=yes``) with what is made of it, or takes it back."""
    mix = get_object_or_404(Mix.objects.of(request.studio), pk=mix_pk)
    if mix.plan_id is None:
        raise Http404
    aside = request.POST.get("aside") == "yes"
    names = ", ".join(step.name for step in services.set_step_aside(mix, aside))
    messages.success(request, sentences.steps_left_out(names, aside=aside))
    return redirect("tiles:plan", pk=mix.plan_id)
