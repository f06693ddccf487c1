"""Loads: planned, packed, moved by hand, fired."""

import uuid
from collections.abc import Callable

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from claycore.firing.loading.by_rules import ARRANGEMENTS, Arrangement
from claycore.measure.errors import ClayError
from umberpot.firings.forms import FiringForm, as_it_ran, as_planned
from umberpot.kiln.loading import sentences, services
from umberpot.kiln.loading.forms import NewLoadForm, PlaceForm, ScheduleChoice, SizeForm
from umberpot.kiln.loading.page import LoadPage
from umberpot.kiln.loading.services import NoLongerPlanned, NoPlace, StillFiring
from umberpot.kiln.logs.services import can_start
from umberpot.kiln.models import Load, LoadedPiece
from umberpot.kiln.models.loads import LoadState
from umberpot.kiln.models.logs import LogState
from umberpot.kiln.outcomes.run_outcome import last_run
from umberpot.kiln.places import PLACE
from umberpot.kiln.schedules.services import draft_for
from umberpot.studio.request import StudioRequest, keys_in, posted, request_key
from umberpot.studio.roles import for_makers
from umberpot.tiles.models import Step, Tile, Trial
from umberpot.ui.problems import first_problem


def _load(request: StudioRequest, pk: int) -> Load:
    loads = Load.objects.of(request.studio).select_related("kiln", "firing", "studio", "schedule")
    found: Load = get_object_or_404(loads, pk=pk)
    return found


@for_makers
@require_http_methods(["GET", "POST"])
def plan_load(request: StudioRequest) -> HttpResponse:
    """A load for a cone: of the tiles that were chosen, or of all that wait for it.

    ``plan`` is what the kiln's page sends to begin with: the cone of a group of waiting tiles.
    """
    begun = {**request.GET.dict(), "cone": request.GET.get("cone") or request.studio.usual_cone}
    if "plan" in request.POST:
        begun["cone"] = request.POST["plan"]
    answered = None if "plan" in request.POST else posted(request)
    form = NewLoadForm(answered, studio=request.studio, initial=begun)
    keys = keys_in(request.POST.getlist("tile"))
    if form.is_valid():
        dry = Tile.objects.of(request.studio).at_work().filter(step=Step.FIRE, loaded=None)
        chosen = dry.filter(pk__in=keys) if keys else dry.filter(**_waiting_as(form))
        oldest = chosen.select_related("trial").order_by("pk")
        tiles = list(oldest[: services.MOST_IN_A_LOAD])
        key = request_key(request)
        if tiles or Load.objects.of(request.studio).filter(request_key=key).exists():
            return redirect(_planned(request, form, tiles, key))
        form.add_error("cone", sentences.NOTHING_WAITS)
    return render(
        request,
        "kiln/loading/plan.html",
        {"place": PLACE, "form": form, "chosen": keys, "request_key": uuid.uuid4()},
        status=400 if form.errors else 200,
    )


def _waiting_as(form: NewLoadForm) -> dict[str, str]:
    """Which tiles wait for what the form says."""
    typed = form.cleaned_data
    return {"cone": typed["cone"], "atmosphere": typed["atmosphere"]}


def _planned(request: StudioRequest, form: NewLoadForm, tiles: list[Tile], key: uuid.UUID) -> Load:
    typed = form.cleaned_data
    load = services.plan_load(
        typed["kiln"],
        typed["cone"],
        typed["atmosphere"],
        tiles,
        request.user,
        key,
        typed["arrangement"],
    )
    if typed["schedule"] and load.schedule is None:
        services.choose_schedule(load, typed["schedule"])
    return load


@require_GET
def load_plan(request: StudioRequest, pk: int) -> HttpResponse:
    """The load: its shelves to scale, its tray, and what to do next."""
    load = _load(request, pk)
    if load.firing:
        return redirect("kiln:firing", load.firing.pk)
    return render(request, "kiln/loading/load.html", _shown(request, load))


def _shown(request: StudioRequest, load: Load, form: FiringForm | None = None) -> dict[str, object]:
    ran = last_run(load)
    begun = (
        as_it_ran(ran.outcome, load.atmosphere) if ran else as_planned(load.cone, load.atmosphere)
    )
    return {
        "place": PLACE,
        "load": load,
        "ran": ran,
        "page": LoadPage(load),
        "schedule_form": ScheduleChoice(
            studio=request.studio, initial={"schedule": load.schedule_id}
        ),
        "request_key": uuid.uuid4(),
        "running": load.logs.filter(state=LogState.RUNNING).first(),
        "can_start": can_start(load),
        "is_to_record": not can_start(load) or bool(ran and not ran.outcome.is_to_be_fired_again),
        "is_planned": load.state == LoadState.PLANNED,
        "arrangements": list(ARRANGEMENTS.items()),
        "form": form or FiringForm(initial=begun, in_a_kiln=True),
    }


def _done(request: StudioRequest, load: Load, refused: str = "") -> HttpResponse:
    """The load again: as a fragment where a script asked, with what could not be done."""
    if not request.htmx:
        if refused:
            messages.error(request, refused)
        return redirect(load)
    context = {**_shown(request, load), "refused": refused}
    response = render(request, "kiln/loading/_load.html", context)
    response["Cache-Control"] = "no-store"
    return response


def _changed(request: StudioRequest, load: Load, change: Callable[[], None]) -> HttpResponse:
    """Does something to a load that must still be planned."""
    try:
        change()
    except NoLongerPlanned:
        return _done(request, load, sentences.NO_LONGER_PLANNED)
    return _done(request, load)


@require_POST
def pack(request: StudioRequest, pk: int) -> HttpResponse:
    """Every piece that is not locked gets a new place; all that wait may be added first."""
    load = _load(request, pk)

    def change() -> None:
        if request.POST.get("add"):
            services.add(load, services.waiting_for(load).select_related("trial"))
        asked = request.POST.get("arrangement", "")
        known = asked if asked in set(Arrangement) else load.arrangement
        services.arrange(load, Arrangement(known))

    return _changed(request, load, change)


@require_POST
def move_piece(request: StudioRequest, pk: int, piece_pk: int) -> HttpResponse:
    """What was done to a piece by hand: moved, turned, locked, taken off or out."""
    load = _load(request, pk)
    pieces = LoadedPiece.objects.of(request.studio).select_related("tile", "load__kiln")
    piece = pieces.filter(pk=piece_pk, load=load).first()
    if piece is None:
        return _done(request, load, sentences.PIECE_GONE)
    try:
        _do(request, piece)
    except NoPlace as error:
        return _done(request, load, sentences.does_not_fit(piece, error.obstacle))
    except NoLongerPlanned:
        return _done(request, load, sentences.NO_LONGER_PLANNED)
    return _done(request, load)


def _do(request: StudioRequest, piece: LoadedPiece) -> None:
    wish = request.POST.get("do", "")
    if wish == "move":
        form = PlaceForm(request.POST)
        if not form.is_valid():
            raise NoPlace
        services.move(piece, **form.cleaned_data)
    elif wish.startswith("shelf-") and wish[6:].isdecimal() and len(wish) < 9:
        services.put_on(piece, int(wish[6:]))
    elif wish == "tray":
        services.to_tray(piece)
    elif wish == "remove":
        services.remove(piece)
    elif wish in ("lock", "unlock"):
        services.lock(piece, wish == "lock")


@require_POST
def piece_sizes(request: StudioRequest, pk: int, trial_pk: int) -> HttpResponse:
    """How large the pieces of a trial are and how they stand; the load is packed again."""
    load = _load(request, pk)
    in_load = Trial.objects.of(request.studio).filter(tiles__loaded__load=load).distinct()
    trial = get_object_or_404(in_load, pk=trial_pk)
    stands = next(one for one in LoadPage(load).sizes if one.trial == trial)
    form = SizeForm(request.POST, initial=stands.initial)
    if not form.is_valid():
        return _done(request, load, first_problem(form))

    def change() -> None:
        services.resize(load, trial, form.size(), form.cleaned_data["on_edge"])
        services.pack(load)

    return _changed(request, load, change)


@require_POST
def schedule_load(request: StudioRequest, pk: int) -> HttpResponse:
    """By which schedule the load is to be fired: one that is kept, or a draft for it."""
    load = _load(request, pk)
    form = ScheduleChoice(request.POST, studio=request.studio)
    if not form.is_valid():
        return _done(request, load, str(form.errors["schedule"][0]))
    key = request_key(request)
    try:
        chosen = form.cleaned_data["schedule"] or draft_for(
            load.kiln, LoadPage(load).stage, load.cone, request.user, key
        )
        services.choose_schedule(load, chosen)
    except NoLongerPlanned:
        messages.error(request, sentences.NO_LONGER_PLANNED)
    except ClayError as error:
        messages.error(request, str(error))
    return redirect(load)


@require_POST
def fire_load(request: StudioRequest, pk: int) -> HttpResponse:
    """The load was fired: what stands on its shelves was in it."""
    load = _load(request, pk)
    form = FiringForm(request.POST, in_a_kiln=True)
    ran = last_run(load)
    planned = [(load.cone, load.atmosphere)]
    if form.is_valid() and not form.doubts(planned, ran.outcome if ran else None):
        try:
            firing = services.fire_load(load, form.cleaned_data, request.user)
        except NoPlace:
            form.add_error(None, sentences.NOTHING_STANDS)
        except NoLongerPlanned:
            form.add_error(None, sentences.NO_LONGER_PLANNED)
        else:
            messages.success(request, sentences.load_fired(load, firing.loadings.count()))
            return redirect("kiln:firing", firing.pk)
    return render(request, "kiln/loading/load.html", _shown(request, load, form), status=400)


@require_POST
def cancel_load(request: StudioRequest, pk: int) -> HttpResponse:
    """The load is not to be fired."""
    load = _load(request, pk)
    try:
        services.cancel(load)
    except NoLongerPlanned:
        messages.error(request, sentences.NO_LONGER_PLANNED)
    except StillFiring:
        messages.error(request, sentences.STILL_FIRING)
        return redirect(load)
    else:
        messages.success(request, sentences.CANCELLED)
    return redirect("kiln:kiln")
