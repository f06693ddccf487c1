"""What the clays say, to take away: the report, the data, the shrink rule."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Any

from django.http import Http404, HttpResponse, JsonResponse
from django.shortcuts import redirect
from django.utils import timezone
from django.views.decorators.http import require_GET

from claycore.measure.errors import ClayError
from claycore.measure.formatting import counted, to_two_digits, with_u95
from claycore.measure.uncertainty import Estimate
from umberpot.clays.readings.rows import COLUMNS as READING_COLUMNS
from umberpot.clays.readings.rows import FIGURES as READING_FIGURES
from umberpot.clays.readings.rows import as_text, reading_rows
from umberpot.clays.records import ClayRecord
from umberpot.clays.verdicts.lookup import judged_of, one_clay
from umberpot.clays.verdicts.report import clay_report
from umberpot.clays.verdicts.shrink_rule import shrink_rule_pdf
from umberpot.clays.verdicts.tables import figure_rows
from umberpot.studio.request import StudioRequest
from umberpot.tiles.models import Tile
from umberpot.ui.downloads import CSV, PDF, download, file_name
from umberpot.ui.reports.printed import printed
from umberpot.ui.tables import to_csv


@dataclass(frozen=True)
class FileFigure:
    """A figure of the data file: what it is of, and the estimate."""

    clay: str
    cone: str
    key: str
    method: str
    unit: str
    estimate: Estimate


COLUMNS: dict[str, Callable[[FileFigure], Any]] = {
    "clay": lambda row: row.clay,
    "cone": lambda row: row.cone,
    "figure": lambda row: row.key,
    "method": lambda row: row.method,
    "unit": lambda row: row.unit,
    "value": lambda row: row.estimate.value,
    "u95": lambda row: row.estimate.u95,
    "bars": lambda row: row.estimate.count,
}
"""The columns of the figures' file; docs/formats.md tells what they hold."""

FIGURES = ("value", "u95", "bars")


def _file_name(record: ClayRecord, what: str) -> str:
    return file_name(record.clay.name, f"-{what}", "clay")


@require_GET
def report(request: StudioRequest, pk: int) -> HttpResponse:
    """The report as PDF, judged as the page is."""
    record = one_clay(request, pk)
    _, judged = judged_of(request, record)
    told = clay_report(judged, record.bars, timezone.localdate())
    body = printed(told, request.studio.prints_on)
    return download(body, PDF, _file_name(record, "report.pdf"))


def _rows(record: ClayRecord) -> list[dict[str, Any]]:
    """Every figure as a row of the data file, unrounded."""
    return [{name: cell(figure) for name, cell in COLUMNS.items()} for figure in _figures(record)]


def _figures(record: ClayRecord) -> Iterator[FileFigure]:
    results, clay = record.results, record.clay.name
    before = {
        "drying_shrinkage": results.drying,
        "water_of_plasticity_on_dry": results.water_of_plasticity,
    }
    for key, estimate in before.items():
        if estimate is not None:
            yield FileFigure(clay, "", key, "", "%", estimate)
    for figure in figure_rows(results):
        for at, estimate in zip(results.cones, figure.cells, strict=True):
            if estimate:
                yield FileFigure(clay, at.cone, figure.key, figure.method, figure.unit, estimate)


def _readings(record: ClayRecord) -> Iterator[dict[str, Any]]:
    return reading_rows(
        Tile.objects.of(record.clay.studio).filter(pk__in=[bar.pk for bar in record.bars])
    )


def _as_precise_as_known(row: dict[str, Any]) -> dict[str, str]:
    value, u95 = to_two_digits(row["value"], row["u95"])
    return {key: str(known) for key, known in {**row, "value": value, "u95": u95}.items()}


@require_GET
def data(request: StudioRequest, pk: int, form: str) -> HttpResponse:
    """The figures as ``csv``, or unrounded as ``json``; docs/formats.md tells the columns."""
    record = one_clay(request, pk)
    if form == "json":
        answer = {"clay": record.clay.name, "kind": record.clay.kind, "figures": _rows(record)}
        answer["readings"] = [
            {column: row.get(column, "") for column in READING_COLUMNS} for row in _readings(record)
        ]
        answer["problems"] = list(record.results.problems)
        return JsonResponse(answer)
    if form != "csv":
        raise Http404("A clay's data comes as csv or json.")
    rows = [_as_precise_as_known(row) for row in _rows(record)]
    body = to_csv(list(COLUMNS), rows, request.studio.writes_tables, FIGURES)
    return download(body, CSV, _file_name(record, "figures.csv"))


@require_GET
def readings(request: StudioRequest, pk: int) -> HttpResponse:
    """Every current reading of the clay's bars as CSV."""
    record = one_clay(request, pk)
    rows = map(as_text, _readings(record))
    body = to_csv(READING_COLUMNS, rows, request.studio.writes_tables, READING_FIGURES)
    return download(body, CSV, _file_name(record, "readings.csv"))


@require_GET
def shrink_rule(request: StudioRequest, pk: int) -> HttpResponse:
    """A printable rule for the clay at a tested cone."""
    record = one_clay(request, pk)
    cone = request.GET.get("cone", "")
    at = record.results.at(cone)
    if at is None or at.total is None:
        return redirect("results:clay", pk=pk)
    total = with_u95(at.total.value, at.total.u95)
    note = f"Total shrinkage {total} % from {counted(at.total.count, 'bar')}."
    try:
        body = shrink_rule_pdf(
            f"{record.clay.name}, cone {cone}",
            *(at.total, note, timezone.localdate(), request.studio.prints_on),
        )
    except ClayError as error:
        raise Http404(str(error)) from None
    return download(body, PDF, _file_name(record, f"shrink-rule-cone-{cone}.pdf"))
