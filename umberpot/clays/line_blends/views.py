"""What would mend a clay: a first guess at blends, and a line of them to be made."""

import uuid
from typing import Any
from urllib.parse import urlencode

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.views.decorators.http import require_GET, require_POST

from claycore.judging.adjustment_suggestions import BlendPart, blend_guess
from claycore.testing.bar_plan import USUAL_CONES, plan
from claycore.testing.soaking import USUAL_METHOD
from umberpot.clays import sentences
from umberpot.clays.bar_tests.services import BarOrder, start_test
from umberpot.clays.line_blends.forms import LineForm
from umberpot.clays.records import ClayRecord
from umberpot.clays.verdicts.lookup import judged_of, one_clay
from umberpot.mixing.line_blends import LineOrder, make_line
from umberpot.mixing.stock import stock_for
from umberpot.shelf.models import Material
from umberpot.studio.request import StudioRequest, request_key

USUAL_DRY_G = "400"
"""Dry clay of each blend: three bars a cone and a little over."""


@require_POST
def line(request: StudioRequest, pk: int) -> HttpResponse:
    """Make this line: blends with another clay, weighed out in Mix, each with its bars planned."""
    record = one_clay(request, pk)
    form = LineForm(request.POST, clay=record.clay)
    if not form.is_valid():
        field, problems = next(iter(form.errors.items()))
        messages.error(request, sentences.no_blends(str(form[field].label), str(problems[0])))
        typed = urlencode({name: request.POST.get(name, "") for name in form.fields})
        return redirect(f"{reverse('results:clay', args=[pk])}?{typed}#blends")
    key = request_key(request)
    cleaned = form.cleaned_data
    order = LineOrder(record.clay, cleaned["other"], cleaned["steps"], cleaned["dry_g"], key)
    made = make_line(order, request.user)
    for blend, mix in made:
        _plan_bars(record, blend, mix, key, request)
    messages.success(request, sentences.blends_planned(len(made)))
    if form.beyond_usual():
        messages.warning(request, sentences.BEYOND_A_BLEND)
    return redirect("mixing:mixes")


def _plan_bars(
    record: ClayRecord, blend: Material, mix: Any, key: uuid.UUID, request: StudioRequest
) -> None:
    """Three bars a cone, at the cones its parent was tested at."""
    tested = [at.cone for at in record.results.cones] or list(USUAL_CONES)
    start_test(
        BarOrder(
            clay=blend,
            name=f"{blend.name}, bars"[:80],
            bars=plan(tested[:8], 3, False, False, climbing=False),
            mark_length_mm=request.studio.mark_length_mm,
            method=USUAL_METHOD.code,
            span_mm=None,
            request_key=uuid.uuid5(key, f"bars of {blend.pk}"),
            mix=mix,
        ),
        request.studio,
        request.user,
    )


@require_GET
def guess(request: StudioRequest, pk: int) -> HttpResponse:
    """A first guess at blends with another clay, at the best cone both were tested at."""
    record = one_clay(request, pk)
    dry_g = request.GET.get("dry_g") or USUAL_DRY_G
    form = LineForm({**request.GET.dict(), "dry_g": dry_g}, clay=record.clay)
    rows, cone, stock = [], None, None
    if form.is_valid():
        other = one_clay(request, form.cleaned_data["other"].pk)
        stock = stock_for(request.studio, _takes(record.clay, other.clay, form.cleaned_data))
        _, judged = judged_of(request, record)
        both = [at.cone for at in record.results.cones if other.results.at(at.cone)]
        best = judged.evidence.cone
        cone = best if best in both else (both[-1] if both else None)
        rows = _guesses(record, other, cone, form.cleaned_data["steps"]) if cone else []
    return render(
        request,
        "clays/line_blends/_guess.html",
        {"rows": rows, "cone": cone, "form": form, "stock": stock},
    )


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
                    BlendPart(100 - step, at.total, at.absorption),
                    BlendPart(step, added.total, added.absorption),
                ]
            ),
        )
        for step in steps
    ]
