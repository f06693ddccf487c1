"""Surface plans: the list, one plan with its stack, and what changes it."""

import mimetypes
import uuid
from collections.abc import Sequence
from typing import Any
from urllib.parse import urlencode

from django.contrib import messages
from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from claycore.colour.notation import Lab
from claycore.measure.errors import ClayError
from claycore.surface.shapes import bucket_for
from umberpot.studio.request import StudioRequest, posted, request_key
from umberpot.studio.roles import for_makers
from umberpot.surface.models import PlannedCoat, SurfacePlan
from umberpot.surface.places import PLACE
from umberpot.surface.plans import sentences, services
from umberpot.surface.plans.buckets import SlipUseForm, TooMuch, buckets_of, put_back, take
from umberpot.surface.plans.colours import FiredClays, SectionLayer
from umberpot.surface.plans.faces import faces_of
from umberpot.surface.plans.forms import BucketForm, CoatForm, SavedPlanForm
from umberpot.surface.plans.section import DrawnSection, section
from umberpot.surface.plans.stack import CalculatedPlan, calculate
from umberpot.surface.previews.boards import BOARDS
from umberpot.surface.previews.drawn import draw
from umberpot.surface.previews.saved import saved_previews
from umberpot.surface.samples.services import sample_rows, samples_for
from umberpot.ui.paging import page_of

PLANS_A_PAGE = 20
LONGEST_REASON = 120
COAT_FORM = "coat-form"
"""The form of one more coat: it stays unfolded once it was sent."""

WITH = ("body", "glaze", "inside_glaze", "studio")
"""What a plan is fetched with: its page asks all of it."""


@require_GET
def plans(request: StudioRequest) -> HttpResponse:
    """Every plan that is not set aside, each with its section."""
    kept = SurfacePlan.objects.of(request.studio).kept().select_related(*WITH)
    with_coats = kept.prefetch_related("coats__mix__clay", "coats__clay")
    page = page_of(request, with_coats, PLANS_A_PAGE)
    faced = [(found, faces_of(found, list(found.coats.all()))) for found in page]
    clays = FiredClays(request.studio, faced)
    rows = [
        (found, _section(found, clays.layers(found, first)[::-1], clays.body(found, first)))
        for found, (first, *_) in faced
    ]
    return render(request, "surface/plans/plans.html", {"place": PLACE, "page": page, "rows": rows})


def _section(found: SurfacePlan, layers: Sequence[SectionLayer], body: Lab | None) -> DrawnSection:
    """What a plan looks like cut through. Slabs that are stacked have no body under them."""
    under = "" if found.is_stacked and layers else found.body.name
    return section(layers, under, body, found.entry.lies)


@for_makers
@require_http_methods(["GET", "POST"])
def new(request: StudioRequest) -> HttpResponse:
    """A plan is begun."""
    form = SavedPlanForm(posted(request), studio=request.studio)
    if form.is_valid():
        made = services.make_plan(request.studio, form.kept(), request_key(request), request.user)
        messages.success(request, sentences.PLAN_SAVED)
        return redirect(made)
    return _form_page(request, form, None)


@for_makers
@require_http_methods(["GET", "POST"])
def change(request: StudioRequest, pk: int) -> HttpResponse:
    """Another body, shape or technique for the same coats."""
    found = _plan(request, pk)
    begun = {**vars(found), "body": found.body_id, **found.measures}
    begun |= {"clear": found.glazing.as_planned, "glaze": found.glaze_id}
    begun["inside_glaze"] = found.inside_glaze_id
    form = SavedPlanForm(posted(request), studio=request.studio, initial=begun)
    if form.is_valid():
        services.change_plan(found, form.kept())
        messages.success(request, sentences.CHANGED)
        return redirect(found)
    return _form_page(request, form, found)


def _form_page(
    request: StudioRequest, form: SavedPlanForm, found: SurfacePlan | None
) -> HttpResponse:
    return render(
        request,
        "surface/plans/edit.html",
        {"place": PLACE, "form": form, "plan": found, "request_key": uuid.uuid4()},
        status=400 if form.errors else 200,
    )


def _plan(request: StudioRequest, pk: int) -> SurfacePlan:
    plans = SurfacePlan.objects.of(request.studio).select_related(*WITH)
    found: SurfacePlan = get_object_or_404(plans, pk=pk)
    return found


@require_http_methods(["GET", "POST"])
def plan(request: StudioRequest, pk: int) -> HttpResponse:
    """One plan: its stack from the top, and one more coat where one was sent."""
    found = _plan(request, pk)
    form = CoatForm(posted(request), studio=request.studio, plan=found)
    if form.is_valid():
        try:
            services.add_coat(found, form.kept())
        except services.TooManyCoats:
            form.add_error(None, sentences.TOO_MANY)
        else:
            messages.success(request, sentences.COAT_ADDED)
            return redirect(found)
    return _plan_page(request, found, form)


def _plan_page(
    request: StudioRequest,
    found: SurfacePlan,
    form: CoatForm,
    refused: dict[int, SlipUseForm] | None = None,
) -> HttpResponse:
    """A plan's page, with what was refused of it: the form of a coat, or of a coat's bucket."""
    whole = calculate(request.studio, found, refused)
    context = {"place": PLACE, "plan": found, "form": form, "all": whole}
    context["faces"] = [
        (one, _section(found, [row.layer for row in one.rows], one.body)) for one in whole.faces
    ]
    samples = samples_for(request.studio, found)
    context["samples"] = sample_rows(request.studio, found, samples)
    context |= _bucket(request, found) | _preview(request, found, whole)
    context |= {"kept": saved_previews(found), "asked": request.GET.urlencode()}
    context |= {"request_key": uuid.uuid4(), "summary": sentences.of_plan(found, whole.area_cm2)}
    context["composing"] = (
        form.is_bound
        or request.htmx.trigger == COAT_FORM
        or not any(one.rows for one in whole.faces)
    )
    context["coat_form"] = COAT_FORM
    status = 400 if request.method == "POST" and not request.htmx else 200
    return render(request, "surface/plans/plan.html", context, status=status)


def _preview(request: StudioRequest, found: SurfacePlan, whole: CalculatedPlan) -> dict[str, Any]:
    """The face as its technique makes it, where there is a drawing of that."""
    kind = BOARDS.get(found.technique)
    if kind is None:
        return {}
    board = kind.draw(found, whole, request.GET)
    form = board.form if board else kind.form(request.GET)
    query = urlencode({name: form[name].value() for name in form.fields})
    return {"kind": kind, "board": board, "board_form": form, "board_query": query}


def _bucket(request: StudioRequest, found: SurfacePlan) -> dict[str, Any]:
    """The slip that a bucket of the asked width needs, or why a piece cannot be dipped in it."""
    if not request.GET.get("bucket", "").strip():
        return {"bucket_form": BucketForm()}
    form = BucketForm(request.GET)
    try:
        if form.is_valid():
            bucket = bucket_for(found.piece, form.cleaned_data["bucket"], found.dip_mm)
            return {"bucket_form": form, "bucket": bucket}
    except ClayError as error:
        form.add_error("bucket", str(error))
    return {"bucket_form": form}


@require_GET
def face_picture(request: StudioRequest, pk: int) -> HttpResponse:
    """The face of a plan as a picture."""
    found = _plan(request, pk)
    drawn = draw(found, calculate(request.studio, found), request.GET)
    if drawn is None:
        raise Http404
    ending = mimetypes.guess_extension(drawn.content_type) or ""
    return HttpResponse(
        drawn.picture,
        drawn.content_type,
        headers={
            "Cache-Control": "no-store",
            "Content-Disposition": f'inline; filename="face{ending}"',
        },
    )


@require_POST
def use_slip(request: StudioRequest, pk: int) -> HttpResponse:
    """Takes slip out of a coat's bucket (``way=take``), or puts some back (``way=back``)."""
    coat = _coat(request, pk)
    found = _plan(request, coat.plan_id)
    bucket = buckets_of(found, [coat]).get(coat.pk)
    if bucket is None:
        raise Http404
    form = SlipUseForm(request.POST, auto_id=f"use_{coat.pk}_%s")
    way = put_back if request.POST.get("way") == "back" else take
    if form.is_valid():
        try:
            way(found, bucket.slip, form.cleaned_data["grams"], request_key(request), request.user)
        except TooMuch as most:
            form.add_error("grams", str(most))
        else:
            said = sentences.PUT_BACK if way is put_back else sentences.TAKEN
            messages.success(request, said)
            return redirect(found)
    coat_form = CoatForm(None, studio=request.studio, plan=found)
    return _plan_page(request, found, coat_form, {coat.pk: form})


@require_POST
def set_aside(request: StudioRequest, pk: int) -> HttpResponse:
    """Sets a plan aside (``aside=yes``), or takes it back."""
    found = _plan(request, pk)
    found.set_aside(request.POST.get("aside") == "yes")
    messages.success(request, sentences.set_aside(found.name, bool(found.set_aside_at)))
    return redirect(found)


def _coat(request: StudioRequest, pk: int) -> PlannedCoat:
    coats = PlannedCoat.objects.of(request.studio).select_related(
        "plan__studio", "mix__clay", "clay"
    )
    found: PlannedCoat = get_object_or_404(coats, pk=pk)
    return found


@require_POST
def move(request: StudioRequest, pk: int) -> HttpResponse:
    """Moves a coat up in the stack (``up=yes``), down, or to a place (``to``)."""
    found = _coat(request, pk)
    to = request.POST.get("to", "")
    if to.isdecimal() and len(to) < 4:
        services.move_coat_to(found, int(to))
    else:
        services.move_coat(found, up=request.POST.get("up") == "yes")
    return redirect(found.plan)


@require_POST
def remove(request: StudioRequest, pk: int) -> HttpResponse:
    """Takes a coat out of the stack."""
    found = _coat(request, pk)
    services.remove_coat(found)
    messages.success(request, sentences.COAT_REMOVED)
    return redirect(found.plan)


@require_POST
def overrule(request: StudioRequest, pk: int) -> HttpResponse:
    """Overrules a rule at a coat with a word, or lets it stand again."""
    found = _coat(request, pk)
    because = request.POST.get("because", "").replace("\x00", "").strip()[:LONGEST_REASON]
    rule = request.POST.get("rule", "")
    faces = calculate(request.studio, _plan(request, found.plan_id)).faces
    rows = (row for face in faces for row in face.rows if row.coat.pk == found.pk)
    ruled = [one for row in rows for one in row.rules]
    if rule not in {one.advice.rule for one in ruled}:
        raise Http404
    services.overrule(found, rule, because)
    return redirect(found.plan)
