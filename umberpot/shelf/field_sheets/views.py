"""What is noted of a clay: field sheet, label, photographs."""

import uuid

from django.contrib import messages
from django.db import IntegrityError, transaction
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_http_methods

from claycore.measure.formatting import plain
from claycore.testing.field_notes import THROWING_SCALES, layer_shares, readings, yield_of
from umberpot.shelf import sentences, services
from umberpot.shelf.field_sheets.forms import FieldSheetForm
from umberpot.shelf.models import FieldSheet, Material
from umberpot.shelf.photos.forms import PhotoForm
from umberpot.shelf.places import PLACE
from umberpot.studio.request import StudioRequest, posted
from umberpot.studio.roles import for_makers


@for_makers
@require_http_methods(["GET", "POST"])
def new(request: StudioRequest) -> HttpResponse:
    """A clay just found: its field sheet, and with it its place on the shelf."""
    material = Material(studio=request.studio, kind=Material.Kind.DUG_CLAY)
    return _sheet(request, material)


@require_http_methods(["GET", "POST"])
def field_sheet(request: StudioRequest, pk: int) -> HttpResponse:
    """The field sheet of a dug clay."""
    materials = Material.objects.of(request.studio).filter(kind=Material.Kind.DUG_CLAY)
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
        messages.success(request, sentences.sheet_saved(material.name, _shelved(form)))
        return redirect("shelf:field-sheet", pk=material.pk)
    return render(
        request,
        "shelf/field_sheets/field_sheet.html",
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


def _shelved(form: FieldSheetForm) -> str:
    """The dried grams that stand on the shelf now, where they are new or changed; else ''."""
    dried_g = form.cleaned_data["dried_g"]
    if "dried_g" not in form.changed_data or not dried_g:
        return ""
    return plain(dried_g, 1)


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
            before_g, dried_g = form.initial.get("dried_g") or 0.0, sheet.dried_g or 0.0
            services.shelve_dried(material, before_g, dried_g, request.user)
    except IntegrityError:
        form.add_error("name", sentences.NAME_TAKEN)
        return False
    return True
