"""Predict the colour of a strength, beside the tiles it rests on."""

from collections import defaultdict
from typing import Any

from django.http import HttpResponse
from django.shortcuts import render
from django.utils.cache import patch_vary_headers
from django.views.decorators.http import require_GET

from claycore.colour.equal_tiles import mean_colour
from claycore.colour.next_tiles import Goal
from claycore.colour.notation import Lab
from claycore.colour.palette import Colourant, Palette, band
from claycore.measure.bounds import Bound
from claycore.measure.formatting import percentage
from umberpot.colours.fields import ColourField
from umberpot.colours.find import library
from umberpot.colours.find.forms import UnderForm
from umberpot.colours.find.sentences import NO_TILES, no_plain_tile
from umberpot.colours.fired import Conditions, labs
from umberpot.colours.making import which_next
from umberpot.colours.places import PLACE
from umberpot.colours.predict import sentences
from umberpot.studio.request import StudioRequest
from umberpot.ui.fields.measures import Choice, MeasureField
from umberpot.ui.wall import Swatch, SwatchKind, WallRow, touching

PCT = Bound(0, 100, "Enter a percentage of more than 0 and at most 100.")


class PredictForm(UnderForm):
    """A colourant of a clay and firing that was tested, and a percentage of it."""

    colourant = Choice(choices=[], required=False, label="Colourant")
    pct = MeasureField(PCT, required=False, label="Percentage on dry clay")
    clay = ColourField("Fired colour of the plain clay", required=False)

    def offer(self, names: list[str]) -> None:
        """The colourants that were tested under the chosen conditions."""
        colourant: Any = self.fields["colourant"]
        colourant.choices = [(name, name) for name in names]


@require_GET
def predict(request: StudioRequest) -> HttpResponse:
    """The expected colour of a strength, its band, and the tiles on either side."""
    form = PredictForm(request.GET, library.conditions_of(request.studio))
    context = {"place": PLACE, "form": form, **_answer(request, form)}
    status = 400 if form.errors else 200
    if request.htmx:
        response = render(request, "colours/predict/_answer.html", context)
    else:
        response = render(request, "colours/predict/predict.html", context, status=status)
    patch_vary_headers(response, ["HX-Request"])
    return response


def _answer(request: StudioRequest, form: PredictForm) -> dict[str, Any]:
    conditions = form.chosen
    if conditions is None:
        return {"problem": NO_TILES}
    tested = library.tested_under(request.studio, conditions)
    alone = [tile for tile in tested.sound if len(tile.pcts) == 1]
    form.offer(sorted({name for tile in alone for name in tile.pcts}))
    if not form.is_valid():
        return {}
    clay = form.cleaned_data["clay"] or tested.clay
    if clay is None:
        return {"problem": no_plain_tile(conditions)}
    palette = tested.palette(clay, frozenset())
    name = form.cleaned_data["colourant"] or next(iter(sorted(palette.colourants)), "")
    if name not in palette.colourants:
        return {"problem": NO_TILES}
    fired: dict[float, list[Lab]] = defaultdict(list)
    for tile in alone:
        if name in tile.pcts:
            fired[tile.pcts[name]] += labs([tile])
    colourant = palette.colourants[name]
    pct = form.cleaned_data["pct"] or _between(colourant)
    shown = _shown(conditions, palette, colourant, min(pct, colourant.most_pct), fired)
    return {**shown, "left_out": tested.left_out}


def _between(colourant: Colourant) -> float:
    """Where to begin: between the two strongest tested, or a little under the only one."""
    *_, last = (0.0, *colourant.tested)
    before = colourant.tested[-2] if len(colourant.tested) > 1 else last / 2
    return (before + last) / 2


def _shown(
    conditions: Conditions,
    palette: Palette,
    colourant: Colourant,
    pct: float,
    fired: dict[float, list[Lab]],
) -> dict[str, Any]:
    predicted = palette.predict({colourant.name: pct})
    within = band(palette, colourant.name, pct)
    kind = SwatchKind.PREDICTED
    rim = [
        Swatch("Palest", within.palest, kind),
        Swatch(f"{percentage(pct)} %", predicted.lab, kind, f"± {predicted.expected_error:.1f}"),
        Swatch("Strongest", within.strongest, kind),
    ]
    around = _neighbours(fired, pct)
    middle = [Swatch(f"{percentage(pct)} %", predicted.lab, kind, "predicted")]
    row = [*around[0], *middle, *around[1]]
    return {
        "band": WallRow(rim, [], "The prediction and what it may be"),
        "between": touching(row, "The prediction between the tiles that were fired"),
        "colourant": colourant.name,
        "pct": pct,
        "most": colourant.most_pct,
        "rests_on": sentences.rests_on(colourant, pct),
        "next_url": which_next(Goal.KNOW, conditions, colourant=colourant.name),
        "rises": sentences.rises(colourant.curve),
    }


def _neighbours(fired: dict[float, list[Lab]], pct: float) -> tuple[list[Swatch], list[Swatch]]:
    """The nearest fired strengths under and over a percentage, as far as there are any."""

    def swatches(strengths: list[float]) -> list[Swatch]:
        return [
            Swatch(f"{percentage(one)} %", mean_colour(fired[one]), under="fired")
            for one in strengths
        ]

    under = [one for one in sorted(fired) if one <= pct]
    over = [one for one in sorted(fired) if one > pct]
    return swatches(under[-2:]), swatches(over[:2])
