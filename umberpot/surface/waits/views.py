"""The usual waits, and the studio's own."""

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_http_methods

from umberpot.studio.request import StudioRequest, posted
from umberpot.surface.places import PLACE
from umberpot.surface.plans import sentences
from umberpot.surface.waits.forms import WaitsForm
from umberpot.surface.waits.services import keep_own_times, own_times


@require_http_methods(["GET", "POST"])
def waits(request: StudioRequest) -> HttpResponse:
    """Every usual wait, with the studio's own times where it has some."""
    form = WaitsForm(posted(request), own=own_times(request.studio))
    if form.is_valid():
        keep_own_times(request.studio, form.times)
        messages.success(request, sentences.WAITS_SAVED)
        return redirect("surface:waits")
    status = 400 if form.errors else 200
    context = {"place": PLACE, "form": form}
    return render(request, "surface/waits/waits.html", context, status=status)
