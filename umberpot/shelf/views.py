"""The shelf: list, add, edit, retire, put back."""

from django.contrib import messages
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.utils.http import url_has_allowed_host_and_scheme
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from umberpot.shelf import sentences, services
from umberpot.shelf.forms import STOCK, ContainerForm, MaterialForm
from umberpot.shelf.models import Container, Material
from umberpot.shelf.places import PLACE
from umberpot.studio.request import StudioRequest, posted
from umberpot.studio.roles import for_makers
from umberpot.ui.fields.measures import MeasureField
from umberpot.ui.paging import page_of

A_PAGE = 40
GROUPS = (
    ("Clays", "clays", Material.CLAYS),
    ("Colourants", "colourants", Material.COLOURANTS),
    ("Glazes, underglazes and vitreous slips", "fused", Material.FUSED),
    ("Additions to clay", "additions", (Material.Kind.ADDITION,)),
    ("Slips", "slips", (Material.Kind.SLIP,)),
    ("Leftovers and reclaim", "coloured", Material.COLOURED),
)
"""The lists of the shelf: what each is called, its name in the query string, what is in it."""


@require_GET
def shelf(request: StudioRequest) -> HttpResponse:
    """Everything on the shelf, clays first, and what was retired."""
    return _shelf_page(request)


def _shelf_page(request: StudioRequest, refused: ContainerForm | None = None) -> HttpResponse:
    materials = Material.objects.of(request.studio)
    live = materials.on_shelf().with_stock()
    groups = [
        (title, param, page_of(request, live.filter(kind__in=kinds), A_PAGE, param))
        for title, param, kinds in GROUPS
    ]
    return render(
        request,
        "shelf/shelf.html",
        {
            "place": PLACE,
            "groups": groups,
            "any_live": any(page.paginator.count for _, _, page in groups),
            "retired": materials.filter(retired_at__isnull=False).order_by("-retired_at")[:A_PAGE],
            "containers": Container.objects.of(request.studio),
            "container_error": next(iter(refused.errors.values()))[0] if refused else "",
            "container_typed": refused.data if refused else {},
        },
        status=400 if refused else 200,
    )


@require_POST
def add_container(request: StudioRequest) -> HttpResponse:
    """A bowl, jar or jug and what it weighs empty."""
    container = Container(studio=request.studio)
    form = ContainerForm(request.POST, instance=container)
    if not form.is_valid():
        return _shelf_page(request, form)
    form.save()
    messages.success(request, sentences.container_added(container.name))
    return redirect("shelf:shelf")


@require_POST
def remove_container(request: StudioRequest, pk: int) -> HttpResponse:
    """A container that is gone. Nothing refers to it: weighings hold what was in it."""
    container = get_object_or_404(Container.objects.of(request.studio), pk=pk)
    container.delete()
    messages.success(request, sentences.container_removed(container.name))
    return redirect("shelf:shelf")


@for_makers
@require_http_methods(["GET", "POST"])
def add(request: StudioRequest) -> HttpResponse:
    """A new material."""
    material = Material(studio=request.studio)
    kind = request.GET.get("kind", "")
    if kind in Material.Kind.values:
        material.kind = kind
    return _edit(request, material)


@require_http_methods(["GET", "POST"])
def edit(request: StudioRequest, pk: int) -> HttpResponse:
    """A material that is there already."""
    return _edit(
        request,
        get_object_or_404(Material.objects.of(request.studio), pk=pk),
    )


def _edit(request: StudioRequest, material: Material) -> HttpResponse:
    on_hand = round(services.grams_on_hand(material), 3) if material.pk else None
    form = MaterialForm(posted(request), instance=material, initial={"on_hand_g": on_hand})
    if form.is_valid() and _keep(form, on_hand, request):
        kept = form.instance
        for code in form.guessed_hazards():
            messages.warning(request, sentences.may_contain(kept.name, code))
        messages.success(request, sentences.on_the_shelf(kept.name))
        if request.GET.get("then") == "test" and kept.is_testable:
            return redirect("clays:new-test", kept.pk)
        return redirect("shelf:shelf")
    movements = material.movements.select_related("made_by")[:12] if material.pk else []
    return render(
        request,
        "shelf/material.html",
        {"place": PLACE, "form": form, "material": material, "movements": movements},
        status=400 if form.errors else 200,
    )


def _keep(form: MaterialForm, on_hand: float | None, request: StudioRequest) -> bool:
    """Saves the material and its count, together; False if its name was taken meanwhile."""
    try:
        with transaction.atomic():
            kept = form.save()
            counted = form.cleaned_data["on_hand_g"]
            if counted is not None and counted != on_hand:
                services.count_stock(kept, counted, request.user)
    except IntegrityError:
        form.add_error(
            "name", "A material with this name is already on the shelf. Choose another name."
        )
        return False
    return True


@require_POST
def count(request: StudioRequest, pk: int) -> HttpResponse:
    """Someone counted a material: grams as it lies; then back to ``next``."""
    material = get_object_or_404(Material.objects.of(request.studio), pk=pk)
    field = MeasureField(STOCK)
    try:
        grams = field.clean(request.POST.get("grams", ""))
    except ValidationError as error:
        messages.error(request, sentences.not_counted(material.name, error.messages[0]))
    else:
        services.count_stock(material, grams, request.user)
        messages.success(request, sentences.counted(material.name, grams))
    back = request.POST.get("next", "")
    is_ours = url_has_allowed_host_and_scheme(back, allowed_hosts=None) and back.startswith("/")
    return redirect(back if is_ours else "shelf:shelf")


@require_POST
def retire(request: StudioRequest, pk: int) -> HttpResponse:
    """Takes a material off the shelf."""
    material = get_object_or_404(Material.objects.of(request.studio), pk=pk)
    services.retire(material)
    messages.success(request, sentences.archived(material.name))
    return redirect("shelf:shelf")


@require_POST
def restore(request: StudioRequest, pk: int) -> HttpResponse:
    """Puts a retired material back."""
    material = get_object_or_404(Material.objects.of(request.studio), pk=pk)
    try:
        services.restore(material)
    except ValidationError:
        messages.error(request, sentences.another_of_this_name(material.name))
    else:
        messages.success(request, sentences.restored(material.name))
    return redirect("shelf:shelf")
