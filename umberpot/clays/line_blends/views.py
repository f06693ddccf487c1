"""How a clay is adjusted: a first guess at blends, and a line of them to be made."""

from typing import Any
from urllib.parse import urlencode

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.views.decorators.http import require_GET, require_POST

from claycore.judging.adjustment_suggestions import SuggestedBlendPart, blend_guess
from claycore.judging.blend_effects import guess_from_blends
from claycore.materials.additions import ADDITIONS
from umberpot.clays import sentences
from umberpot.clays.bar_tests.services import start_test
from umberpot.clays.line_blends.forms import LineForm
from umberpot.clays.line_blends.plan import BlendBars
from umberpot.clays.line_blends.tried import blends_tried
from umberpot.clays.records import ClayRecord
from umberpot.clays.verdicts.lookup import judged_of, one_clay
from umberpot.mixing.line_blends import LineOrder, make_line
from umberpot.mixing.stock import stock_for
from umberpot.shelf.models import Material
from umberpot.studio.request import StudioRequest, request_key
from umberpot.ui.problems import first_problem


@require_POST
def line(request: StudioRequest, pk: int) -> HttpResponse:
    """Make this line: blends with another clay, weighed out in Mix, each with its bars planned."""
    record = one_clay(request, pk)
    bars = BlendBars(record, request.studio)
    form = LineForm(request.POST, clay=record.clay, dry_g=bars.dry_g)
    if not form.is_valid():
        messages.error(request, sentences.no_blends(first_problem(form)))
        typed = urlencode({name: request.POST.get(name, "") for name in form.fields})
        return redirect(f"{reverse('results:clay', args=[pk])}?{typed}#blends")
    key = request_key(request)
    cleaned = form.cleaned_data
    order = LineOrder(record.clay, cleaned["other"], cleaned["steps"], cleaned["dry_g"], key)
    made = make_line(order, request.user)
    for blend, mix in made:
        start_test(bars.order(blend, mix, key), request.studio, request.user)
    messages.success(request, sentences.blends_planned(len(made)))
    if form.beyond_usual():
        messages.warning(request, sentences.BEYOND_A_BLEND)
    return redirect("mixing:mixes")


@require_GET
def guess(request: StudioRequest, pk: int) -> HttpResponse:
    """A first guess at blends, at the best cone that both, or blends of the addition, were tested.

    Of another clay it is the mean of the two; of an addition it is drawn from the studio's own
    blends, once there are two.
    """
    record = one_clay(request, pk)
    dry_g = BlendBars(record, request.studio).dry_g
    typed = {**request.GET.dict(), "dry_g": request.GET.get("dry_g") or f"{dry_g:g}"}
    form = LineForm(typed, clay=record.clay, dry_g=dry_g)
    shown: dict[str, Any] = {"form": form}
    if form.is_valid():
        other = form.cleaned_data["other"]
        shown["stock"] = stock_for(request.studio, _takes(record.clay, other, form.cleaned_data))
        _, judged = judged_of(request, record)
        best, steps = judged.evidence.cone, form.cleaned_data["steps"]
        if other.is_addition:
            shown |= _of_addition(record, other, best, steps)
        else:
            shown |= _of_clay(record, one_clay(request, other.pk), best, steps)
    return render(request, "clays/line_blends/_guess.html", shown)


def _of_addition(
    record: ClayRecord, other: Material, cone: str | None, steps: tuple[float, ...]
) -> dict[str, Any]:
    """By the studio's own blends with such an addition, at the cone the clay is judged at."""
    addition = ADDITIONS[other.addition]
    at = record.results.at(cone) if cone else None
    tried = blends_tried(record.clay.studio, other.addition, cone) if cone else []
    guesses = [(step, guess_from_blends(at, step, tried) if at else None) for step in steps]
    return {
        "cone": cone,
        "rows": [(step, guess) for step, guess in guesses if guess],
        "addition": addition,
        "blends": len(tried),
    }


def _of_clay(
    record: ClayRecord, other: ClayRecord, best: str | None, steps: tuple[float, ...]
) -> dict[str, Any]:
    both = [at.cone for at in record.results.cones if other.results.at(at.cone)]
    cone = best if best in both else (both[-1] if both else None)
    return {"cone": cone, "rows": _guesses(record, other, cone, steps) if cone else []}


def _takes(clay: Material, other: Material, typed: dict[str, Any]) -> dict[str, float]:
    """The dry grams of both clays that all the blends of a line take."""
    shares = [step / 100 for step in typed["steps"]]
    return {
        clay.name: typed["dry_g"] * sum(1 - share for share in shares),
        other.name: typed["dry_g"] * sum(shares),
    }


def _guesses(
    record: ClayRecord, other: ClayRecord, cone: str, steps: tuple[float, ...]
) -> list[tuple[float, Any]]:
    at, added = record.results.at(cone), other.results.at(cone)
    if at is None or added is None:
        return []
    return [
        (
            step,
            blend_guess(
                [
                    SuggestedBlendPart(100 - step, at.total, at.absorption),
                    SuggestedBlendPart(step, added.total, added.absorption),
                ]
            ),
        )
        for step in steps
    ]
