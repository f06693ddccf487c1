"""From nothing to the grams of one's own first dose."""

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_http_methods

from umberpot.bench import sentences
from umberpot.bench.first_dose.forms import FirstDoseForm
from umberpot.bench.first_dose.services import first_dose
from umberpot.studio.request import StudioRequest, posted
from umberpot.studio.roles import for_makers


@for_makers
@require_http_methods(["GET", "POST"])
def start(request: StudioRequest) -> HttpResponse:
    """Three steps; the answer is the dose itself."""
    form = FirstDoseForm(posted(request))
    if form.is_valid():
        messages.success(request, sentences.FIRST_DOSE)
        return redirect(first_dose(request.studio, form.cleaned_data))
    status = 400 if form.errors else 200
    return render(
        request, "bench/first_dose/start.html", {"place": "Bench", "form": form}, status=status
    )
