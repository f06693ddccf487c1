"""All the clays of a studio, and several side by side."""

from typing import Any

from django.core.paginator import Paginator
from django.http import HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_GET

from claycore.judging import fit
from claycore.judging.purposes import PURPOSES
from claycore.judging.vitrification import SCHOOLS, WARES
from claycore.testing.results import RESULTS
from umberpot.reading.clay_forms import ClaysForm, JudgedAsForm
from umberpot.reading.clay_search import find
from umberpot.reading.clay_tables import clay_row
from umberpot.reading.clays import Judged, judge
from umberpot.reading.clays_asked import drawings_of, studio_clays
from umberpot.reading.limits import limits_of
from umberpot.studio.models import Studio
from umberpot.studio.request import StudioRequest
from umberpot.tiles.clay_figures import bring_up_to_date
from umberpot.tiles.clay_records import clay_records
from umberpot.tiles.models import ClayFigure

PLACE = "Read"
A_PAGE = 50
USUAL_COLUMNS = ("drying_shrinkage", "total_shrinkage", "absorption")
MOST_COMPARED = 6


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
    ticked = list(studio_clays(request).filter(pk__in=keys).order_by("name"))
    chosen = ticked[:MOST_COMPARED]
    records = clay_records(request.studio, chosen)
    tested = sorted({at.cone for one in records for at in one.results.cones})
    form = JudgedAsForm(request.GET, studio=request.studio, tested=tested)
    as_what = form.judged_as()
    judged = [judge(one, as_what, request.studio) for one in records]
    limit = limits_of(request.studio, as_what.ware, as_what.school).absorption
    return render(
        request,
        "reading/compare.html",
        {
            "place": PLACE,
            "form": form,
            "judged": judged,
            "drawings": drawings_of(records, limit.high_pct),
            "rules": list(zip(*(one.verdict.lines for one in judged), strict=True)),
            "ware": WARES[as_what.ware],
            "school": SCHOOLS[as_what.school],
            "purpose": PURPOSES[as_what.purpose],
            "family": records,
            "fits": _fits(judged),
            "left_out": len(ticked) - len(chosen),
            "keys": [str(one.clay.pk) for one in records],
        },
    )


def _fits(judged: list[Judged]) -> list[dict[str, Any]]:
    """Each clay laid on each other one, by drying and by firing shrinkage at one cone."""
    return [_fit_of(guest, ground) for ground in judged for guest in judged if guest is not ground]


def _fit_of(guest: Judged, ground: Judged) -> dict[str, Any]:
    both = [at.cone for at in guest.record.results.cones if ground.record.results.at(at.cone)]
    judged_at = [one.evidence.cone for one in (guest, ground)]
    cone = next((c for c in judged_at if c in both), both[-1] if both else None)
    at = [one.record.results.at(cone) if cone else None for one in (guest, ground)]
    found = [
        fit.fit("drying", guest.record.results.drying, ground.record.results.drying),
        fit.fit("firing", *(one.firing if one else None for one in at)),
    ]
    return {
        "guest": guest.record.clay,
        "ground": ground.record.clay,
        "cone": cone,
        "fits": found,
        "outcome": fit.worst(found),
    }
