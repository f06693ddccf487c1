"""What is noted of a clay: field sheet, label, photographs."""

import uuid

from django.contrib import messages
from django.db import IntegrityError, transaction
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from claycore.testing.field_notes import THROWING_SCALES, layer_shares, readings, yield_of
from umberpot.shelf import services
from umberpot.shelf.clay_forms import FieldSheetForm, LabelClaimForm, PhotoForm
from umberpot.shelf.models import FieldSheet, LabelClaim, Material, Photo
from umberpot.studio.request import StudioRequest, posted, request_key

PLACE = "Shelf"
MOST_PHOTOS = 24


@require_http_methods(["GET", "POST"])
def dig(request: StudioRequest) -> HttpResponse:
    """A clay just found: its field sheet, and with it its place on the shelf."""
    material = Material(studio=request.studio, kind=Material.DUG_CLAY)
    return _sheet(request, material)


@require_http_methods(["GET", "POST"])
def field_sheet(request: StudioRequest, pk: int) -> HttpResponse:
    """The field sheet of a dug clay."""
    materials = Material.objects.of(request.studio).filter(kind=Material.DUG_CLAY)
    return _sheet(request, get_object_or_404(materials, pk=pk))


def _sheet(request: StudioRequest, material: Material) -> HttpResponse:
    sheet = getattr(material, "sheet", None) if material.pk else None
    sheet = sheet or FieldSheet(studio=request.studio, material=material)
    form = FieldSheetForm(
        posted(request),
        instance=sheet,
        initial={"name": material.name, "notes": material.notes},
    )
    if form.is_valid() and _keep(form, material, request):
        messages.success(request, f"{material.name}: its sheet is kept.")
        return redirect("field-sheet", pk=material.pk)
    return render(
        request,
        "shelf/field_sheet.html",
        {
            "place": PLACE,
            "material": material,
            "sheet": sheet,
            "form": form,
            "scales": [form[key] for key in THROWING_SCALES],
            "said": readings(sheet.notes),
            "layers": layer_shares(sheet.notes),
            "yielded": yield_of(sheet.dug_g, sheet.dried_g, sheet.water_l)
            if sheet.dug_g and sheet.dried_g
            else None,
            "photos": material.photos.defer("image") if material.pk else [],
            "photo_form": PhotoForm(),
            "request_key": uuid.uuid4(),
        },
        status=400 if form.errors else 200,
    )


def _keep(form: FieldSheetForm, material: Material, request: StudioRequest) -> bool:
    """Saves the clay and its sheet together; False if the name was taken meanwhile."""
    try:
        with transaction.atomic():
            material.name = form.cleaned_data["name"]
            material.notes = form.cleaned_data["notes"]
            material.save()
            sheet = form.save(commit=False)
            sheet.material = material
            sheet.save()
    except IntegrityError:
        form.add_error("name", "There is already a material of this name on the shelf.")
        return False
    return True


@require_http_methods(["GET", "POST"])
def claim(request: StudioRequest, pk: int) -> HttpResponse:
    """What the label of a bought body says."""
    bodies = Material.objects.of(request.studio).filter(kind=Material.CLAY_BODY)
    body = get_object_or_404(bodies, pk=pk)
    known = getattr(body, "claim", None) or LabelClaim(studio=request.studio, material=body)
    form = LabelClaimForm(posted(request), instance=known)
    if form.is_valid():
        form.save()
        messages.success(request, f"The label of {body.name} is kept.")
        return redirect("clay-read", pk=pk)
    return render(
        request,
        "shelf/claim.html",
        {"place": PLACE, "material": body, "form": form},
        status=400 if form.errors else 200,
    )


@require_POST
def add_photo(request: StudioRequest, pk: int) -> HttpResponse:
    """One more photograph of a clay."""
    clay = get_object_or_404(Material.objects.of(request.studio).testable(), pk=pk)
    form = PhotoForm(request.POST, request.FILES)
    if clay.photos.count() >= MOST_PHOTOS:
        messages.error(
            request, f"A clay keeps {MOST_PHOTOS} photographs at most. Remove one first."
        )
    elif form.is_valid():
        services.keep_photo(
            clay,
            form.cleaned_data["photo"],
            form.cleaned_data["caption"],
            request_key(request),
            request.user,
        )
        messages.success(request, "The photograph is kept.")
    else:
        messages.error(request, str(next(iter(form.errors.values()))[0]))
    return redirect(_page_of(clay), pk=clay.pk)


def _page_of(clay: Material) -> str:
    return "field-sheet" if clay.kind == Material.DUG_CLAY else "clay-read"


@require_GET
def photo(request: StudioRequest, pk: int) -> HttpResponse:
    """A photograph itself."""
    kept = get_object_or_404(Photo.objects.of(request.studio), pk=pk)
    return HttpResponse(
        bytes(kept.image),
        content_type="image/jpeg",
        headers={"Cache-Control": "private, max-age=31536000, immutable"},
    )


@require_POST
def remove_photo(request: StudioRequest, pk: int) -> HttpResponse:
    """A photograph that was a mistake."""
    kept = get_object_or_404(Photo.objects.of(request.studio).select_related("material"), pk=pk)
    clay = kept.material
    kept.delete()
    messages.success(request, "The photograph is removed.")
    return redirect(_page_of(clay), pk=clay.pk)
