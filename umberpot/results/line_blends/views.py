"""What would mend a clay: a first guess at blends, and a line of them to be made."""

import uuid
from typing import Any

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_GET, require_POST

from claycore.judging.mending import BlendPart, blend_guess
from claycore.testing.bar_plan import USUAL_CONES, plan
from claycore.testing.soaking import USUAL_METHOD
from umberpot.mixing.line_blends import LineOrder, make_line
from umberpot.results.clays.lookup import judged_of, one_clay
from umberpot.results.line_blends.forms import LineForm
from umberpot.shelf.models import Material
from umberpot.studio.request import StudioRequest, request_key
from umberpot.tiles.bar_tests.services import BarOrder, start_test
from umberpot.tiles.clay_records import ClayRecord


@require_POST
def line(request: StudioRequest, pk: int) -> HttpResponse:
    """Make this line: blends with another clay, weighed out in Mix, each with its bars planned."""
    record = one_clay(request, pk)
    form = LineForm(request.POST, clay=record.clay)
    if not form.is_valid():
        for field, problems in form.errors.items():
            messages.error(request, f"{form[field].label}: {problems[0]}")
        return redirect("results:clay", pk=pk)
    key = request_key(request)
    cleaned = form.cleaned_data
    order = LineOrder(record.clay, cleaned["other"], cleaned["steps"], cleaned["dry_g"], key)
    made = make_line(order, request.user)
    for blend, mix in made:
        _plan_bars(record, blend, mix, key, request)
    messages.success(
        request, f"{len(made)} blends to weigh out, each with its bars planned. They start below."
    )
    if form.beyond_usual():
        messages.warning(request, "Beyond 30 % most give up and use the clay as slip.")
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
    form = LineForm({**request.GET.dict(), "dry_g": "400"}, clay=record.clay)
    rows, cone = [], None
    if form.is_valid():
        other = one_clay(request, form.cleaned_data["other"].pk)
        _, judged = judged_of(request, record)
        both = [at.cone for at in record.results.cones if other.results.at(at.cone)]
        best = judged.evidence.cone
        cone = best if best in both else (both[-1] if both else None)
        rows = _guesses(record, other, cone, form.cleaned_data["steps"]) if cone else []
    return render(
        request, "results/line_blends/_guess.html", {"rows": rows, "cone": cone, "form": form}
    )


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
