"""Label sheets as PDF: what stands on the shelf."""

from django.http import HttpResponse
from django.shortcuts import render
from django.urls import reverse
from django.views.decorators.http import require_GET

from claycore.safety.metals import caution_in_short, in_words
from umberpot.shelf.models import Material
from umberpot.shelf.places import PLACE
from umberpot.studio.codes_on_paper import codes_hold, on_paper
from umberpot.studio.request import StudioRequest, keys_in
from umberpot.ui.label_form import LabelsForm
from umberpot.ui.label_sheets import Label


def _material_label(request: StudioRequest, material: Material) -> Label:
    code = material.supplier_code
    opens = on_paper(request, material.get_absolute_url(), code or material.name)
    lines = [material.name.removeprefix(f"{code}: ")] if code else []
    lines.append(material.get_kind_display())
    if material.water_pct and material.state != "dry":
        lines.append(f"{material.get_state_display()}, {material.water_pct:.1f} % water")
    if material.metals:
        lines.append(f"{in_words(material.metals).capitalize()}: see the data sheet")
    return Label(code or material.name, tuple(lines), opens, caution_in_short(material.metals))


@require_GET
def labels(request: StudioRequest) -> HttpResponse:
    """Labels for bags, jars and buckets: ``of`` repeated, or everything on the shelf."""
    keys = keys_in(request.GET.getlist("of"))
    materials = Material.objects.of(request.studio).on_shelf()
    chosen = list(materials.filter(pk__in=keys) if keys else materials)
    printed = [_material_label(request, material) for material in chosen]
    form = LabelsForm.begun(request.GET, request.studio.prints_on)
    if form.is_valid() and chosen:
        made = form.pdf(printed, "shelf-labels")
        if made:
            return made
    return render(
        request,
        "shelf/labels.html",
        {
            "place": PLACE,
            "form": form,
            "title": chosen[0].name if len(chosen) == 1 else "The shelf",
            "count": len(chosen),
            "words": " ".join(label.words for label in printed),
            "keys": keys,
            "back": reverse("shelf:shelf"),
            **codes_hold(request),
        },
        status=400 if form.errors else 200,
    )
