"""The kilns of a studio."""

import uuid

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_http_methods, require_POST

from claycore.firing.shelf_spread import piece_offsets, shelf_offsets
from umberpot.firings.models import Kiln
from umberpot.kiln import sentences
from umberpot.kiln.kilns.forms import FirstKilnForm, KilnForm
from umberpot.kiln.loading.services import kiln_changed
from umberpot.kiln.outcomes.sentences import offset_said, pieces_said
from umberpot.kiln.outcomes.services import equal_pieces_of, heats_of
from umberpot.kiln.places import PLACE
from umberpot.studio.request import StudioRequest, posted, request_key


@require_http_methods(["GET", "POST"])
def kilns(request: StudioRequest) -> HttpResponse:
    """The kilns there are, and two fields for another."""
    form = FirstKilnForm(posted(request))
    if form.is_valid():
        kiln = form.kiln()
        kiln.studio, kiln.made_by = request.studio, request.user
        kiln.request_key = request_key(request)
        same = Kiln.objects.of(request.studio).filter(request_key=kiln.request_key).first()
        if same is None:
            kiln.save()
            messages.success(request, sentences.kiln_saved(kiln))
        return redirect(same or kiln)
    return render(
        request,
        "kiln/kilns/kilns.html",
        {
            "place": PLACE,
            "kilns": Kiln.objects.of(request.studio),
            "form": form,
            "request_key": uuid.uuid4(),
        },
        status=400 if form.errors else 200,
    )


@require_http_methods(["GET", "POST"])
def kiln_sizes(request: StudioRequest, pk: int) -> HttpResponse:
    """One kiln, and changing what is known of it."""
    kiln = get_object_or_404(Kiln.objects.of(request.studio), pk=pk)
    title = kiln.name
    form = KilnForm(posted(request), instance=kiln)
    if form.is_valid():
        form.save()
        if {"shape", "shelf_width_mm", "shelf_depth_mm", "shelf_count"} & set(form.changed_data):
            kiln_changed(kiln)
        messages.success(request, sentences.kiln_saved(kiln))
        return redirect("kiln:kilns")
    return render(
        request,
        "kiln/kilns/kiln.html",
        {
            "place": PLACE,
            "kiln": kiln,
            "title": title,
            "form": form,
            "offsets": _offsets(kiln),
        },
        status=400 if form.errors else 200,
    )


def _offsets(kiln: Kiln) -> list[str]:
    """Differences between shelves, by witness cones and by equal pieces, in words."""
    by_cones = shelf_offsets(heats_of(kiln))
    by_pieces = piece_offsets(equal_pieces_of(kiln))
    return [
        *(offset_said(shelf + 1, offset) for shelf, offset in by_cones.items()),
        *(pieces_said(shelf + 1, offset) for shelf, offset in by_pieces.items()),
    ]


@require_POST
def set_kiln_aside(request: StudioRequest, pk: int) -> HttpResponse:
    """A kiln is not used any more, or is again."""
    kiln = get_object_or_404(Kiln.objects.of(request.studio), pk=pk)
    kiln.set_aside(request.POST.get("aside") == "yes")
    messages.success(request, sentences.kiln_set_aside(kiln))
    return redirect("kiln:kilns")
