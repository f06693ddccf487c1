"""Bar tests: plan one, fill its grid at the bench, print its sheet."""

import uuid
from collections.abc import Sequence

from django.contrib import messages
from django.core.exceptions import ValidationError
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from claycore.firing.loading.footprints import usual_size
from claycore.measure import bounds
from claycore.measure.formatting import plain
from claycore.testing import bar_plan, soaking
from claycore.testing.field_notes import suspects_lime
from umberpot.clays import sentences
from umberpot.clays.bar_tests import services as bar_services
from umberpot.clays.bar_tests.bench_sheet import bench_sheet_pdf
from umberpot.clays.bar_tests.forms import BarTestForm
from umberpot.clays.records import clay_records
from umberpot.mixing.models import Mix
from umberpot.shelf.models import Material
from umberpot.studio.request import StudioRequest, key_in, posted, request_key
from umberpot.studio.roles import for_makers
from umberpot.tiles.models import ClayTest, Step, Tile
from umberpot.tiles.readings import pages
from umberpot.tiles.readings.damp import damp_among
from umberpot.ui.downloads import PDF, download
from umberpot.ui.fields.measures import MeasureField

PLACE = "Tiles"


@for_makers
@require_http_methods(["GET", "POST"])
def new(request: StudioRequest, clay_pk: int) -> HttpResponse:
    """Test this clay: which cones, how many bars, and what is done to them."""
    clay = get_object_or_404(Material.objects.of(request.studio).testable(), pk=clay_pk)
    early = clay_records(request.studio, [clay])[0].results
    sheet = getattr(clay, "sheet", None)
    offered = bar_plan.cones_for(sheet.notes if sheet else None, early.cones, _label_cones(clay))
    if request.htmx:
        return _counted(request, BarTestForm(request.GET, studio=request.studio))
    form = BarTestForm(
        posted(request),
        studio=request.studio,
        initial={"name": f"{clay.name}, bars"[:80], "cones": ", ".join(offered.cones)},
    )
    if form.is_valid():
        test = bar_services.start_test(_order(form, clay, request), request.studio, request.user)
        return redirect("clays:test", pk=test.pk)
    tested = [at.cone for at in early.cones]
    return render(
        request,
        "clays/bar_tests/new.html",
        {
            "place": PLACE,
            "clay": clay,
            "form": form,
            "offered": offered,
            "needs_saucer": any(bar_plan.needs_saucer(c, tested) for c in offered.cones),
            "request_key": request.POST.get("request_key") or uuid.uuid4(),
            **_how_to(form),
        },
        status=400 if form.errors else 200,
    )


def _label_cones(clay: Material) -> list[str]:
    """The coolest and the hottest cone that its label names, if it names any."""
    claim = getattr(clay, "claim", None)
    return [cone for cone in (claim.cone_low, claim.cone_high) if cone] if claim else []


def _counted(request: StudioRequest, form: BarTestForm) -> HttpResponse:
    """How many bars the plan makes, while it is typed; nothing while it cannot be."""
    by_cone: dict[str, int] = {}
    if form.is_valid():
        for bar in form.cleaned_data["bars"]:
            planned = " → ".join(bar.cones)
            by_cone[planned] = by_cone.get(planned, 0) + 1
    context = {"by_cone": by_cone, "count": sum(by_cone.values()), **_how_to(form)}
    return render(request, "clays/bar_tests/_count.html", context)


def _how_to(form: BarTestForm) -> dict[str, str]:
    """What a bar of this plan measures, and how it is soaked; of the usual plan while it is bad."""
    typed = getattr(form, "cleaned_data", {})
    mark = typed.get("mark_length_mm") or form.fields["mark_length_mm"].initial
    method = soaking.METHODS.get(typed.get("method", ""), soaking.USUAL_METHOD)
    return {
        "bar_size": sentences.bar_size(usual_size(mark)),
        "line": f"{plain(mark, 1)} mm",
        "soaking_steps": method.steps,
        "soaking_standing": method.standing,
    }


def _order(form: BarTestForm, clay: Material, request: StudioRequest) -> bar_services.BarOrder:
    cleaned = form.cleaned_data
    blended = Mix.objects.of(request.studio).kept().filter(clay=clay, plan__kind="line").first()
    return bar_services.BarOrder(
        clay=clay,
        name=cleaned["name"],
        bars=cleaned["bars"],
        mark_length_mm=cleaned["mark_length_mm"],
        method=cleaned["method"],
        span_mm=cleaned["span_mm"] if cleaned["bend"] else None,
        request_key=request_key(request),
        mix=blended,
        atmosphere=cleaned["atmosphere"],
    )


def _test(request: StudioRequest, pk: int) -> ClayTest:
    tests = ClayTest.objects.of(request.studio).select_related(
        "trial__studio", "clay__sheet", "studio"
    )
    return get_object_or_404(tests, pk=pk)


@require_http_methods(["GET", "POST"])
def test(request: StudioRequest, pk: int) -> HttpResponse:
    """A bar test: its bars down, the readings of one stage across, filled in one go."""
    found = _test(request, pk)
    page = pages.grid_page(request, found.trial)
    tiles = page.tiles
    if request.method == "POST" and (onward := pages.save(request, page)):
        return redirect(onward)
    return render(
        request,
        "clays/bar_tests/test.html",
        {
            "place": PLACE,
            "test": found,
            **page.shown,
            "next_steps": bar_services.next_steps(tiles),
            "strays": _strays(tiles),
            "to_fire": bool(tiles) and all(tile.step in (Step.FIRE, Step.READ) for tile in tiles),
            "all_read": bool(tiles) and all(tile.step == Step.READ for tile in tiles),
            "to_make": sum(tile.step == Step.MAKE for tile in tiles),
            "unmixed": _unmixed(tiles),
            "drying": bar_services.drying_bars(tiles),
            "watches_lime": _watches_lime(found, tiles),
            "damp": damp_among([tile.pk for tile in tiles]),
        },
        status=200 if page.grid.is_sound else 400,
    )


def _watches_lime(test: ClayTest, tiles: Sequence[Tile]) -> bool:
    """Whether a fired bar should be kept damp and looked at for lime pops."""
    sheet = getattr(test.clay, "sheet", None)
    return bool(sheet and suspects_lime(sheet.notes) and any(tile.firings for tile in tiles))


def _unmixed(tiles: Sequence[Tile]) -> Mix | None:
    """The blend that the bars wait for; None where there is nothing to be mixed for them."""
    waiting = (tile.mix for tile in tiles if tile.shaped_at is None and tile.mix)
    return next((mix for mix in waiting if mix.finished_at is None), None)


def _strays(tiles: Sequence[Tile]) -> list[str]:
    """What is to be said of bars that were fired to other cones than planned."""
    return [
        f"{tile.code} was planned for cone {', '.join(tile.cone_plan)} but fired to cone"
        f" {', '.join(tile.unplanned_cones)}. Its readings count for the cone it was"
        " fired to."
        for tile in tiles
        if tile.unplanned_cones
    ]


@require_POST
def made(request: StudioRequest, pk: int) -> HttpResponse:
    """All the bars are made and stamped."""
    found = _test(request, pk)
    count = bar_services.shape_bars(found)
    messages.success(request, sentences.bars_made(count))
    return redirect("clays:test", pk=pk)


@require_POST
def weigh_drying(request: StudioRequest, pk: int) -> HttpResponse:
    """One weighing of a drying bar, towards constant weight."""
    found = _test(request, pk)
    bars = Tile.objects.of(request.studio).kept().filter(trial=found.trial_id)
    chosen = request.POST.get("bar", "")
    bar = get_object_or_404(bars, pk=key_in(chosen))
    try:
        grams = MeasureField(bounds.MASS).clean(request.POST.get("grams", ""))
    except ValidationError as refused:
        messages.error(request, refused.messages[0])
    else:
        said = bar_services.weigh_drying(bar, grams, request.studio.scale_step_g, request.user)
        messages.success(request, f"{bar.code}: {said.sentence}")
    return redirect("clays:test", pk=pk)


@require_GET
def sheet(request: StudioRequest, pk: int) -> HttpResponse:
    """The bench sheet to write on, in the order of the grid."""
    found = _test(request, pk)
    bars = pages.pieces_of(found.trial)
    body = bench_sheet_pdf(found, bars, request.studio.prints_on)
    return download(body, PDF, f"bench-sheet-{pk}.pdf")
