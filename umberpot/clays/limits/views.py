"""The figures that a studio judges clays by."""

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_http_methods

from claycore.judging.limits import SCHOOLS
from umberpot.clays import sentences
from umberpot.clays.limits.forms import LimitsForm
from umberpot.clays.places import PLACE
from umberpot.studio.request import StudioRequest, posted


@require_http_methods(["GET", "POST"])
def limits(request: StudioRequest) -> HttpResponse:
    """The figures that this studio judges clays by."""
    form = LimitsForm(posted(request), studio=request.studio)
    if form.is_valid():
        request.studio.own_limits = form.own()
        request.studio.save(update_fields=["own_limits"])
        messages.success(request, sentences.LIMITS_SAVED)
        return redirect("results:limits")
    return render(
        request,
        "clays/limits/limits.html",
        {"place": PLACE, "form": form, "schools": SCHOOLS},
        status=400 if form.errors else 200,
    )
