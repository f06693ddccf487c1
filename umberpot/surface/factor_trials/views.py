"""Factor trials: the list, one with its grid, and the sheets it is rated on."""

import uuid
from typing import Any

from django.contrib import messages
from django.db.models import Count, Q
from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from claycore.measure.errors import ClayError
from claycore.surface.factor_trials import sentences as core_sentences
from claycore.surface.factor_trials.expectations import ExpectationOutcome
from claycore.surface.factor_trials.scales import COLOUR_LOST, SCALES
from umberpot.shelf.hazards import hazards_asked_by
from umberpot.studio.request import StudioRequest, posted, request_key
from umberpot.studio.roles import for_makers
from umberpot.surface.factor_trials import sentences, services
from umberpot.surface.factor_trials.forms import (
    ColourSheet,
    ExpectationForm,
    RatingSheet,
    SlabsForm,
    TrialForm,
)
from umberpot.surface.factor_trials.page import controls_of, grids_of, on_scale, slabs_of
from umberpot.surface.factor_trials.reading import pieces_of
from umberpot.surface.factor_trials.tables import to_csv
from umberpot.surface.models import FactorTrial
from umberpot.surface.models.factor_trials import IS_OPEN
from umberpot.surface.places import PLACE
from umberpot.ui.downloads import CSV, download
from umberpot.ui.paging import page_of

TRIALS_A_PAGE = 20


@require_GET
def trials(request: StudioRequest) -> HttpResponse:
    """Every trial of factors, and how often its expectations were right."""
    kept = FactorTrial.objects.of(request.studio).kept()
    counts = kept.filter(IS_OPEN).aggregate(
        **{came.value: Count("pk", filter=Q(outcome=came)) for came in ExpectationOutcome}
    )
    record = sentences.record({came: counts[came] for came in ExpectationOutcome})
    page = page_of(request, kept.prefetch_related("expectations"), TRIALS_A_PAGE)
    context = {"place": PLACE, "page": page, "record": record}
    return render(request, "surface/factor_trials/trials.html", context)


@for_makers
@require_http_methods(["GET", "POST"])
def new(request: StudioRequest) -> HttpResponse:
    """A trial is planned, its expectation with it."""
    form = TrialForm(posted(request))
    if form.is_valid():
        made = services.plan_trial(
            request.studio,
            form.kept(),
            form.cleaned_data["expected"],
            request_key(request),
            request.user,
        )
        messages.success(request, sentences.PLANNED)
        return redirect(made)
    context = {"place": PLACE, "form": form, "request_key": uuid.uuid4()}
    status = 400 if form.errors else 200
    return render(request, "surface/factor_trials/new.html", context, status=status)


def _trial(request: StudioRequest, pk: int) -> FactorTrial:
    found: FactorTrial = get_object_or_404(FactorTrial.objects.of(request.studio), pk=pk)
    return found


@require_GET
def trial(request: StudioRequest, pk: int) -> HttpResponse:
    """One trial: what was expected, what came, piece by piece."""
    return _trial_page(request, _trial(request, pk))


def _trial_page(
    request: StudioRequest, found: FactorTrial, status: int = 200, **forms: Any
) -> HttpResponse:
    pieces = pieces_of(found)
    code = request.GET.get("scale") or found.claim_scale
    if code not in found.scales:
        code = found.scales[0]
    begun = services.has_results(found)
    first = found.expectations.first()
    context = {
        "place": PLACE,
        "trial": found,
        "code": code,
        "begun": begun,
        "scales": [(one, SCALES[one]) for one in found.scales],
        "expectations": found.expectations.select_related("made_by"),
        "claim": core_sentences.of_claim(found.design, found.claim) if found.claim else "",
        "can_find": core_sentences.of_plan(found.design),
        "hint": core_sentences.HINT,
        "hazards": hazards_asked_by(request, _materials_of(found)),
        "slabs": slabs_of(found, pieces),
        "shown": on_scale(found, pieces, code) if found.is_open else None,
        "grids": grids_of(found, pieces) if found.is_open else [],
        "controls": controls_of(found, pieces) if found.is_open else [],
        "slabs_form": SlabsForm(initial={"slabs": found.slabs}),
        "expectation_form": ExpectationForm(
            initial={"words": "" if begun or not first else first.words}
        ),
        **forms,
    }
    return render(request, "surface/factor_trials/trial.html", context, status=status)


def _materials_of(trial: FactorTrial) -> list[str]:
    """What its levels and controls are called: some are materials."""
    levels = [level for factor in trial.design.factors for level in factor.levels]
    return [*levels, *trial.controls]


@for_makers
@require_http_methods(["GET", "POST"])
def rate(request: StudioRequest, pk: int, scale: str) -> HttpResponse:
    """The sheet on which pieces are rated, or their colours written down."""
    found = _trial(request, pk)
    if scale not in found.scales:
        raise Http404
    if scale == COLOUR_LOST:
        return _colours(request, found)
    asked = request.POST.get("rater") or request.GET.get("rater", "")
    rater = asked.replace("\x00", "").strip()[:60] or str(request.user)
    pieces = pieces_of(found)
    form = RatingSheet(posted(request), pieces, scale, rater)
    if form.is_valid():
        rated = form.rated()
        if rated:
            new, lost = services.rate(found, scale, form.cleaned_data["rater"], rated, request.user)
            messages.success(request, sentences.rated(new, lost))
            return redirect(f"{found.get_absolute_url()}?scale={scale}")
        form.add_error(None, sentences.NOTHING_RATED)
    context = {
        "place": PLACE,
        "trial": found,
        "code": scale,
        "scale": SCALES[scale],
        "form": form,
        "rows": form.rows,
        "rater": rater,
        "others": sorted({one for piece in pieces for _, one in piece.ratings} - {rater}),
    }
    status = 400 if form.errors else 200
    return render(request, "surface/factor_trials/rate.html", context, status=status)


def _colours(request: StudioRequest, found: FactorTrial) -> HttpResponse:
    """The colours of each piece before and after washing."""
    form = ColourSheet(posted(request), pieces_of(found), request.studio)
    if form.is_valid():
        new = services.record_colours(found, form.colours, request.user)
        messages.success(request, sentences.colours(new))
        return redirect(f"{found.get_absolute_url()}?scale={COLOUR_LOST}")
    context = {
        "place": PLACE,
        "trial": found,
        "code": COLOUR_LOST,
        "scale": SCALES[COLOUR_LOST],
        "form": form,
        "rows": form.rows,
    }
    status = 400 if form.errors else 200
    return render(request, "surface/factor_trials/colours.html", context, status=status)


@require_POST
def expect(request: StudioRequest, pk: int) -> HttpResponse:
    """Writes what is expected, or adds to it once the first result is in."""
    found = _trial(request, pk)
    first = found.expectations.first()
    form = ExpectationForm(request.POST, initial={"words": first.words if first else ""})
    if not form.is_valid():
        return _trial_page(request, found, 400, expectation_form=form)
    added = services.expect(found, form.cleaned_data["words"], request.user)
    messages.success(request, sentences.ADDED if added else sentences.CHANGED)
    return redirect(found)


@require_POST
def change_slabs(request: StudioRequest, pk: int) -> HttpResponse:
    """Another number of slabs, while nothing was rated."""
    found = _trial(request, pk)
    form = SlabsForm(request.POST, initial={"slabs": found.slabs})
    if form.is_valid():
        try:
            services.change_slabs(found, form.cleaned_data["slabs"])
        except ClayError as error:
            form.add_error("slabs", str(error))
        except services.ResultsIn:
            messages.error(request, sentences.SLABS_FIXED)
            return redirect(found)
        else:
            messages.success(request, sentences.slabs(form.cleaned_data["slabs"]))
            return redirect(found)
    return _trial_page(request, found, 400, slabs_form=form)


@require_POST
def show(request: StudioRequest, pk: int) -> HttpResponse:
    """Opens a trial that is rated blind."""
    found = _trial(request, pk)
    services.show(found)
    messages.success(request, sentences.SHOWN)
    return redirect(found)


@require_GET
def results_file(request: StudioRequest, pk: int) -> HttpResponse:
    """Every piece with its levels, ratings and colours, as CSV."""
    found = _trial(request, pk)
    if not found.is_open:
        raise Http404
    return download(to_csv(found, pieces_of(found)), CSV, f"trial-of-factors-{found.pk}.csv")


@require_POST
def set_aside(request: StudioRequest, pk: int) -> HttpResponse:
    """Sets a trial aside (``aside=yes``), or takes it back."""
    found = _trial(request, pk)
    found.set_aside(request.POST.get("aside") == "yes")
    messages.success(request, sentences.set_aside(found))
    return redirect(found)
