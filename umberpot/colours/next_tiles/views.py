"""Which tile to fire next, and why: by what each would lessen the expected error."""

from typing import Any

from django.http import HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_GET

from claycore.colour.matching import match
from claycore.colour.next_tiles import Goal, Question
from claycore.colour.notation import Lab
from claycore.colour.palette import Palette
from claycore.colour.simulated_studios import STUDIOS
from umberpot.colours.find import library
from umberpot.colours.find.sentences import NO_TILES, no_plain_tile
from umberpot.colours.fired import FiredColour, grouped
from umberpot.colours.next_tiles import sentences
from umberpot.colours.next_tiles.answer import TestedColourant, most_pct_of, shown
from umberpot.colours.next_tiles.forms import NextForm
from umberpot.colours.noise import noise_for, studio_record
from umberpot.colours.places import PLACE
from umberpot.studio.request import StudioRequest

MOST_TILES = 80
"""The latest tiles of a colourant that are learned from."""


@require_GET
def next_best(request: StudioRequest) -> HttpResponse:
    """The tiles to fire next, for what is to be known."""
    conditions = library.conditions_of(request.studio)
    form = NextForm(request.GET, studio=request.studio, conditions=conditions)
    answer = _answer(request, form)
    return render(
        request,
        "colours/next_tiles/next_tiles.html",
        {"place": PLACE, "form": form, "goals": form.goals(), "studios": STUDIOS, **answer},
        status=400 if form.errors else 200,
    )


def _answer(request: StudioRequest, form: NextForm) -> dict[str, Any]:
    conditions = form.chosen
    if conditions is None:
        form.offer([])
        form.full_clean()
        return {"problem": NO_TILES}
    under = library.tested_under(request.studio, conditions)
    alone = grouped(
        (one for one in under.sound if len(one.pcts) == 1), lambda one: next(iter(one.pcts))
    )
    form.offer(sorted(alone))
    if not form.is_valid():
        return {}
    clay, want = form.cleaned_data["clay"] or under.clay, form.cleaned_data["want"]
    problem = ""
    if clay is None:
        problem = no_plain_tile(conditions)
    elif not alone:
        problem = sentences.NO_COLOURANT_ALONE
    elif form.asked is Goal.COLOUR and want is None:
        problem = sentences.WHICH_COLOUR
    if clay is None or problem:
        return {"problem": problem, "left_out": under.left_out}
    palette = under.palette(clay, frozenset())
    name = form.cleaned_data["colourant"] or _which(form.asked, palette, want, alone)
    fired = alone[name][:MOST_TILES]
    noise = noise_for(fired, studio_record(request.studio))
    tested = TestedColourant(palette, clay, fired, noise)
    most_pct = form.cleaned_data["most_pct"] or most_pct_of(form.asked, tested)
    others = library.not_tested(request.studio, palette, want) if want else []
    found = shown(tested, Question(form.asked, most_pct, want), form.data["want"], others)
    return {"conditions": conditions, "shown": found, "left_out": under.left_out}


def _which(
    goal: Goal, palette: Palette, want: Lab | None, alone: dict[str, list[FiredColour]]
) -> str:
    """Of which colourant, where none was chosen: the nearest to a colour, else the least tested."""
    if goal is Goal.COLOUR and want is not None:
        most = max(one.most_pct for one in palette.colourants.values())
        nearest = match(palette, want, most, 1)[0]
        if nearest.additions:
            return nearest.additions[0].name
    return min(alone, key=lambda name: (len({one.pcts[name] for one in alone[name]}), name))
