"""The colour trials: their list, one of them, one of their tiles."""

from collections.abc import Iterable
from itertools import chain
from typing import ClassVar

from django import forms
from django.db.models import Exists, OuterRef
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_GET, require_http_methods

from claycore.judging.limits import SCHOOL_WORDS, WARES
from claycore.measure.formatting import percentage
from umberpot.clays.figures import spread_records
from umberpot.clays.fires import OPEN_BODY
from umberpot.clays.limits.services import limits_of
from umberpot.colours.fired import fired_colours
from umberpot.colours.models import Ring
from umberpot.colours.noise import studio_record
from umberpot.colours.photographs.sentences import of_texture
from umberpot.colours.photographs.services import close_up, photographs_of
from umberpot.colours.summary import ColoursSummary, colours_summary
from umberpot.colours.wall.forms import query_of
from umberpot.mixing.models import Mix
from umberpot.mixing.next_actions import make_more, of_mix
from umberpot.results.places import PLACE
from umberpot.results.trials import results
from umberpot.results.trials.campaigns import (
    first_tiles,
    further_strengths,
    headline_of,
    prices_for,
)
from umberpot.results.trials.grids import SHOWN_AS, GridShows, result_grids, tiles_of_grid
from umberpot.results.trials.shelves import shelves_said
from umberpot.studio.request import StudioRequest, posted
from umberpot.tiles.by_keys import tiles_of_trials
from umberpot.tiles.colours import current_colours
from umberpot.tiles.models import Tile, Trial
from umberpot.tiles.progress import progress_of
from umberpot.ui.editing import EditingForm
from umberpot.ui.paging import page_of

TRIALS_A_PAGE = 6
MOST_UNREAD = 24
"""Trials named that were fired and of which no colour is read yet."""

MOST_WINNERS = 3
GRIDS_DRAWN = 1
"""Grids of a trial drawn in the list: its first firing and glaze."""

TILES_DRAWN = 14
"""Tiles of a trial drawn in a list: about a row of them."""


class TrialLimitsForm(EditingForm, forms.ModelForm):
    """Which ware a trial is judged as, and by whose limits."""

    class Meta:
        model = Trial
        fields = ["ware", "school"]
        labels: ClassVar[dict[str, str]] = {"school": "Limits"}


@require_GET
def trials(request: StudioRequest) -> HttpResponse:
    """Every trial with colours, touching, and what it was made to find; those without wait."""
    tiles = Tile.objects.of(request.studio).kept()
    of_colours = Trial.objects.of(request.studio).filter(test=None)
    read = Exists(current_colours(request.studio).filter(tile__trial=OuterRef("pk")))
    fired = Exists(tiles.filter(trial=OuterRef("pk"), loadings__isnull=False))
    with_colours = of_colours.filter(read).select_related("studio", "plan")
    unread = list(of_colours.filter(fired, ~read)[: MOST_UNREAD + 1])
    page = page_of(request, with_colours, TRIALS_A_PAGE)
    by_trial: dict[Trial, list] = {trial: [] for trial in page}
    keys = {trial.pk: trial for trial in by_trial}
    for tile in tiles_of_trials(trials=keys):
        by_trial[keys[tile.trial_id]].append(progress_of(tile))
    rows = []
    records = spread_records(request.studio)
    alike = studio_record(request.studio)
    found_by = {
        trial: results.trial_results(trial, progresses, records)
        for trial, progresses in by_trial.items()
    }
    prices = prices_for(request.studio, chain.from_iterable(found_by.values()))
    for trial, found in found_by.items():
        made = results.replicates(trial, found, records)
        if made:
            colours = fired_colours(one.progress.tile for one in found)
            summary = colours_summary(request.studio, colours, alike, prices)
            first = first_tiles(trial.plan, found, summary.noise, prices)
            rows.append(
                {
                    "trial": trial,
                    "grids": result_grids(trial.plan, found, made)[:GRIDS_DRAWN],
                    "results": found[:TILES_DRAWN],
                    "more": len(found) - TILES_DRAWN,
                    "summary": results.summary(made),
                    "ware": WARES[trial.ware],
                    "answer": headline_of(first) or summary.headline,
                }
            )
    return render(
        request,
        "results/trials/trials.html",
        {
            "place": PLACE,
            "rows": rows,
            "page": page,
            "unread": unread[:MOST_UNREAD],
            "more_unread": len(unread) > MOST_UNREAD,
        },
    )


def _open_body(found: Iterable[results.TileResult]) -> str:
    """What a fire without a cone can say of its tiles; '' where all reached a cone."""
    firings = [one.progress.firing for one in found if one.progress.firing]
    return OPEN_BODY if any(not firing.cone for firing in firings) else ""


@require_http_methods(["GET", "POST"])
def trial(request: StudioRequest, pk: int) -> HttpResponse:
    """One trial read: verdicts, colours, figures."""
    trials_here = Trial.objects.of(request.studio).select_related("plan", "studio")
    trial = get_object_or_404(trials_here, pk=pk)
    judged_as = TrialLimitsForm(posted(request), instance=trial)
    if judged_as.is_valid():
        judged_as.save()
        return redirect("results:trial", pk=pk)
    if judged_as.errors:
        # What was refused is in the form only: the page judges by what is saved.
        trial.refresh_from_db(fields=["ware", "school"])
    records = spread_records(request.studio)
    in_grid = results.trial_results(trial, map(progress_of, tiles_of_grid(trial)), records)
    found = [result for result in in_grid if result.progress.tile.trial_id == trial.pk]
    progresses = [result.progress for result in found]
    batches = results.replicates(trial, found, records)
    summary = colours_summary(request.studio, fired_colours(p.tile for p in progresses))
    prices = prices_for(request.studio, found)
    first = first_tiles(trial.plan, found, summary.noise, prices)
    further = further_strengths(trial, first)
    return render(
        request,
        "results/trials/trial.html",
        {
            "place": PLACE,
            "trial": trial,
            "judged_as": judged_as,
            "limit": limits_of(request.studio, trial.ware, trial.school).absorption,
            "ware": WARES[trial.ware],
            "school": SCHOOL_WORDS[trial.school],
            "results": found,
            "any_glazed": any(one.progress.tile.glazed for one in found),
            "batches": batches,
            "summary": results.summary(batches),
            "open_body": _open_body(found),
            "joints": results.joints(found),
            "grids": result_grids(trial.plan, in_grid, results.replicates(trial, in_grid, records)),
            "next_strengths": [row for row in further if row.is_open],
            "headline": headline_of(first) or summary.headline,
            "shows": _shows(request),
            "shown_as": list(SHOWN_AS.items()),
            "shelves": shelves_said(progresses),
            "wall_query": query_of(p.tile.code for p in progresses if p.colour),
            "photographs": photographs_of(trial),
            "colours": summary,
            "winners": _winners(request, summary),
        },
        status=400 if judged_as.errors else 200,
    )


def _shows(request: StudioRequest) -> GridShows:
    """What the cells of a grid are asked to show: their colour unless something else."""
    asked = request.GET.get("show", "")
    return GridShows(asked) if asked in list(GridShows) else GridShows.COLOUR


def _winners(request: StudioRequest, summary: ColoursSummary) -> list[tuple[str, str]]:
    """The strengths that are enough, of the first few series, and where more of each is made."""
    enough = [one for one in summary.series if one.reading.enough_pct in one.tiles][:MOST_WINNERS]
    keys = {one.colourant: one.tiles[one.reading.enough_pct or 0][0].mix for one in enough}
    mixes = Mix.objects.of(request.studio).in_bulk([key for key in keys.values() if key])
    words = {one.colourant: f"{percentage(one.reading.enough_pct or 0)} %" for one in enough}
    return [
        (f"{words[name]} {name}", make_more(of_mix(mixes[key])).url)
        for name, key in keys.items()
        if key in mixes
    ]


@require_GET
def tile(request: StudioRequest, code: str) -> HttpResponse:
    """One tile read."""
    found = get_object_or_404(Tile.objects.of(request.studio).with_history(), code=code)
    limits = limits_of(request.studio, found.trial.ware, found.trial.school)
    result = results.tile_result(progress_of(found), limits, spread_records(request.studio))
    return render(
        request,
        "results/trials/tile.html",
        {
            "place": PLACE,
            "tile": found,
            "result": result,
            "limit": limits.absorption,
            "close_ups": _close_ups(request, found),
        },
    )


def _close_ups(request: StudioRequest, tile: Tile) -> list[tuple[Ring, list[str]]]:
    """The tile, and its bare half, on its latest photograph: the ring, and how even it is."""
    rings = Ring.objects.of(request.studio).filter(tile=tile).select_related("photograph", "tile")
    latest = {ring.of_bare_half: ring for ring in rings.order_by("pk")}
    seen = [(ring, close_up(ring)) for _, ring in sorted(latest.items())]
    return [(ring, of_texture(close.texture)) for ring, close in seen if close]
