"""The colour that a dose may fire to, told beside it while somebody types."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from django.http import HttpResponse, QueryDict
from django.shortcuts import render
from django.views.decorators.http import require_GET

from claycore.colour.difference import ciede2000
from umberpot.colours.fired import FiredColour
from umberpot.colours.predict.expected import Expected, FiredGround, grounds_of
from umberpot.mixing.calculators.additions import read_addition
from umberpot.studio.request import StudioRequest


@dataclass(frozen=True)
class DoseColour:
    """What a dose is expected to fire to one way, and the studio's own tile that is nearest.

    ``far`` is how far that lies, CIEDE2000.
    """

    expected: Expected
    nearest: FiredColour
    far: float


@require_GET
def expected_of_dose(request: StudioRequest) -> HttpResponse:
    """A fragment: the bars of a clay with these colourants, as they may fire; none where nobody
    knows."""
    clay = request.GET.get("clay", "")
    pcts = _pcts(request.GET)
    found = _colours(grounds_of(request.studio, clay), pcts) if clay and pcts else []
    return render(request, "colours/predict/_of_dose.html", {"colours": found})


def _pcts(asked: QueryDict) -> Mapping[str, float]:
    """Percent on dry clay by colourant, as far as it can be read."""
    pcts: dict[str, float] = {}
    for text in asked.getlist("add"):
        try:
            one = read_addition(text)
        except ValueError:
            continue
        pcts[one.name] = pcts.get(one.name, 0.0) + one.pct
    return pcts


def _colours(grounds: Sequence[FiredGround], pcts: Mapping[str, float]) -> list[DoseColour]:
    found = []
    for ground in grounds:
        expected = ground.expected(pcts)
        if expected and ground.tiles:
            far, nearest = min(
                ((ciede2000(expected.lab, one.lab), one) for one in ground.tiles),
                key=lambda pair: pair[0],
            )
            found.append(DoseColour(expected, nearest, far))
    return found
