"""Findings: the studio's list, concluding something, one finding; and expectations."""

import uuid

from django.contrib import messages
from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.utils import timezone
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from umberpot.library.findings import sentences, services
from umberpot.library.findings.captions import captions_of
from umberpot.library.findings.drafts import DRAFTS
from umberpot.library.findings.forms import ExpectForm, FindingForm
from umberpot.library.models import CONCLUDED, Finding
from umberpot.library.places import PLACE
from umberpot.studio.models import StudioOwned
from umberpot.studio.request import StudioRequest, key_in, posted, request_key
from umberpot.studio.roles import for_makers
from umberpot.tiles.models import Trial
from umberpot.ui.paging import page_of

FINDINGS_A_PAGE = 12
LONGEST_SEARCH = 80


@require_GET
def findings(request: StudioRequest) -> HttpResponse:
    """What was concluded, the latest first; by words, or with those that were superseded."""
    asked = request.GET.get("words", "").replace("\x00", "")[:LONGEST_SEARCH].strip()
    every = request.GET.get("all") == "yes"
    rows = Finding.objects.of(request.studio).select_related(*CONCLUDED, "made_by", "superseded_by")
    rows = rows if every else rows.filter(superseded_by=None)
    for word in asked.split():
        rows = rows.filter(words__icontains=word) | rows.filter(sentence__icontains=word)
    page = page_of(request, rows, FINDINGS_A_PAGE)
    context = {
        "place": PLACE,
        "page": page,
        "captions": captions_of(page),
        "asked": asked,
        "every": every,
        "year": timezone.localdate().year,
    }
    return render(request, "library/findings/findings.html", context)


@require_GET
def finding(request: StudioRequest, pk: int) -> HttpResponse:
    """One finding with what it is about, and those before and after it."""
    rows = Finding.objects.of(request.studio).select_related(*CONCLUDED, "made_by", "supersedes")
    found = get_object_or_404(rows, pk=pk)
    (caption,) = captions_of([found])
    return render(request, "library/findings/finding.html", {"place": PLACE, "caption": caption})


@for_makers
@require_http_methods(["GET", "POST"])
def conclude(request: StudioRequest, about: str, pk: int) -> HttpResponse:
    """Drafts a finding from the figures; what is sent is kept as its writer's."""
    subject = _subject(request, about, pk)
    before = services.standing(about, subject)
    draft = DRAFTS[about](request.studio, subject)
    form = FindingForm(posted(request), initial=vars(draft))
    if form.is_valid():
        seen = request.POST.get("seen", "")
        try:
            kept = services.conclude(
                about,
                subject,
                form.cleaned_data,
                key_in(seen),
                request_key(request),
                request.user,
            )
        except services.ConcludedMeanwhile:
            form.add_error(None, sentences.MEANWHILE)
        else:
            messages.success(request, sentences.SAVED)
            return redirect(kept)
    context = {"place": PLACE, "subject": subject, "about": about, "form": form, "before": before}
    context["request_key"] = uuid.uuid4()
    status = 400 if form.errors else 200
    return render(request, "library/findings/conclude.html", context, status=status)


def _subject(request: StudioRequest, about: str, pk: int) -> StudioOwned:
    if about not in CONCLUDED:
        raise Http404
    found: StudioOwned = get_object_or_404(CONCLUDED[about].objects.of(request.studio), pk=pk)
    return found


@require_POST
def expect(request: StudioRequest, pk: int) -> HttpResponse:
    """Writes down what is expected of a trial."""
    trial = get_object_or_404(Trial.objects.of(request.studio), pk=pk)
    form = ExpectForm(request.POST)
    if form.is_valid():
        services.expect(trial, form.cleaned_data["words"], request.user)
        messages.success(request, sentences.EXPECTED)
        return redirect(trial)
    context = {"place": PLACE, "subject": trial, "form": form}
    return render(request, "library/findings/expect.html", context, status=400)
