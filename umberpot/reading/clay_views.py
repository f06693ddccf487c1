"""What the clays say: one, several side by side, all of them; and what follows from it."""

import uuid
from collections.abc import Iterable
from typing import Any

from django.contrib import messages
from django.core.paginator import Paginator
from django.db.models import Q, QuerySet
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from claycore import fit, shrinkage
from claycore.bar_plan import USUAL_CONES, plan
from claycore.clay_purposes import PURPOSES
from claycore.clay_results import RESULTS, ClayResults
from claycore.errors import ClayError
from claycore.field_notes import readings
from claycore.firing_range import FiringRange
from claycore.mending import BlendPart, blend_guess
from claycore.vitrification import SCHOOLS, WARES, tile_class
from umberpot.mixing.blends import LineOrder, make_line
from umberpot.reading.chart import NARROW, WIDE, Series, chart
from umberpot.reading.clay_forms import (
    ClaysForm,
    JudgedAsForm,
    LimitsForm,
    LineForm,
    SizesForm,
)
from umberpot.reading.clay_search import find
from umberpot.reading.clay_tables import clay_row, figure_rows, seen_at
from umberpot.reading.clays import ClayRead, Judged, clays_with_bars, judge
from umberpot.reading.drawing import Drawing
from umberpot.reading.limits import limits_of
from umberpot.reading.range_words import lone_words, range_sentences
from umberpot.reading.sheet_facts import sheet_facts
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.studio.request import StudioRequest, posted, request_key
from umberpot.tiles.bar_services import BarOrder, start_test
from umberpot.tiles.clay_figures import bring_up_to_date
from umberpot.tiles.models import ClayFigure, Tile

PLACE = "Read"
A_PAGE = 50
USUAL_COLUMNS = ("drying_shrinkage", "total_shrinkage", "absorption")
MOST_COMPARED = 6


def _clays(request: StudioRequest) -> QuerySet[Material]:
    """The studio's clays with what their pages need."""
    return (
        Material.objects.of(request.studio)
        .testable()
        .select_related("sheet", "claim", "studio")
        .prefetch_related("blend_parts__clay")
    )


def _read(request: StudioRequest, clays: Iterable[Material]) -> list[ClayRead]:
    clays = list(clays)
    tiles = Tile.objects.of(request.studio).kept().filter(clay__in=clays, glazed=False)
    return clays_with_bars(clays, tiles.with_history())


def one_clay(request: StudioRequest, pk: int) -> ClayRead:
    """A clay of the studio with its bars, or 404."""
    return _read(request, [get_object_or_404(_clays(request), pk=pk)])[0]


def judged_of(request: StudioRequest, read: ClayRead) -> tuple[JudgedAsForm, Judged]:
    """The clay judged as the address asks, and the form that asked."""
    tested = [at.cone for at in read.results.cones]
    form = JudgedAsForm(request.GET, studio=request.studio, tested=tested)
    return form, judge(read, form.judged_as(), request.studio)


@require_GET
def clay(request: StudioRequest, pk: int) -> HttpResponse:
    """Everything the bars of one clay say, and the verdict."""
    read = one_clay(request, pk)
    form, judged = judged_of(request, read)
    limit = judged.limits.absorption
    family = [read, *_relatives_of(request, read.clay)]
    return render(
        request,
        "reading/clay.html",
        {
            "place": PLACE,
            "read": read,
            "clay": read.clay,
            "results": read.results,
            "judged": judged,
            "form": form,
            "ware": WARES[judged.as_what.ware],
            "purpose": PURPOSES[judged.as_what.purpose],
            "limit": limit,
            "sentences": range_sentences(judged.evidence.range, limit.high_pct),
            "drawings": _drawings(family, limit.high_pct, judged.evidence.range),
            "family": family,
            "tests": read.clay.tests.select_related("trial").order_by("-pk"),
            "figure_rows": figure_rows(read.results),
            "seen": [seen_at(at) for at in read.results.cones],
            "drying_words": _drying_words(read.results),
            "lone_words": lone_words(read.results),
            "class_words": _class_words(judged),
            "line_form": LineForm(clay=read.clay, initial={}),
            "sizes": _sizes(request, judged),
            "sheet_says": readings(judged.evidence.notes),
            "sheet_facts": sheet_facts(getattr(read.clay, "sheet", None)),
            "photos": read.clay.photos.defer("image"),
            "request_key": uuid.uuid4(),
            "query": request.GET.urlencode(),
            "kept": [(k, v) for k, v in request.GET.items() if k != "sizes"],
        },
    )


def _relatives_of(request: StudioRequest, clay: Material) -> list[ClayRead]:
    """What it is blended of and the blends it is in, those with bars only."""
    parents = Q(pk__in=[part.clay_id for part in clay.blend_parts.all()])
    blends = Q(blend_parts__clay=clay, retired_at=None)
    relatives = _clays(request).filter(parents | blends).order_by("pk").distinct()
    return [read for read in _read(request, relatives) if read.bars][: MOST_COMPARED - 1]


def _drawings(
    family: list[ClayRead], limit_pct: float, ranges: FiringRange | None = None
) -> dict[str, Drawing] | None:
    """The chart as a page and as a phone shows it; None where nothing was fired yet."""
    if not any(one.results.cones for one in family):
        return None
    series = [Series(one.clay.name, one.results.cones) for one in family]
    return {
        "wide": chart(series, limit_pct, ranges, WIDE),
        "narrow": chart(series, limit_pct, ranges, NARROW),
    }


def _drying_words(results: ClayResults) -> str:
    drying = results.drying
    return shrinkage.reading_of_drying(drying.value) if drying and drying.high > 0 else ""


def _class_words(judged: Judged) -> str:
    at = judged.evidence.at
    return tile_class(at.absorption.value) if at and at.absorption else ""


def _sizes(request: StudioRequest, judged: Judged) -> dict[str, Any]:
    """To end at these sizes, make those."""
    form = SizesForm(request.GET if "sizes" in request.GET else None)
    at = judged.evidence.at
    total = at.total if at else None
    rows = []
    if form.is_valid() and total:
        try:
            rows = [
                (size, shrinkage.size_to_make(size, total)) for size in form.cleaned_data["sizes"]
            ]
        except ClayError as error:
            form.add_error("sizes", str(error))
    return {"form": form, "rows": rows, "total": total, "cone": judged.evidence.cone}


@require_GET
def clays(request: StudioRequest) -> HttpResponse:
    """All clays of the studio, by what their bars came to."""
    bring_up_to_date(request.studio)
    form = ClaysForm(request.GET)
    asked = form.asked()
    page = Paginator(find(request.studio, asked), A_PAGE).get_page(request.GET.get("page"))
    columns = list(dict.fromkeys([*USUAL_COLUMNS, *asked.results]))
    figures = _figures_by_clay(request.studio, [clay.pk for clay in page], columns)
    query = request.GET.copy()
    query.pop("page", None)
    return render(
        request,
        "reading/clays.html",
        {
            "place": PLACE,
            "form": form,
            "page": page,
            "before_columns": [RESULTS[c] for c in columns if not RESULTS[c].at_cone],
            "cone_columns": [RESULTS[c] for c in columns if RESULTS[c].at_cone],
            "rows": [clay_row(clay, figures[clay.pk], columns) for clay in page],
            "asked_cone": asked.cone,
            "filtered": bool(request.GET),
            "query": query.urlencode(),
            "most_compared": MOST_COMPARED,
        },
        status=400 if request.GET and not form.is_valid() else 200,
    )


def _figures_by_clay(
    studio: Studio, keys: list[int], columns: list[str]
) -> dict[int, list[ClayFigure]]:
    figures: dict[int, list[ClayFigure]] = {key: [] for key in keys}
    wanted = ClayFigure.objects.of(studio).filter(clay__in=keys, result__in=columns)
    for figure in wanted.order_by("pk"):
        figures[figure.clay_id].append(figure)
    return figures


@require_GET
def compare(request: StudioRequest) -> HttpResponse:
    """Two to six clays side by side: table, chart, verdicts; and whether two fit on each other."""
    keys = [key for key in request.GET.getlist("of") if key.isdecimal() and len(key) < 19]
    ticked = list(_clays(request).filter(pk__in=keys).order_by("name"))
    chosen = ticked[:MOST_COMPARED]
    read = _read(request, chosen)
    tested = sorted({at.cone for one in read for at in one.results.cones})
    form = JudgedAsForm(request.GET, studio=request.studio, tested=tested)
    as_what = form.judged_as()
    judged = [judge(one, as_what, request.studio) for one in read]
    limit = limits_of(request.studio, as_what.ware, as_what.school).absorption
    return render(
        request,
        "reading/compare.html",
        {
            "place": PLACE,
            "form": form,
            "judged": judged,
            "drawings": _drawings(read, limit.high_pct),
            "rules": list(zip(*(one.verdict.lines for one in judged), strict=True)),
            "ware": WARES[as_what.ware],
            "school": SCHOOLS[as_what.school],
            "purpose": PURPOSES[as_what.purpose],
            "family": read,
            "fits": _fits(judged),
            "left_out": len(ticked) - len(chosen),
            "keys": [str(one.clay.pk) for one in read],
        },
    )


def _fits(judged: list[Judged]) -> list[dict[str, Any]]:
    """Each clay laid on each other one, by drying and by firing shrinkage at one cone."""
    return [_fit_of(guest, ground) for ground in judged for guest in judged if guest is not ground]


def _fit_of(guest: Judged, ground: Judged) -> dict[str, Any]:
    both = [at.cone for at in guest.read.results.cones if ground.read.results.at(at.cone)]
    judged_at = [one.evidence.cone for one in (guest, ground)]
    cone = next((c for c in judged_at if c in both), both[-1] if both else None)
    at = [one.read.results.at(cone) if cone else None for one in (guest, ground)]
    found = [
        fit.fit("drying", guest.read.results.drying, ground.read.results.drying),
        fit.fit("firing", *(one.firing if one else None for one in at)),
    ]
    return {
        "guest": guest.read.clay,
        "ground": ground.read.clay,
        "cone": cone,
        "fits": found,
        "outcome": fit.worst(found),
    }


@require_POST
def line(request: StudioRequest, pk: int) -> HttpResponse:
    """Make this line: blends with another clay, weighed out in Mix, each with its bars planned."""
    read = one_clay(request, pk)
    form = LineForm(request.POST, clay=read.clay)
    if not form.is_valid():
        for field, problems in form.errors.items():
            messages.error(request, f"{form[field].label}: {problems[0]}")
        return redirect("clay-read", pk=pk)
    key = request_key(request)
    cleaned = form.cleaned_data
    order = LineOrder(read.clay, cleaned["other"], cleaned["steps"], cleaned["dry_g"], key)
    made = make_line(order, request.user)
    for blend, mix in made:
        _plan_bars(read, blend, mix, key, request)
    messages.success(
        request, f"{len(made)} blends to weigh out, each with its bars planned. They start below."
    )
    if form.beyond_usual():
        messages.warning(request, "Beyond 30 % most give up and use the clay as slip.")
    return redirect("mixes")


def _plan_bars(
    read: ClayRead, blend: Material, mix: Any, key: uuid.UUID, request: StudioRequest
) -> None:
    """Three bars a cone, at the cones its parent was tested at."""
    tested = [at.cone for at in read.results.cones] or list(USUAL_CONES)
    start_test(
        BarOrder(
            clay=blend,
            name=f"{blend.name}, bars"[:80],
            bars=plan(tested[:8], 3, False, False, climbing=False),
            mark_length_mm=request.studio.mark_length_mm,
            method="boil_soak",
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
    read = one_clay(request, pk)
    form = LineForm({**request.GET.dict(), "dry_g": "400"}, clay=read.clay)
    rows, cone = [], None
    if form.is_valid():
        other = one_clay(request, form.cleaned_data["other"].pk)
        _, judged = judged_of(request, read)
        both = [at.cone for at in read.results.cones if other.results.at(at.cone)]
        best = judged.evidence.cone
        cone = best if best in both else (both[-1] if both else None)
        rows = _guesses(read, other, cone, form.cleaned_data["steps"]) if cone else []
    return render(request, "reading/_guess.html", {"rows": rows, "cone": cone, "form": form})


def _guesses(
    read: ClayRead, other: ClayRead, cone: str, steps: tuple[float, ...]
) -> list[tuple[float, Any]]:
    at, added = read.results.at(cone), other.results.at(cone)
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


@require_http_methods(["GET", "POST"])
def limits(request: StudioRequest) -> HttpResponse:
    """The figures that this studio judges clays by."""
    form = LimitsForm(posted(request), studio=request.studio)
    if form.is_valid():
        request.studio.own_limits = form.own()
        request.studio.save(update_fields=["own_limits"])
        messages.success(request, "Clays are judged by these figures from now on.")
        return redirect("limits")
    return render(
        request,
        "reading/limits.html",
        {"place": PLACE, "form": form, "schools": SCHOOLS},
        status=400 if form.errors else 200,
    )
