"""Colourants by range: those that were fired alike, each as its ladder, the widest first."""

from dataclasses import dataclass
from typing import Any

from django.http import HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_GET

from claycore.colour.equal_tiles import mean_colour
from claycore.colour.naming import Family, family_of
from umberpot.colours.find import library
from umberpot.colours.find.forms import UnderForm
from umberpot.colours.find.sentences import NO_TILES
from umberpot.colours.fired import Conditions, FiredColour, grouped, labs
from umberpot.colours.ladders.ladder import Ladder, ladder
from umberpot.colours.noise import noise_for, studio_record
from umberpot.colours.places import PLACE
from umberpot.studio.request import StudioRequest
from umberpot.ui.fields.measures import Choice


class RangeForm(UnderForm):
    """Where the stains were fired, and which family of colour their strongest tile is of."""

    family = Choice(
        choices=[("", "any colour"), *((family.value, family.value) for family in Family)],
        required=False,
        label="Fires",
    )


@dataclass(frozen=True)
class StainRange:
    """A stain with its ladder, and the family of its strongest tile."""

    name: str
    ladder: Ladder
    family: Family


@require_GET
def ranges(request: StudioRequest) -> HttpResponse:
    """The colourants that were fired alike in several strengths, the widest range first."""
    form = RangeForm(request.GET, library.conditions_of(request.studio))
    context: dict[str, Any] = {"place": PLACE, "form": form}
    if not form.is_valid():
        return render(request, "colours/ladders/ranges.html", context, status=400)
    if form.chosen is None:
        context["problem"] = NO_TILES
    else:
        found = _ranges(request, form.chosen)
        wanted = form.cleaned_data["family"]
        context["conditions"] = form.chosen
        context["ranges"] = [one for one in found if wanted in ("", one.family)]
    return render(request, "colours/ladders/ranges.html", context)


def _ranges(request: StudioRequest, conditions: Conditions) -> list[StainRange]:
    tiles = library.tested_under(request.studio, conditions).sound
    alone = [one for one in tiles if len(one.pcts) == 1]
    noise = noise_for(alone, studio_record(request.studio))
    by_name = grouped(alone, lambda one: next(iter(one.pcts)))
    found = []
    for name, fired in by_name.items():
        strengths = sorted({one.pcts[name] for one in fired})
        if len(strengths) > 1:
            made = ladder(name, fired, strengths, noise)
            found.append(StainRange(name, made, _family(name, fired, strengths[-1])))
    # What ranges wide for another reason than its strength is no wide range.
    return sorted(
        found, key=lambda one: (bool(one.ladder.odd), -one.ladder.reading.spread, one.name)
    )


def _family(name: str, fired: list[FiredColour], strongest: float) -> Family:
    return family_of(mean_colour(labs(one for one in fired if one.pcts[name] == strongest)))
