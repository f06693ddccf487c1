"""Label sheets as PDF: the tiles of a trial, and what stands on the shelf."""

from django import forms
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404, render
from django.urls import reverse
from django.views.decorators.http import require_GET

from umberpot.measures import Choice
from umberpot.shelf.models import Material
from umberpot.studio.request import StudioRequest
from umberpot.tiles.label_sheets import SHEETS, Label, labels_pdf
from umberpot.tiles.models import Tile, Trial

MOST_COPIES = 50


class LabelsForm(forms.Form):
    """Which sheet, how many labels on it are used up, and how many of each."""

    use_required_attribute = False

    sheet = Choice(
        choices=[(key, sheet.title) for key, sheet in SHEETS.items()],
        initial="a4-24",
        label="Sheet",
    )
    skip = forms.IntegerField(min_value=0, max_value=39, initial=0, label="Labels used up already")
    copies = forms.IntegerField(
        min_value=1, max_value=MOST_COPIES, initial=1, label="Copies of each"
    )

    def pdf(self, labels: list[Label], name: str) -> HttpResponse:
        """The sheets, as a file to download; the form is valid."""
        sheet = SHEETS[self.cleaned_data["sheet"]]
        copies = [label for label in labels for _ in range(self.cleaned_data["copies"])]
        skip = self.cleaned_data["skip"] % sheet.per_page
        return HttpResponse(
            labels_pdf(copies, sheet, skip),
            content_type="application/pdf",
            headers={"Content-Disposition": f'attachment; filename="{name}.pdf"'},
        )


def _tile_label(request: HttpRequest, tile: Tile) -> Label:
    url = request.build_absolute_uri(reverse("record", args=[tile.pk]))
    return Label(tile.code, (*tile.label_lines[1:], f"cone {tile.cone}"), url)


def _material_label(request: HttpRequest, material: Material) -> Label:
    name = "leftover" if material.is_coloured else "material"
    url = request.build_absolute_uri(reverse(name, args=[material.pk]))
    lines = [material.name.removeprefix(f"{material.supplier_code}: ")]
    lines.append(material.get_kind_display())
    if material.water_pct and material.state != "dry":
        lines.append(f"{material.get_state_display()}, {material.water_pct:.1f} % water")
    lines += [f"Watch for {caution.title.lower()}" for caution in material.cautions]
    return Label(material.supplier_code or material.name, tuple(lines), url)


@require_GET
def trial_labels(request: StudioRequest, pk: int) -> HttpResponse:
    """Labels of a trial's tiles, for the bags and boxes they are kept in."""
    trial = get_object_or_404(Trial.objects.of(request.studio), pk=pk)
    tiles = list(trial.tiles.kept())
    form = LabelsForm(request.GET if "sheet" in request.GET else None)
    if form.is_valid() and tiles:
        return form.pdf([_tile_label(request, tile) for tile in tiles], f"tiles-{trial.pk}")
    context = {"place": "Tiles", "form": form, "title": trial.name, "count": len(tiles)}
    context["back"] = reverse("trial", args=[pk])
    return render(request, "tiles/labels.html", context, status=400 if form.errors else 200)


@require_GET
def material_labels(request: StudioRequest) -> HttpResponse:
    """Labels for bags, jars and buckets: ``of`` repeated, or everything on the shelf."""
    keys = [key for key in request.GET.getlist("of") if key.isdecimal() and len(key) < 19]
    materials = Material.objects.of(request.studio).on_shelf()
    chosen = list(materials.filter(pk__in=keys) if keys else materials)
    form = LabelsForm(request.GET if "sheet" in request.GET else None)
    if form.is_valid() and chosen:
        return form.pdf([_material_label(request, m) for m in chosen], "shelf-labels")
    return render(
        request,
        "tiles/labels.html",
        {
            "place": "Shelf",
            "form": form,
            "title": chosen[0].name if len(chosen) == 1 else "The shelf",
            "count": len(chosen),
            "keys": keys,
            "back": reverse("shelf"),
        },
        status=400 if form.errors else 200,
    )
