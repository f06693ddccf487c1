"""Fired colours off an instrument, recorded for many tiles at once."""

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_http_methods

from umberpot.colours.measured import services
from umberpot.colours.measured.forms import MeasuredForm
from umberpot.colours.photographs.sentences import colours_saved
from umberpot.colours.places import PLACE
from umberpot.studio.request import StudioRequest, posted
from umberpot.studio.roles import for_makers

NOT_FIRED = "Not known, not fired yet, or without an unglazed half: {}."


@for_makers
@require_http_methods(["GET", "POST"])
def measured(request: StudioRequest) -> HttpResponse:
    """Pasted or uploaded colours; nothing is recorded while any line is wrong."""
    form = MeasuredForm(posted(request), request.FILES or None)
    if form.is_valid():
        try:
            count = services.record(request.studio, form.cleaned_data["measured"], request.user)
        except services.NotFired as problem:
            form.add_error("lines", NOT_FIRED.format("; ".join(problem.codes)))
        else:
            messages.success(request, colours_saved(count))
            return redirect("results:trials")
    return render(
        request,
        "colours/measured/measured.html",
        {"place": PLACE, "form": form},
        status=400 if form.errors else 200,
    )
