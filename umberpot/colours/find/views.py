"""Find a colour: the nearest fired tiles, and what might come nearer."""

import uuid
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from django.contrib import messages
from django.core.exceptions import ValidationError
from django.http import HttpResponse, QueryDict
from django.shortcuts import redirect, render
from django.views.decorators.http import require_GET, require_POST

from claycore.colour.difference import PLAINLY_DIFFERENT
from claycore.colour.matching import Candidate, match
from claycore.colour.next_tiles import Goal
from claycore.colour.notation import Lab
from claycore.colour.palette import Palette
from claycore.colour.reach import out_of_reach
from umberpot.colours.costs import Prices, cost_per_kg, prices_of
from umberpot.colours.find import library, predictions, sentences
from umberpot.colours.find.candidates import candidate_row
from umberpot.colours.find.forms import FindForm
from umberpot.colours.find.library import FoundTile
from umberpot.colours.fired import FiredColour
from umberpot.colours.latest import latest_tiles
from umberpot.colours.making import dose_of_a_test_tile, which_next
from umberpot.colours.places import PLACE
from umberpot.colours.sentences import amount
from umberpot.colours.wall.sorting import in_order
from umberpot.mixing.calculators.additions import read_all
from umberpot.studio.request import StudioRequest, request_key
from umberpot.ui.wall import Joint, Swatch, SwatchKind, WallRow

NEAREST = 7
MOST_PREDICTIONS = 60


def _form(request: StudioRequest, data: QueryDict) -> FindForm:
    conditions = library.conditions_of(request.studio)
    return FindForm(data or None, studio=request.studio, conditions=conditions)


@dataclass(frozen=True)
class Offer:
    """A way to come near, as its row on the page: what to add, what it costs, and its key."""

    candidate: Candidate
    row: WallRow
    cost: str
    key: uuid.UUID


@require_GET
def find(request: StudioRequest) -> HttpResponse:
    """The nearest fired tiles to a colour, and mixtures that might come nearer."""
    form = _form(request, request.GET)
    context: dict[str, Any] = {
        "place": PLACE,
        "form": form,
        "next_url": which_next(Goal.COLOUR, form.chosen, want=form.data.get("want", "")),
    }
    if form.is_valid():
        want = form.cleaned_data["want"]
        near = library.nearest_tiles(request.studio, want, NEAREST, form.chosen)
        context |= {"want": want, "conditions": form.chosen, "near": _near_rows(want, near)}
        context |= _predicted(request, form, want, near)
    elif not form.is_bound:
        context["start_with"] = in_order(latest_tiles(request.studio), "hue")
    status = 400 if form.is_bound and form.errors else 200
    return render(request, "colours/find/find.html", context, status=status)


@dataclass(frozen=True)
class NearTiles:
    """Fired tiles near a colour, as they hang beside it, and what each is."""

    row: WallRow
    tiles: list[tuple[FiredColour, str]]


def _near_rows(want: Lab, near: library.NearestTiles) -> dict[str, NearTiles]:
    """The nearest tiles where they are to be fired, and elsewhere; without an entry where none.

    Those here are all fired alike, so only what is in them is said.
    """
    found: dict[str, NearTiles] = {}
    if near.here:
        said = [(one.tile, one.tile.title) for one in near.here]
        found["here"] = NearTiles(_near_row(want, near.here), said)
    if near.elsewhere:
        said = [(one.tile, one.tile.summary) for one in near.elsewhere]
        found["elsewhere"] = NearTiles(_near_row(want, near.elsewhere), said)
    return found


def _near_row(want: Lab, near: Sequence[FoundTile]) -> WallRow:
    """The wanted colour and the nearest tiles; under each how far it lies from what is wanted."""
    swatches = [Swatch("Wanted", want, SwatchKind.WANTED)]
    swatches += [
        Swatch(one.tile.code, one.tile.lab, under=f"ΔE {one.delta_e:.1f}", href=one.tile.href)
        for one in near
    ]
    return WallRow(swatches, [], "The colour wanted and the nearest fired tiles")


def _palette(request: StudioRequest, form: FindForm) -> tuple[Palette | None, str, Sequence[str]]:
    """What may be mixed under the chosen conditions; or why nothing can be predicted.

    And which tiles it does not rest on.
    """
    conditions = form.chosen
    if conditions is None:
        return None, sentences.NO_TILES, ()
    tested = library.tested_under(request.studio, conditions)
    clay = form.cleaned_data["clay"] or tested.clay
    if clay is None:
        return None, sentences.no_plain_tile(conditions), ()
    without = form.cleaned_data["without"]
    barred = library.named_with(request.studio, without) if without else frozenset()
    return tested.palette(clay, barred), "", tested.left_out


def _predicted(
    request: StudioRequest, form: FindForm, want: Lab, near: library.NearestTiles
) -> dict[str, Any]:
    """What may be mixed: what comes nearer than any fired tile, and else the nearest there is."""
    tile = near.here[0].delta_e if near.here else None
    palette, problem, left_out = _palette(request, form)
    if palette is None:
        return {"problem": problem, "too_far": _too_far(form, want, near, None, tile)}
    prices = prices_of(request.studio, palette.colourants)
    max_pct = form.cleaned_data["max_pct"]
    found = match(palette, want, max_pct, int(form.cleaned_data["parts"]))
    nearer = [one for one in found if tile is None or one.delta_e < tile]
    known = [one.delta_e for one in found] + ([] if tile is None else [tile])
    return {
        "offers": [_offer(request, want, one, prices) for one in nearer or found],
        "too_far": _too_far(form, want, near, palette, min(known, default=None)),
        "leave_one_out": palette.leave_one_out,
        "left_out": left_out,
        "clay": form.data.get("clay", ""),
    }


def _too_far(
    form: FindForm,
    want: Lab,
    near: library.NearestTiles,
    palette: Palette | None,
    nearest: float | None,
) -> list[str]:
    """What is said where nothing comes near: how far the nearest lies, and what is missing."""
    if form.chosen is None or nearest is None or nearest <= PLAINLY_DIFFERENT:
        return []
    elsewhere = near.elsewhere[0].delta_e if near.elsewhere else None
    said = [sentences.nothing_near(nearest, elsewhere)]
    lacks = out_of_reach(palette, want, form.cleaned_data["max_pct"]) if palette else None
    return [*said, sentences.lacking(lacks, form.chosen)] if lacks else said


def _offer(request: StudioRequest, want: Lab, one: Candidate, prices: Prices) -> Offer:
    parts = {addition.name: addition.pct for addition in one.additions}
    money = cost_per_kg(parts, prices)
    cost = amount(money, request.studio.currency) if money else ""
    return Offer(one, candidate_row(want, one), cost, uuid.uuid4())


@require_POST
def make_test_tile(request: StudioRequest) -> HttpResponse:
    """Keeps a prediction, and leads to the dose of its test tile."""
    form = _form(request, request.POST)
    pcts = _pcts(request.POST.getlist("add"))
    if not form.is_valid() or not pcts:
        messages.error(request, sentences.NOT_UNDERSTOOD)
        return redirect("results:find")
    palette, *_ = _palette(request, form)
    conditions = form.chosen
    if palette is None or conditions is None or not pcts.keys() <= palette.colourants.keys():
        messages.error(request, sentences.NOT_UNDERSTOOD)
        return redirect("results:find")
    predictions.keep_prediction(
        request.studio,
        conditions,
        pcts,
        form.cleaned_data["want"],
        palette.predict(pcts),
        request_key(request),
        request.user,
    )
    messages.success(request, sentences.PREDICTION_KEPT)
    return redirect(dose_of_a_test_tile(conditions.clay, pcts))


def _pcts(written: list[str]) -> dict[str, float]:
    """``NAME:PCT`` of each addition; empty where one is none."""
    try:
        return {one.name: one.pct for one in read_all(written) if one.pct > 0}
    except ValidationError:
        return {}


@require_GET
def record(request: StudioRequest) -> HttpResponse:
    """Every prediction beside what was fired of it: the hits and the misses."""
    kept = predictions.outcomes(request.studio, MOST_PREDICTIONS)
    fired = [one for one in kept if one.fired]
    return render(
        request,
        "colours/find/record.html",
        {
            "place": PLACE,
            "outcomes": [(one, _outcome_row(one)) for one in kept],
            "summary": sentences.how_often(sum(one.is_hit for one in fired), len(fired)),
        },
    )


def _outcome_row(one: predictions.PredictionOutcome) -> WallRow:
    error = f"± {one.prediction.expected_error:.1f}"
    codes = ", ".join(tile.code for tile in one.tiles)
    swatches = [
        Swatch("Predicted", one.prediction.lab, SwatchKind.PREDICTED, error),
        Swatch("Fired", one.fired, under=codes or "not yet"),
    ]
    return WallRow(swatches, [Joint(one.delta_e)], "The prediction and what was fired")
