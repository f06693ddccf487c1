"""Photographs of clays: adding, showing, removing."""

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect
from django.views.decorators.http import require_GET, require_POST

from umberpot.shelf import sentences, services
from umberpot.shelf.models import Material, Photo
from umberpot.shelf.photos.forms import PhotoForm
from umberpot.studio.request import StudioRequest, request_key
from umberpot.ui.pictures import kept_forever
from umberpot.ui.problems import first_problem

MOST_PHOTOS = 24


@require_POST
def add(request: StudioRequest, pk: int) -> HttpResponse:
    """One more photograph of a clay."""
    clay = get_object_or_404(Material.objects.of(request.studio).testable(), pk=pk)
    form = PhotoForm(request.POST, request.FILES)
    if clay.photos.count() >= MOST_PHOTOS:
        messages.error(request, sentences.too_many_photos(MOST_PHOTOS))
    elif form.is_valid():
        services.keep_photo(
            clay,
            form.cleaned_data["photo"],
            form.cleaned_data["caption"],
            request_key(request),
            request.user,
        )
        messages.success(request, sentences.PHOTO_SAVED)
    else:
        messages.error(request, first_problem(form))
    return redirect(_page_of(clay), pk=clay.pk)


def _page_of(clay: Material) -> str:
    return "shelf:field-sheet" if clay.kind == Material.Kind.DUG_CLAY else "results:clay"


@require_GET
def photo(request: StudioRequest, pk: int) -> HttpResponse:
    """A photograph itself."""
    kept = get_object_or_404(Photo.objects.of(request.studio), pk=pk)
    return kept_forever(bytes(kept.image))


@require_POST
def remove(request: StudioRequest, pk: int) -> HttpResponse:
    """A photograph that was a mistake."""
    kept = get_object_or_404(Photo.objects.of(request.studio).select_related("material"), pk=pk)
    clay = kept.material
    kept.delete()
    messages.success(request, sentences.PHOTO_REMOVED)
    return redirect(_page_of(clay), pk=clay.pk)
