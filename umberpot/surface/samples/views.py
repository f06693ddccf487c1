"""The page that makes test tiles of a plan."""

import uuid

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_http_methods

from umberpot.studio.request import StudioRequest, posted, request_key
from umberpot.studio.roles import for_makers
from umberpot.surface.models import SurfacePlan
from umberpot.surface.places import PLACE
from umberpot.surface.plans import sentences
from umberpot.surface.samples.forms import SamplesForm
from umberpot.surface.samples.services import SampleOrder, make_samples, samples_for


@for_makers
@require_http_methods(["GET", "POST"])
def samples(request: StudioRequest, pk: int) -> HttpResponse:
    """Which test tiles of a plan are made; none of slabs, whose clays have tiles of their own."""
    plans = SurfacePlan.objects.of(request.studio).select_related(
        "body", "glaze", "inside_glaze", "studio"
    )
    plan = get_object_or_404(plans, pk=pk)
    offered = samples_for(request.studio, plan)
    if not offered:
        messages.info(request, sentences.NO_SAMPLES)
        return redirect(plan)
    form = SamplesForm(posted(request), studio=request.studio, plan=plan, samples=offered)
    if form.is_valid():
        typed = form.cleaned_data
        order = SampleOrder(
            typed["trial_name"],
            typed["count"],
            form.piece(),
            typed["atmosphere"],
            request_key(request),
            request.user,
        )
        return redirect("tiles:trial", pk=make_samples(plan, form.chosen, order).pk)
    return render(
        request,
        "surface/samples/make.html",
        {
            "place": PLACE,
            "plan": plan,
            "form": form,
            "request_key": request.POST.get("request_key") or uuid.uuid4(),
        },
        status=400 if form.errors else 200,
    )
