"""Tiles: trials, making tiles, and recording each of them."""

import uuid
from typing import Any

from django.contrib import messages
from django.db.models import Count
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from claycore.testing import soaking
from claycore.testing.bars import Bar
from claycore.testing.readings import Quantity
from umberpot.firings.forms import FireOneForm, FiringForm, as_planned
from umberpot.firings.models import Firing
from umberpot.mixing.models import Mix
from umberpot.studio.request import StudioRequest, posted, request_key
from umberpot.studio.roles import for_makers
from umberpot.tiles import sentences, services, steps
from umberpot.tiles.bars import bar_of, made_alike
from umberpot.tiles.by_keys import tiles_to_draw
from umberpot.tiles.filters import TilesFilter
from umberpot.tiles.forms import COLOURS, DryForm, FiredForm, MakeTilesForm, StageForm
from umberpot.tiles.models import ColourReading, ColourWords, Reading, Step, Tile, Trial
from umberpot.tiles.progress import TileProgress, progress_of, progress_to_draw
from umberpot.tiles.readings.services import (
    Entry,
    PieceEntries,
    StaleReading,
    colour_entry,
    record_piece,
)
from umberpot.ui.paging import page_of

PLACE = "Tiles"
TRIALS_A_PAGE = 10
TILES_DRAWN = 14
"""Tiles of a trial drawn in a list: about a row of them."""


@require_GET
def tiles(request: StudioRequest) -> HttpResponse:
    """Every trial as its strip of tiles."""
    form = TilesFilter(request.GET)
    wanted = form.of(Tile.objects.of(request.studio).kept(), request.studio)
    trials = Trial.objects.of(request.studio).select_related("test").order_by("-made_at", "-pk")
    if form.asked():
        trials = trials.filter(pk__in=wanted.values("trial"))
    page = page_of(request, trials, TRIALS_A_PAGE)
    by_trial: dict[int, list[TileProgress]] = {trial.pk: [] for trial in page}
    shown = wanted.filter(trial__in=by_trial)
    for tile in tiles_to_draw(keys=shown.first_keys_of_each("trial", most=TILES_DRAWN)):
        by_trial[tile.trial_id].append(progress_to_draw(tile))
    counts = dict(shown.values_list("trial").annotate(Count("pk")).order_by())
    made = Mix.objects.of(request.studio).kept().filter(tiles=None).exclude(finished_at=None)[:12]
    return render(
        request,
        "tiles/tiles.html",
        {
            "place": PLACE,
            "trials": [
                (trial, by_trial[trial.pk], counts.get(trial.pk, 0) - len(by_trial[trial.pk]))
                for trial in page
            ],
            "page": page,
            "mixes_without_tiles": [] if form.asked() else made,
            "form": form,
            "names": form.names(request.studio),
            "asked": form.asked(),
        },
    )


@for_makers
@require_http_methods(["GET", "POST"])
def make(request: StudioRequest, mix_pk: int) -> HttpResponse:
    """Tiles of a mix: how many, how long a line, for which cone and trial."""
    mix = get_object_or_404(Mix.objects.of(request.studio), pk=mix_pk)
    form = MakeTilesForm(
        posted(request), studio=request.studio, initial={"trial_name": mix.name[:80]}
    )
    if form.is_valid():
        cleaned = form.cleaned_data
        order = services.TileOrder(
            count=cleaned["count"], piece=form.piece(), request_key=request_key(request)
        )
        trial = cleaned["trial"] or Trial(
            studio=request.studio,
            name=cleaned["trial_name"],
            ware=request.studio.ware,
            school=request.studio.school,
            atmosphere=cleaned["atmosphere"],
            made_by=request.user,
        )
        made = services.make_tiles(mix, trial, order, request.user)
        return redirect("tiles:trial", pk=made[0].trial_id)
    return render(
        request,
        "tiles/make.html",
        {
            "place": PLACE,
            "mix": mix,
            "form": form,
            "request_key": request.POST.get("request_key") or uuid.uuid4(),
        },
        status=400 if form.errors else 200,
    )


@require_GET
def trial(request: StudioRequest, pk: int) -> HttpResponse:
    """A trial: its tiles, what to scratch into each, and what each needs next."""
    trial = get_object_or_404(
        Trial.objects.of(request.studio).select_related("test", "plan", "studio"), pk=pk
    )
    every = [progress_of(tile) for tile in trial.tiles.with_history()]
    rows = [progress for progress in every if progress.tile.set_aside_at is None]
    return render(
        request,
        "tiles/trial.html",
        {
            "place": PLACE,
            "trial": trial,
            "rows": rows,
            "waiting": next((row for row in rows if row.step != Step.READ), None),
            "any_read": any(row.colour or row.step == Step.READ for row in rows),
            "mislabelled": [
                row.tile for row in rows if row.tile.label_difference and not row.tile.label_kept
            ],
            "heat_notices": list(
                dict.fromkeys(
                    row.tile.glaze_warning
                    for row in rows
                    if row.firing is None and row.tile.glaze_warning
                )
            ),
            "to_scratch": [row for row in rows if row.firing is None],
            "aside": [progress for progress in every if progress.tile.set_aside_at],
        },
    )


@require_POST
def set_aside(request: StudioRequest, code: str) -> HttpResponse:
    """Sets a tile aside (``aside=yes``), or takes it back."""
    tile = _tile(request, code)
    services.set_tile_aside(tile, request.POST.get("aside") == "yes")
    messages.success(request, sentences.tile_set_aside(tile.code, aside=bool(tile.set_aside_at)))
    return redirect("tiles:record", code)


@require_POST
def label(request: StudioRequest, code: str) -> HttpResponse:
    """A label that says something else than is in the tile: scratched over, or kept as its name."""
    tile = _tile(request, code)
    if request.POST.get("label") == "keep":
        services.keep_label(tile)
        messages.success(request, sentences.label_kept(tile.code))
    else:
        services.scratch_over(tile)
        messages.success(request, sentences.label_scratched(tile.code, tile.inscription))
    return redirect("tiles:record", code)


@require_POST
def made(request: StudioRequest, code: str) -> HttpResponse:
    """A piece without a mix is made and labelled: one made again, or of plain clay."""
    tile = _tile(request, code)
    steps.note_made([tile])
    steps.note_steps([tile])
    return redirect("tiles:record", code)


def _tile(request: StudioRequest, code: str) -> Tile:
    return get_object_or_404(Tile.objects.of(request.studio).with_history(), code=code)


@require_http_methods(["GET", "POST"])
def record(request: StudioRequest, code: str) -> HttpResponse:
    """One tile: bone dry, fired, soaked, colour. Each stage is a form of its own."""
    progress = progress_of(_tile(request, code))
    stage = request.POST.get("stage", "")
    known: dict[str, Any] = {
        "progress": progress,
        "studio": request.studio,
        "twins": _twins_of(progress.tile),
    }
    forms: dict[str, Any] = {
        "dry": DryForm(request.POST if stage == "dry" else None, **known),
        "fire": FiringForm(initial=as_planned(progress.tile.cone, progress.tile.atmosphere)),
        "fire_one": FireOneForm(
            studio=request.studio,
            been=progress.tile.loaded_in,
        ),
        "fired": FiredForm(request.POST if stage == "fired" else None, **known),
    }
    saved = False
    if stage == "dry":
        saved = _save_readings(request, progress, forms["dry"], None)
    elif stage == "fired" and progress.firing:
        saved = _save_readings(request, progress, forms["fired"], progress.firing)
    if saved:
        return redirect("tiles:record", code)
    return render(
        request,
        "tiles/record.html",
        {
            "place": PLACE,
            "tile": progress.tile,
            "progress": progress,
            "forms": forms,
            "stage": stage,
            "methods": list(soaking.METHODS.values()),
            "history": _history(progress.tile),
            "neighbours": _neighbours(progress.tile),
            "request_key": uuid.uuid4(),
        },
        status=400 if request.method == "POST" else 200,
    )


def _save_readings(
    request: StudioRequest, progress: TileProgress, form: StageForm, firing: Firing | None
) -> bool:
    if not form.is_valid():
        return False
    try:
        changed = record_piece(firing, _noted(progress.tile, form), request.user)
    except StaleReading as stale:
        form.add_error(stale.quantity, sentences.STALE)
        return False
    messages.success(request, sentences.RECORDED if changed else sentences.NOTHING_CHANGED)
    return True


def _noted(tile: Tile, form: StageForm) -> PieceEntries:
    """What a form says of its tile: figures, and after a firing colours and surface."""
    if not isinstance(form, FiredForm):
        return PieceEntries(tile, _entries(form))
    made, withdrawn = form.surface_changes()
    colours = [
        colour_entry(
            form.studio,
            tile.code,
            typed,
            form.cleaned_data[f"seen_{name}"],
            seen_words=form.data.get(form.add_prefix("seen_words")),
            of_bare_half=COLOURS[name],
        )
        for name in COLOURS
        if (typed := form.cleaned_data.get(name))
    ]
    return PieceEntries(tile, _entries(form), colours, made, withdrawn)


def _twins_of(tile: Tile) -> list[Bar]:
    """The tiles that were made alike: what it reads is held against what they read."""
    others = (
        tile.trial.tiles.kept()
        .exclude(pk=tile.pk)
        .filter(mix=tile.mix, clay=tile.clay, stack=tile.stack)
    )
    return [bar_of(one) for one in others.with_history() if made_alike(one) == made_alike(tile)]


def _entries(form: StageForm) -> dict[str, Entry]:
    return {
        quantity: Entry(
            value=value,
            step=form.step(quantity),
            seen=form.cleaned_data.get(f"seen_{quantity}"),
            method=form.cleaned_data["method"] if quantity == Quantity.MASS_SOAKED else "",
            kept_because=form.cleaned_data[f"why_{quantity}"] if quantity in form.doubted else "",
        )
        for quantity in form.quantities
        if (value := form.cleaned_data.get(quantity)) is not None
    }


def _history(tile: Tile) -> list[Reading | ColourReading | ColourWords]:
    """Everything ever read off the tile, newest first, superseded figures included."""
    rows: list[Reading | ColourReading | ColourWords] = [
        *tile.readings.select_related("firing", "made_by"),
        *tile.colours.select_related("firing", "made_by"),
        *tile.colour_words.select_related("firing", "made_by"),
    ]
    return sorted(rows, key=lambda row: row.made_at, reverse=True)


def _neighbours(tile: Tile) -> dict[str, Tile | None]:
    """The tiles before and after it in its trial."""
    others = Tile.objects.of(tile.studio).filter(trial=tile.trial)
    return {
        "before": others.filter(pk__lt=tile.pk).last(),
        "after": others.filter(pk__gt=tile.pk).first(),
    }
