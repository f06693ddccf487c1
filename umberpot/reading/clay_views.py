"""What one clay says."""

import uuid
from typing import Any

from django.db.models import Q
from django.http import HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_GET

from claycore.judging.purposes import PURPOSES
from claycore.judging.vitrification import WARES, tile_class
from claycore.measure.errors import ClayError
from claycore.testing import shrinkage
from claycore.testing.field_notes import readings
from claycore.testing.results import ClayResults
from umberpot.reading.clay_forms import LineForm, SizesForm
from umberpot.reading.clay_tables import figure_rows, seen_at
from umberpot.reading.clays import Judged
from umberpot.reading.clays_asked import drawings_of, judged_of, one_clay, studio_clays
from umberpot.reading.range_words import lone_words, range_sentences
from umberpot.reading.sheet_facts import sheet_facts
from umberpot.shelf.models import Material
from umberpot.studio.request import StudioRequest
from umberpot.tiles.clay_records import ClayRecord, clay_records

PLACE = "Read"
MOST_RELATIVES = 5
"""Clays drawn beside the one: with it six, as many as can be told apart."""


@require_GET
def clay(request: StudioRequest, pk: int) -> HttpResponse:
    """Everything the bars of one clay say, and the verdict."""
    record = one_clay(request, pk)
    form, judged = judged_of(request, record)
    limit = judged.limits.absorption
    family = [record, *_relatives_of(request, record.clay)]
    return render(
        request,
        "reading/clay.html",
        {
            "place": PLACE,
            "record": record,
            "clay": record.clay,
            "results": record.results,
            "judged": judged,
            "form": form,
            "ware": WARES[judged.as_what.ware],
            "purpose": PURPOSES[judged.as_what.purpose],
            "limit": limit,
            "sentences": range_sentences(judged.evidence.range, limit.high_pct),
            "drawings": drawings_of(family, limit.high_pct, judged.evidence.range),
            "family": family,
            "tests": record.clay.tests.select_related("trial").order_by("-pk"),
            "figure_rows": figure_rows(record.results),
            "seen": [seen_at(at) for at in record.results.cones],
            "drying_words": _drying_words(record.results),
            "lone_words": lone_words(record.results),
            "class_words": _class_words(judged),
            "line_form": LineForm(clay=record.clay, initial={}),
            "sizes": _sizes(request, judged),
            "sheet_says": readings(judged.evidence.notes),
            "sheet_facts": sheet_facts(getattr(record.clay, "sheet", None)),
            "photos": record.clay.photos.defer("image"),
            "request_key": uuid.uuid4(),
            "query": request.GET.urlencode(),
            "kept": [(k, v) for k, v in request.GET.items() if k != "sizes"],
        },
    )


def _relatives_of(request: StudioRequest, clay: Material) -> list[ClayRecord]:
    """What it is blended of and the blends it is in, those with bars only."""
    parents = Q(pk__in=[part.clay_id for part in clay.blend_parts.all()])
    blends = Q(blend_parts__clay=clay, retired_at=None)
    relatives = studio_clays(request).filter(parents | blends).order_by("pk").distinct()
    records = clay_records(request.studio, relatives)
    return [record for record in records if record.bars][:MOST_RELATIVES]


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
