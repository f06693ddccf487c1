"""Reports: shown on a page, as PDF, and as HTML that stands alone in one file."""

import uuid
from base64 import b64encode
from hashlib import sha256
from typing import Any

from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404, render
from django.template.loader import render_to_string
from django.utils import timezone
from django.utils.safestring import SafeString
from django.views.decorators.http import require_safe

from umberpot.library.places import PLACE
from umberpot.library.reports.kinds import REPORTS
from umberpot.library.reports.years import report_of_year
from umberpot.library.sharing.forms import ShareForm
from umberpot.library.sharing.services import qr_of, standing_of
from umberpot.studio.addresses import outside
from umberpot.studio.request import StudioRequest
from umberpot.ui.downloads import HTML, PDF, download, file_name
from umberpot.ui.reports.blocks import Report
from umberpot.ui.reports.policy import with_photographs
from umberpot.ui.reports.printed import printed
from umberpot.ui.typography import kept_together_in


def _report(request: StudioRequest, about: str, pk: int) -> Report:
    if about not in REPORTS:
        raise Http404
    kind = REPORTS[about]
    subject = get_object_or_404(kind.model.objects.of(request.studio), pk=pk)
    return kind.build(request.studio, subject, timezone.localdate())


def _year(request: StudioRequest, year: int) -> Report:
    today = timezone.localdate()
    if not 1900 <= year <= today.year:
        raise Http404
    return report_of_year(request.studio, year, today)


def _as_pdf(request: StudioRequest, report: Report) -> HttpResponse:
    body = printed(report, request.studio.prints_on)
    return download(body, PDF, file_name(report.title, ".pdf", "report"))


def _as_file(report: Report) -> HttpResponse:
    """One file with its own style, which needs nothing else to be read."""
    style = SafeString(render_to_string("library/reports/alone.css"))
    shown = {"report": report, "style": style, "style_sum": _sum_of(style)}
    html = kept_together_in(render_to_string("library/reports/alone.html", shown))
    return download(html, HTML, file_name(report.title, ".html", "report"))


def _sum_of(style: str) -> str:
    """What the file's own policy lets its one style through by."""
    return f"sha256-{b64encode(sha256(style.encode()).digest()).decode()}"


def _as_page(request: StudioRequest, report: Report, about: str, pk: int) -> HttpResponse:
    shown = {"place": PLACE, "report": report, "about": about, "pk": pk}
    shown |= _sharing(request, about, pk) if about in REPORTS else {}
    return render(request, "library/reports/report.html", shown)


def _sharing(request: StudioRequest, about: str, pk: int) -> dict[str, Any]:
    """The open links to it, each with its whole address, and where to make one."""
    subject = REPORTS[about].model.objects.of(request.studio).get(pk=pk)
    standing = standing_of(request.studio, about, subject)
    addresses = [outside(request.studio, request, one.get_absolute_url()) for one in standing]
    return {
        "links": [
            (one, address, qr_of(address)) for one, address in zip(standing, addresses, strict=True)
        ],
        "form": ShareForm(),
        "request_key": uuid.uuid4(),
    }


@with_photographs
@require_safe
def report(request: StudioRequest, about: str, pk: int) -> HttpResponse:
    """A report on a page."""
    return _as_page(request, _report(request, about, pk), about, pk)


@require_safe
def pdf(request: StudioRequest, about: str, pk: int) -> HttpResponse:
    """A report as PDF."""
    return _as_pdf(request, _report(request, about, pk))


@require_safe
def alone(request: StudioRequest, about: str, pk: int) -> HttpResponse:
    """A report as one HTML file."""
    return _as_file(_report(request, about, pk))


@with_photographs
@require_safe
def year(request: StudioRequest, year: int) -> HttpResponse:
    """A year on a page."""
    return _as_page(request, _year(request, year), "year", year)


@require_safe
def year_pdf(request: StudioRequest, year: int) -> HttpResponse:
    """A year as PDF."""
    return _as_pdf(request, _year(request, year))


@require_safe
def year_alone(request: StudioRequest, year: int) -> HttpResponse:
    """A year as one HTML file."""
    return _as_file(_year(request, year))
