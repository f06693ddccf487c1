"""The clays of a studio: one, all of them, and several side by side."""

import uuid
from typing import Any

from django.contrib import messages
from django.db.models import Q, QuerySet
from django.http import HttpResponse, QueryDict
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_GET, require_POST

from claycore.colour.notation import Lab
from claycore.judging import fit
from claycore.judging.drying_reading import drying_for
from claycore.judging.limits import SCHOOL_WORDS, WARES
from claycore.judging.purposes import PURPOSES
from claycore.judging.rules import RULES
from claycore.judging.verdict import CheckedRule
from claycore.judging.vitrification import tile_class
from claycore.measure.errors import ClayError
from claycore.testing import shrinkage
from claycore.testing.field_notes import readings
from claycore.testing.results import RESULTS, ClayResults
from umberpot.clays import sentences
from umberpot.clays.bar_tests.services import next_steps
from umberpot.clays.figures import bring_up_to_date
from umberpot.clays.fires import OPEN_BODY, after_fires
from umberpot.clays.limits.services import limits_of
from umberpot.clays.line_blends.forms import LineForm
from umberpot.clays.line_blends.plan import BlendBars, tests_of
from umberpot.clays.models import ClayFigure
from umberpot.clays.places import PLACE
from umberpot.clays.records import ClayRecord, clay_records
from umberpot.clays.verdicts.bars_drawn import bars_drawn
from umberpot.clays.verdicts.chart import drawings_of
from umberpot.clays.verdicts.forms import ClayPurposeForm, ClaysForm, FloorForm, SizesForm
from umberpot.clays.verdicts.history import note_verdict
from umberpot.clays.verdicts.judging import JudgedClay, judge, judged_as_usual
from umberpot.clays.verdicts.lookup import judged_of, studio_clays
from umberpot.clays.verdicts.search import find
from umberpot.clays.verdicts.sentences import (
    floor_summary,
    range_sentences,
    spread_words,
    verdict_moved,
)
from umberpot.clays.verdicts.tables import clay_row, figure_rows, seen_at
from umberpot.clays.verdicts.tried_ways import tried_ways
from umberpot.shelf.field_sheets.facts import sheet_facts
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.studio.request import StudioRequest, keys_in
from umberpot.tiles.plain_colours import plain_colours
from umberpot.ui.paging import page_of

MOST_RELATIVES = 5
"""Clays drawn beside the one: with it six, as many as can be told apart."""


@require_GET
def clay(request: StudioRequest, pk: int) -> HttpResponse:
    """Everything the bars of one clay say, and the verdict."""
    found = get_object_or_404(studio_clays(request), pk=pk)
    record, *relatives = clay_records(request.studio, [found, *_relatives_of(request, found)])
    form, judged = judged_of(request, record)
    limit = judged.limits.dense
    tests = tests_of(record.clay)
    family = [record, *[one for one in relatives if one.bars][:MOST_RELATIVES]]
    return render(
        request,
        "clays/verdicts/clay.html",
        {
            "place": PLACE,
            "record": record,
            "clay": record.clay,
            "results": record.results,
            "judged": judged,
            "form": form,
            "ware": WARES[judged.as_what.ware],
            "purpose": PURPOSES[judged.as_what.purpose],
            "purposes": [(PURPOSES[p], v) for p, v in judged.verdicts.items()],
            "limit": limit,
            "sentences": range_sentences(judged.evidence.range, limit.high_pct),
            "drawings": drawings_of(family, limit.high_pct, judged.evidence.range),
            "family": family,
            "bars_drawn": bars_drawn(record.results, _colours_of(record)),
            "tests": tests,
            "next_steps": next_steps(record.bars),
            "moved": _moved(request, judged),
            "tried": tried_ways(judged, relatives, request.studio),
            "figure_rows": figure_rows(record.results),
            "seen": [seen_at(at) for at in record.results.cones],
            "drying_words": _drying_words(record.results, judged.as_what.purpose),
            "spread_words": spread_words(record.results, judged.evidence.cone),
            "class_words": _class_words(judged),
            "line_form": LineForm(
                _line_typed(request),
                clay=record.clay,
                dry_g=BlendBars(record, request.studio, tests).dry_g,
            ),
            "sizes": _sizes(request, judged),
            "floor": _floor(request, judged),
            "sheet_summary": readings(judged.evidence.notes),
            "sheet_facts": sheet_facts(getattr(record.clay, "sheet", None)),
            "fires": after_fires(record.bars, record.elsewhere),
            "open_body": OPEN_BODY,
            "photos": record.clay.photos.defer("image"),
            "request_key": uuid.uuid4(),
            "query": request.GET.urlencode(),
            "kept": _kept(request, "sizes"),
            "kept_by_floor": _kept(request, "floor_mm", "ring_mm"),
        },
    )


def _colours_of(record: ClayRecord) -> dict[str, Lab]:
    """What a clay alone fires to, by cone."""
    clay = record.clay
    return {cone: lab for (_, cone), lab in plain_colours(clay.studio, [clay.pk]).items()}


def _moved(request: StudioRequest, judged: JudgedClay) -> str:
    """How the verdict moved by itself, where it is the clay's usual one that is shown."""
    if request.GET or not judged.record.results.cones:
        return ""
    move = note_verdict(judged)
    return verdict_moved(move) if move else ""


def _line_typed(request: StudioRequest) -> QueryDict | None:
    """A line of blends that could not be made as it was typed, so that nothing is forgotten."""
    return request.GET if "steps" in request.GET else None


@require_POST
def save_purpose(request: StudioRequest, pk: int) -> HttpResponse:
    """What a clay is judged as from now on."""
    clay = get_object_or_404(studio_clays(request), pk=pk)
    form = ClayPurposeForm(request.POST, studio=request.studio, tested=[], clay=clay)
    judged_as = form.judged_as()
    clay.purpose, clay.ware = judged_as.purpose, judged_as.ware
    clay.save(update_fields=["purpose", "ware"])
    messages.success(request, sentences.judged_for(str(clay), PURPOSES[clay.purpose]))
    return redirect("results:clay", pk=pk)


def _relatives_of(request: StudioRequest, clay: Material) -> QuerySet[Material]:
    """What it is blended of and the blends it is in."""
    parents = Q(pk__in=[part.clay_id for part in clay.blend_parts.all()])
    blends = Q(blend_parts__clay=clay, retired_at=None)
    testable = Material.objects.of(request.studio).testable().with_what_is_judged()
    return testable.filter(parents | blends).order_by("pk").distinct()


def _drying_words(results: ClayResults, purpose: str) -> str:
    drying = results.drying
    return drying_for(drying.value, purpose) if drying and drying.high > 0 else ""


def _class_words(judged: JudgedClay) -> str:
    at = judged.evidence.at
    return tile_class(at.absorption, at.cone) if at and at.absorption else ""


def _sizes(request: StudioRequest, judged: JudgedClay) -> dict[str, Any]:
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


def _kept(request: StudioRequest, *but: str) -> list[tuple[str, str]]:
    """What else the address says, for a form of the page that adds to it."""
    return [(name, str(value)) for name, value in request.GET.items() if name not in but]


def _floor(request: StudioRequest, judged: JudgedClay) -> dict[str, Any]:
    """How far a plate's floor sags over its foot ring, where a bend bar tells; {} where none."""
    at = judged.evidence.at
    index = RESULTS["pyroplastic_index"].of(at) if at else None
    if at is None or index is None:
        return {}
    form = FloorForm(request.GET if "ring_mm" in request.GET else None)
    usual = {name: field.initial for name, field in form.fields.items()}
    typed = form.cleaned_data if form.is_valid() else usual
    return {
        "form": form,
        "summary": floor_summary(typed["floor_mm"], typed["ring_mm"], index, at.cone),
    }


MOST_COMPARED = 6


@require_GET
def compare(request: StudioRequest) -> HttpResponse:
    """Two to six clays side by side: table, chart, verdicts; and whether two fit on each other."""
    keys = keys_in(request.GET.getlist("of"))
    ticked = list(studio_clays(request).filter(pk__in=keys).order_by("name"))
    chosen = ticked[:MOST_COMPARED]
    records = clay_records(request.studio, chosen)
    tested = sorted({at.cone for one in records for at in one.results.cones})
    form = ClayPurposeForm(request.GET, studio=request.studio, tested=tested)
    as_what = form.judged_as()
    judged = [judge(one, as_what, request.studio) for one in records]
    limit = limits_of(request.studio, as_what.ware, as_what.school).dense
    return render(
        request,
        "clays/verdicts/compare.html",
        {
            "place": PLACE,
            "form": form,
            "judged": judged,
            "drawings": drawings_of(records, limit.high_pct),
            "rules": _rules_of(judged),
            "ware": WARES[as_what.ware],
            "school": SCHOOL_WORDS[as_what.school],
            "purpose": PURPOSES[as_what.purpose],
            "family": records,
            "fits": _fits(judged),
            "left_out": len(ticked) - len(chosen),
            "keys": [str(one.clay.pk) for one in records],
        },
    )


def _rules_of(judged: list[JudgedClay]) -> list[tuple[str, list[CheckedRule | None]]]:
    """Every rule that applies to one of the clays at least, and how each clay stands to it."""
    lines = [{line.code: line for line in one.verdict.lines} for one in judged]
    there = [code for code in RULES if any(code in one for one in lines)]
    return [(RULES[code].title, [one.get(code) for one in lines]) for code in there]


def _fits(judged: list[JudgedClay]) -> list[dict[str, Any]]:
    """Each clay laid on each other one, by drying and by firing shrinkage at one cone."""
    return [_fit_of(guest, ground) for ground in judged for guest in judged if guest is not ground]


def _fit_of(guest: JudgedClay, ground: JudgedClay) -> dict[str, Any]:
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


A_PAGE = 20
MOST_ARCHIVED = 50


USUAL_COLUMNS = ("drying_shrinkage", "total_shrinkage", "absorption")


@require_GET
def clays(request: StudioRequest) -> HttpResponse:
    """All clays of the studio, by what their bars came to."""
    bring_up_to_date(request.studio)
    form = ClaysForm(request.GET)
    asked = form.asked()
    page = page_of(request, find(request.studio, asked), A_PAGE)
    columns = list(dict.fromkeys([*USUAL_COLUMNS, *asked.results]))
    keys = [clay.pk for clay in page]
    figures = _figures_by_clay(request.studio, keys, columns)
    judged = judged_as_usual(request.studio, keys)
    colours = plain_colours(request.studio, keys)
    return render(
        request,
        "clays/verdicts/clays.html",
        {
            "place": PLACE,
            "form": form,
            "page": page,
            "before_columns": [RESULTS[c] for c in columns if not RESULTS[c].at_cone],
            "cone_columns": [RESULTS[c] for c in columns if RESULTS[c].at_cone],
            "rows": [
                clay_row(clay, figures[clay.pk], columns, judged.get(clay.pk), colours)
                for clay in page
            ],
            "asked_cone": asked.cone,
            "filtered": bool(request.GET),
            "most_compared": MOST_COMPARED,
            "archived": studio_clays(request)
            .filter(retired_at__isnull=False, tests__isnull=False)
            .order_by("name")
            .distinct()[:MOST_ARCHIVED],
        },
        status=400 if request.GET and not form.is_valid() else 200,
    )


def _figures_by_clay(
    studio: Studio, keys: list[int], columns: list[str]
) -> dict[int, list[ClayFigure]]:
    figures: dict[int, list[ClayFigure]] = {key: [] for key in keys}
    wanted = ClayFigure.objects.of(studio).surest().filter(clay__in=keys, result__in=columns)
    for figure in wanted.order_by("pk"):
        figures[figure.clay_id].append(figure)
    return figures
