"""Compare trials, and repeats with their drift."""

from django.http import HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_safe

from umberpot.library.beside.forms import BesideForm
from umberpot.library.beside.lining_up import beside as line_up
from umberpot.library.beside.repeats import repeats as find_repeats
from umberpot.library.beside.similar_trials import alike_trials
from umberpot.library.places import PLACE
from umberpot.studio.request import StudioRequest
from umberpot.tiles.colours import MOST_LOOKED_BACK, some_are_left_out


@require_safe
def beside(request: StudioRequest) -> HttpResponse:
    """Two to four trials on one wall."""
    form = BesideForm(request.GET or None, studio=request.studio)
    valid = form.is_valid()
    wall = line_up(form.trials, form.cleaned_data["way"]) if valid else None
    shown = {"place": PLACE, "form": form, "wall": wall}
    if not form.is_bound:
        shown["alike"] = alike_trials(request.studio)
    status = 400 if form.errors else 200
    return render(request, "library/beside/beside.html", shown, status=status)


@require_safe
def repeats(request: StudioRequest) -> HttpResponse:
    """The same recipe over the years."""
    shown = {
        "place": PLACE,
        "repeats": find_repeats(request.studio),
        "looked_back": MOST_LOOKED_BACK if some_are_left_out(request.studio) else 0,
    }
    return render(request, "library/beside/repeats.html", shown)
